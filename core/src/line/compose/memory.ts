import { LINE_COSTS } from '../cost/terms.ts'
import { APPROACH_DEVICES } from './pricedFill.ts'

/**
 * What a state remembers besides its pitch: the device of its approach and the texture. The bars since the last rest
 * are kept separately.
 */
const DEVICES = APPROACH_DEVICES.length
export const TEXTURES = 4
export const MEMORIES = DEVICES * TEXTURES

/** Nothing remembered: the plain approach, in no texture. */
export const NO_DEVICE = APPROACH_DEVICES.indexOf('chordTone')

export const memoryOf = (device: number, texture: number): number => device * TEXTURES + texture

/**
 * The most that memory can cost, into an anchor and out of it: anything that costs more than this above the minimum
 * can't be the cheapest.
 */
export const MEMORY_MATTERS = 2 * (LINE_COSTS.sameApproach + LINE_COSTS.sameTexture)

interface Dimension {
  /** The distance between two neighbours of this dimension, and their number. */
  readonly stride: number
  readonly count: number
  /** The cost of repeating. */
  readonly repeatCost: number
  /** The value that may repeat for free. */
  readonly free: number
  readonly bases: readonly number[]
}

/** The start of each row of one dimension, from 0. */
const basesOf = (stride: number, count: number): readonly number[] =>
  Array.from({ length: MEMORIES }, (_, base) => base).filter(
    (base) => Math.floor(base / stride) % count === 0,
  )

const dimension = (stride: number, count: number, repeatCost: number, free: number): Dimension => ({
  stride,
  count,
  repeatCost,
  free,
  bases: basesOf(stride, count),
})

/** Repeating an approach and repeating a texture each have their own cost. */
const ALONG: readonly Dimension[] = [
  dimension(TEXTURES, DEVICES, LINE_COSTS.sameApproach, NO_DEVICE),
  dimension(1, TEXTURES, LINE_COSTS.sameTexture, -1),
]

/**
 * Turns the least costs of the memories into the least costs of the next memories, in place: for each next memory,
 * the cheapest previous one including the cost of repeating, and which one it was. The two costs are independent, so
 * it is done one dimension after the other, each in time linear in the number of memories.
 */
export const relaxMemory = (cost: Float64Array, origin: Int16Array, from: number): void => {
  for (const { stride, count, repeatCost, free, bases } of ALONG)
    for (let row = 0; row < bases.length; row += 1) {
      const base = from + bases[row]!
      let [least, second] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY]
      let [leastAt, secondAt] = [-1, -1]
      for (let at = 0; at < count; at += 1) {
        const value = cost[base + at * stride]!
        if (value < least) {
          second = least
          secondAt = leastAt
          least = value
          leastAt = at
        } else if (value < second) {
          second = value
          secondAt = at
        }
      }
      if (leastAt < 0) continue
      const leastOrigin = origin[base + leastAt * stride]!
      const secondOrigin = secondAt < 0 ? -1 : origin[base + secondAt * stride]!
      for (let at = 0; at < count; at += 1) {
        const place = base + at * stride
        const same = cost[place]! + (at === free ? 0 : repeatCost)
        const other = at === leastAt ? second : least
        if (other < same) {
          cost[place] = other
          origin[place] = at === leastAt ? secondOrigin : leastOrigin
        } else cost[place] = same
      }
    }
}
