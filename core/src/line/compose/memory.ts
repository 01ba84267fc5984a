import { LINE_COSTS } from '../cost/terms.ts'
import { APPROACH_DEVICES } from './table.ts'

/**
 * What a state remembers beside its pitch: by which device it was reached, and in which texture. The bars since
 * the last breath are kept apart.
 */
const DEVICES = APPROACH_DEVICES.length
export const TEXTURES = 4
export const MEMORIES = DEVICES * TEXTURES

/** Nothing remembered: the plain arrival, in no texture. */
export const NO_DEVICE = APPROACH_DEVICES.indexOf('chordTone')

export const memoryOf = (device: number, texture: number): number => device * TEXTURES + texture

/** The most that what is remembered can cost, into an anchor and out of it: what is dearer by more can't be the cheapest. */
export const MEMORY_MATTERS = 2 * (LINE_COSTS.sameClosing + LINE_COSTS.sameTexture)

interface Dimension {
  /** How far apart two neighbours of this kind are, and how many there are. */
  readonly stride: number
  readonly count: number
  /** What it costs to be the same again. */
  readonly repeatCost: number
  /** The one that may come again for nothing. */
  readonly free: number
  readonly bases: readonly number[]
}

/** Where each row of one dimension begins, from 0. */
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

/** The same way to arrive and the same texture twice running each cost by themselves. */
const ALONG: readonly Dimension[] = [
  dimension(TEXTURES, DEVICES, LINE_COSTS.sameClosing, NO_DEVICE),
  dimension(1, TEXTURES, LINE_COSTS.sameTexture, -1),
]

/**
 * Turns the least costs of what is remembered into the least costs of what comes next, in place: for each next memory the
 * cheapest before it with what being the same again costs, and which one that was. The two costs are independent, so
 * it is done one dimension after the other, each in time linear in the memories.
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
