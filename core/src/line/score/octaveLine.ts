import type { Instrument } from '../../theory/instrument/instrument.ts'
import type { WrittenEvent } from './written.ts'

/**
 * A written pitch as a step of the staff: seven to the octave, C0 is 0.
 *
 * @example staffStepOf({ letter: 'E', alter: 0, octave: 4 }) // 30
 */
export const staffStepOf = ({ letter, octave }: NonNullable<WrittenEvent['pitch']>): number =>
  octave * 7 + 'CDEFGAB'.indexOf(letter)

/**
 * The steps of the lowest and the highest line of a staff.
 *
 * @example STAFF_STEPS.treble.low // 30
 */
export const STAFF_STEPS: Readonly<
  Record<Instrument['clef'], { readonly low: number; readonly high: number }>
> = {
  // E4 and F5; G2 and A3.
  treble: { low: 30, high: 38 },
  bass: { low: 18, high: 26 },
}
/** With more ledger lines than three, an octave line reads better (common practice, no source). */
const MOST_BEYOND = 7
const OCTAVE_STEPS = 7

/**
 * How many octaves lower than they sound on the staff a bar's notes are written, under a line of 8va: 1 where one of them has
 * more than three ledger lines above and none would have as many below; -1 the other way (8vb); else 0.
 *
 * @example octaveLineOf([], 'treble') // 0
 */
export const octaveLineOf = (events: readonly WrittenEvent[], clef: Instrument['clef']): -1 | 0 | 1 => {
  const steps = events.flatMap(({ pitch }) => (pitch ? [staffStepOf(pitch)] : []))
  if (steps.length === 0) return 0
  const { low, high } = STAFF_STEPS[clef]
  const [lowest, highest] = [Math.min(...steps), Math.max(...steps)]
  const fits = (by: number) => lowest + by >= low - MOST_BEYOND && highest + by <= high + MOST_BEYOND
  if (highest > high + MOST_BEYOND && fits(-OCTAVE_STEPS)) return 1
  if (lowest < low - MOST_BEYOND && fits(OCTAVE_STEPS)) return -1
  return 0
}
