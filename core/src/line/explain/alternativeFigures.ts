import type { Analysis } from '../../tune/analysis/analysis.ts'
import { type FittingFigure, figuresFor } from '../figures/figuresFor.ts'
import type { Line } from '../notes/line.ts'
import { analyseLine } from './analysedLine.ts'

/** Other figures from a note to a later one of its phrase. */
export interface AlternativeFigures {
  /** The index of the note they lead to. */
  readonly to: number
  readonly figures: readonly FittingFigure[]
}

/**
 * The figures that could replace the notes between a note and the next one on a strong beat: the same number of notes
 * in the same rhythm. Undefined if the phrase ends before, if there is nothing between, or if no figure fits.
 *
 * @example alternativeFigures(analysis, line, 0).figures.length > 0 // true
 */
export const alternativeFigures = (
  analysis: Analysis,
  line: Line,
  index: number,
): AlternativeFigures | undefined => {
  const notes = analyseLine(analysis, line)
  let to = index + 1
  while (to < notes.length && notes[to]!.start === notes[to - 1]!.end && notes[to]!.strength < 2) to += 1
  const [from, target] = [notes[index], notes[to]]
  if (!from || !target || target.start !== notes[to - 1]!.end || to - index < 2) return undefined
  const now = notes.slice(index + 1, to).map(({ midi }) => midi)
  const figures = figuresFor(
    analysis,
    { midi: from.midi, tick: from.start },
    { midi: target.midi, tick: target.start },
    now.length,
  ).filter((figure) => figure.notes.some((midi, at) => midi !== now[at]))
  return figures.length === 0 ? undefined : { to, figures }
}
