import { octaveLineOf, type Score, STAFF_STEPS, staffStepOf } from '@eager-contour/core'
import { STAFF_LINES } from '../../notation/staff/lines.ts'

/** Around the outermost head: stems; above it, a triplet's number or a line of 8va besides. */
const AROUND = 24
const TRIPLET = 18

/** The part of the staff's drawing (in its own pixels) that a score's notes, ledger lines and brackets need. */
export const staffBand = (
  { bars }: Score,
  clef: 'treble' | 'bass',
): { readonly top: number; readonly bottom: number } => {
  const octaveLines = bars.map(({ events }) => octaveLineOf(events, clef))
  const steps = bars.flatMap(({ events }, bar) =>
    events.flatMap(({ pitch }) => (pitch ? [staffStepOf(pitch) - 7 * octaveLines[bar]!] : [])),
  )
  const hasTriplets = bars.some(({ events }) => events.some(({ triplet }) => triplet !== undefined))
  const { high: top, low: bottom } = STAFF_STEPS[clef]
  const yOf = (step: number) => STAFF_LINES.top + ((top - step) * STAFF_LINES.space) / 2
  return {
    top: Math.max(
      0,
      Math.min(STAFF_LINES.top, yOf(Math.max(top, ...steps))) -
        AROUND -
        (hasTriplets || octaveLines.includes(1) ? TRIPLET : 0),
    ),
    bottom:
      Math.max(STAFF_LINES.top + 4 * STAFF_LINES.space, yOf(Math.min(bottom, ...steps))) +
      AROUND +
      (octaveLines.includes(-1) ? TRIPLET : 0),
  }
}
