import type { FunctionId } from './functions.ts'

/** What a reading of the changes costs, in the units of FUNCTIONS and PATTERNS. */
export const READING_COSTS = {
  /** A chord that its key does not explain at all. */
  unexplained: 4,
  /** The cost of changing key, and of each step between their signatures. */
  changeOfKey: 1.3,
  signatureStep: 0.12,
  /** A change between a key and its relative. */
  relative: 0.7,
  /** A change of key into or out of a long chord: such a chord is a centre of its own. */
  besideLong: 0.6,
  /** A long chord read as one that should move on. */
  longUnrest: 1,
  /** Each chord that is not in the key given by the chart. */
  awayFromHome: 0.25,
  /** The gain where a tune starts or ends on the tonic of the key given by its chart. */
  homeFrame: 1,
} as const

/** The number of bars from which a chord counts as long, and the functions it can then have at rest. */
export const LONG_BARS = 4
export const RESTING: readonly FunctionId[] = ['I', 'ii', 'V', 'blues_I', 'i', 'i7']

/** The highest and lowest cost of a change of key. */
export const DEAREST_CHANGE = READING_COSTS.changeOfKey + 6 * READING_COSTS.signatureStep
export const CHEAPEST_CHANGE = Math.min(READING_COSTS.relative, READING_COSTS.besideLong)
