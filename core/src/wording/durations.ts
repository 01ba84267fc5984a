import { QUARTER, type Ticks } from '../theory/rhythm/ticks.ts'

/** Lengths of notes, in ticks, and their names (common practice, no source). */
const NAMES: ReadonlyMap<Ticks, string> = new Map([
  [QUARTER / 4, 'sixteenth'],
  [QUARTER / 3, 'triplet eighth'],
  [QUARTER / 2, 'eighth'],
  [(2 * QUARTER) / 3, 'triplet quarter'],
  [0.75 * QUARTER, 'dotted eighth'],
  [QUARTER, 'quarter'],
  [1.5 * QUARTER, 'dotted quarter'],
  [2 * QUARTER, 'half'],
  [3 * QUARTER, 'dotted half'],
  [4 * QUARTER, 'whole'],
])

/**
 * A length in words: the name of the note that has it, or its beats (quarters).
 *
 * @example durationName(360) // 'dotted eighth'
 */
export const durationName = (ticks: Ticks): string =>
  NAMES.get(ticks) ?? `${Math.round((100 * ticks) / QUARTER) / 100} beats`
