import type { FunctionId } from './functions.ts'

/** What a reading of the changes costs, in the units of FUNCTIONS and PATTERNS. */
export const READING_COSTS = {
  /** A chord that its key does not explain at all. */
  unexplained: 4,
  /** Leaving one key for another, and for each step that their signatures differ. */
  changeOfKey: 1.3,
  signatureStep: 0.12,
  /** A change between a key and its relative. */
  relative: 0.7,
  /** A change of key into or out of a chord that stands for long: such a chord is a centre of its own. */
  besideLong: 0.6,
  /** A long chord read as one that wants to go on. */
  longUnrest: 1,
  /** Each chord that is not in the key which the chart names. */
  awayFromHome: 0.25,
  /** What is gained where a tune begins or ends on the tonic of the key that its chart names. */
  homeFrame: 1,
} as const

/** From so many bars on a chord stands for long, and what it can be then without unrest. */
export const LONG_BARS = 4
export const RESTING: readonly FunctionId[] = ['I', 'ii', 'V', 'blues_I', 'i', 'i7']

/** What a change of key costs at the most and at the least. */
export const DEAREST_CHANGE = READING_COSTS.changeOfKey + 6 * READING_COSTS.signatureStep
export const CHEAPEST_CHANGE = Math.min(READING_COSTS.relative, READING_COSTS.besideLong)
