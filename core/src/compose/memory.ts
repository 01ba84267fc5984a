import { LINE_COSTS } from '../cost/terms.ts'
import { CLOSING_DEVICES } from './table.ts'

/**
 * What a state remembers beside its pitch: by which device it was reached, in which texture and direction. The bars since
 * the last breath are kept apart.
 */
const DEVICES = CLOSING_DEVICES.length
export const TEXTURES = 4
const DIRECTIONS = 3
export const MEMORIES = DEVICES * TEXTURES * DIRECTIONS

/** Nothing remembered: the plain arrival, in no texture and no direction. */
export const NO_DEVICE = CLOSING_DEVICES.indexOf('chordTone')

export const memoryOf = (device: number, texture: number, direction: number): number =>
  (device * TEXTURES + texture) * DIRECTIONS + direction + 1

interface Dimension {
  /** How far apart two neighbours of this kind are, and how many there are. */
  readonly stride: number
  readonly count: number
  /** What it costs to be the same again. */
  readonly again: number
  /** The one that may come again for nothing. */
  readonly free: number
}

/** The same way to arrive, the same texture and the same direction twice running each cost by themselves. */
const ALONG: readonly Dimension[] = [
  { stride: TEXTURES * DIRECTIONS, count: DEVICES, again: LINE_COSTS.sameClosing, free: NO_DEVICE },
  { stride: DIRECTIONS, count: TEXTURES, again: LINE_COSTS.sameTexture, free: -1 },
  { stride: 1, count: DIRECTIONS, again: LINE_COSTS.sameDirection, free: -1 },
]

/**
 * Turns the least costs of what is remembered into the least costs of what comes next, in place: for each next memory the
 * cheapest before it with what being the same again costs, and which one that was. The three costs are independent, so
 * it is done one dimension after the other, each in time linear in the memories.
 */
export const foresee = (cost: Float64Array, origin: Int16Array, from: number): void => {
  for (const { stride, count, again, free } of ALONG)
    for (let base = from; base < from + MEMORIES; base += 1) {
      if (Math.floor((base - from) / stride) % count !== 0) continue
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
        const same = cost[place]! + (at === free ? 0 : again)
        const other = at === leastAt ? second : least
        if (other < same) {
          cost[place] = other
          origin[place] = at === leastAt ? secondOrigin : leastOrigin
        } else cost[place] = same
      }
    }
}
