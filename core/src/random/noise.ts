/**
 * A number from 0 to 1 that depends on the seed and the place alone (an integer hash; constants of the 32-bit finaliser
 * of MurmurHash3, A. Appleby 2011, public domain; from memory).
 */
export const noiseAt = (seed: number, a: number, b: number, c: number): number =>
  noiseOf(noiseBase(seed, a, b), c)

/** The part of the noise that is the same for every `c`. */
export const noiseBase = (seed: number, a: number, b: number): number =>
  Math.imul(seed + 1, 0x9e3779b1) ^ Math.imul(a + 1, 0x85ebca6b) ^ Math.imul(b + 1, 0xc2b2ae35)

/** Exact: a power of two. */
const TO_ONE = 2 ** -32

export const noiseOf = (base: number, c: number): number => {
  let hash = base ^ Math.imul(c + 1, 0x27d4eb2f)
  hash ^= hash >>> 16
  hash = Math.imul(hash, 0x85ebca6b)
  hash ^= hash >>> 13
  hash = Math.imul(hash, 0xc2b2ae35)
  hash ^= hash >>> 16
  return (hash >>> 0) * TO_ONE
}
