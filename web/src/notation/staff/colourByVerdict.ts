import type { NoteVerdict } from '@eager-contour/core'
import { VERDICT_COLOURS } from '../../ui/verdicts.ts'

/** Draws a note of the staff in its verdict's colour, a missed one faint; in its own colour without a verdict. */
export const colourByVerdict = (note: SVGElement, verdict: NoteVerdict | undefined): void => {
  for (const part of note.querySelectorAll<SVGElement>('[fill], [stroke], path, text')) {
    part.style.fill = verdict ? VERDICT_COLOURS[verdict] : ''
    part.style.stroke = verdict ? VERDICT_COLOURS[verdict] : ''
  }
  note.style.opacity = verdict === 'missed' ? '0.55' : ''
}
