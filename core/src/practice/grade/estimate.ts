import type { Instrument } from '../../theory/instrument/instrument.ts'
import { FEWEST, middle, TUNINGS, tuningFrom, WIDEST_MS } from '../listen/calibrate.ts'
import type { Take } from '../listen/take.ts'
import type { Judged } from './judged.ts'

/** A latency or a detuning smaller than this is the player's own. */
const LEAST_MS = 15
const LEAST_CENTS = 12

/**
 * The latency of a microphone that was never checked, from a run: how late all notes are alike; undefined if they are too few,
 * spread too far, or in time.
 * @param judged the verdicts of the run, graded without that latency
 * @returns milliseconds to subtract besides
 * @example latencyFromRun(grade.judged) // undefined
 */
export const latencyFromRun = (judged: readonly Judged[]): number | undefined => {
  const late = judged.flatMap(({ verdict, offMs }) =>
    offMs !== undefined && verdict !== 'wrong' ? [offMs] : [],
  )
  if (late.length < FEWEST) return undefined
  const latencyMs = middle(late)
  const spreadMs = middle(late.map((ms) => Math.abs(ms - latencyMs)))
  return latencyMs < LEAST_MS || spreadMs > WIDEST_MS ? undefined : Math.round(latencyMs)
}

/**
 * The A that a player of a take is tuned to, where that is clearly another than the one that was set; undefined where it is not.
 *
 * @example tuningFromRun(take) // undefined
 */
export const tuningFromRun = ({ notes, tuningHz }: Take): number | undefined => {
  const cents = notes.map((note) => note.cents)
  if (cents.length < FEWEST || Math.abs(middle(cents)) < LEAST_CENTS) return undefined
  const found = Math.round(tuningFrom(tuningHz, cents))
  return found < TUNINGS.low || found > TUNINGS.high ? undefined : found
}

/** Sound below the instrument is noticed from this long on, if it is at least this part of all that was heard. */
const LOW = { leastMs: 1500, share: 0.5 } as const

/**
 * Whether a take was played mostly below an instrument's range: on another instrument, or the band's bass was heard.
 * @param lowMs milliseconds of clear tones so low that the ear makes no notes of them
 * @example belowRange(take, instrumentOf('trumpet'), 0) // false
 */
export const belowRange = (
  { notes }: Pick<Take, 'notes'>,
  { range }: Pick<Instrument, 'range'>,
  lowMs: number,
): boolean => {
  const lengthOf = (some: Take['notes']) => some.reduce((sum, { durationMs }) => sum + durationMs, 0)
  const below = lowMs + lengthOf(notes.filter(({ midi }) => midi < range.low))
  return below >= LOW.leastMs && below >= LOW.share * (lengthOf(notes) + lowMs)
}
