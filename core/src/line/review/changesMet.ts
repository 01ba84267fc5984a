import type { ScaleId } from '../../theory/scale/scale.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import type { ChordSpan } from '../../tune/chart/chart.ts'
import type { AnalysedNote } from '../explain/analysedLine.ts'
import { harmonyOf, hasPitch } from '../figures/harmony.ts'
import type { Share } from './measure.ts'

/** Of the changes of chord after the first note at which a note sounds: those at which it is a tone of the new chord. */
export const changesMet = ({ spans, readings }: Analysis, notes: readonly AnalysedNote[]): Share => {
  let [of, all, at] = [0, 0, -1]
  for (const span of spans) {
    while (at + 1 < notes.length && notes[at + 1]!.start <= span.start) at += 1
    const sounding = notes[at]
    if (!sounding || sounding.end <= span.start || notes[0]!.start >= span.start) continue
    all += 1
    if (isToneOf(sounding, span, readings[span.index]!.scale)) of += 1
  }
  return { of, all }
}

/** Whether a note that sounds where a chord begins is one of its tones. The analysis knows it but for long held notes. */
const isToneOf = (note: AnalysedNote, { index, start, chord }: ChordSpan, scale: ScaleId): boolean => {
  if (note.start === start) return note.isTone
  return note.heldInto === index || hasPitch(harmonyOf(chord, scale).isTone, note.midi)
}
