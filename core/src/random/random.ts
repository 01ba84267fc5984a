/**
 * Numbers from 0 to 1 in a fixed order for a seed (mulberry32, T. Ettinger 2017, public domain; from memory).
 *
 * @example randomFrom(1)() === randomFrom(1)() // true
 */
export const randomFrom = (seed: number): (() => number) => {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
}

/** A normally distributed number from two even ones (Box and Muller 1958). */
export const normalFrom = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
