import type { Score } from '@eager-contour/core'
import { STAFF_LINES } from '../../notation/staff/lines.ts'

const LETTERS = 'CDEFGAB'
/** Steps of the top and the bottom line, counted in letters from C0. */
const LINES = {
  treble: { top: 5 * 7 + 3, bottom: 4 * 7 + 2 },
  bass: { top: 3 * 7 + 5, bottom: 2 * 7 + 4 },
} as const
/** Around the outermost head: stems; above it, a triplet's number besides. */
const AROUND = 24
const TRIPLET = 18

/** The part of the staff's drawing (in its own pixels) that a score's notes, ledger lines and brackets need. */
export const staffBand = (
  { bars }: Score,
  clef: 'treble' | 'bass',
): { readonly top: number; readonly bottom: number } => {
  const steps = bars.flatMap(({ events }) =>
    events.flatMap(({ pitch }) => (pitch ? [pitch.octave * 7 + LETTERS.indexOf(pitch.letter)] : [])),
  )
  const hasTriplets = bars.some(({ events }) => events.some(({ triplet }) => triplet !== undefined))
  const { top, bottom } = LINES[clef]
  const yOf = (step: number) => STAFF_LINES.top + ((top - step) * STAFF_LINES.space) / 2
  return {
    top: Math.max(
      0,
      Math.min(STAFF_LINES.top, yOf(Math.max(top, ...steps))) - AROUND - (hasTriplets ? TRIPLET : 0),
    ),
    bottom: Math.max(STAFF_LINES.top + 4 * STAFF_LINES.space, yOf(Math.min(bottom, ...steps))) + AROUND,
  }
}
