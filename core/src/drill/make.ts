import type { Analysis } from '../analysis/analysis.ts'
import { chordAt } from '../analysis/analysis.ts'
import { barStarts, fitStretch, stretchTicks } from '../chart/chart.ts'
import { barAt, degreeOver } from '../explain/heard.ts'
import type { Instrument } from '../instrument/instrument.ts'
import { type LineNote, notesWithin } from '../line/line.ts'
import { spellNotes } from '../line/spell.ts'
import { bad, good, type Outcome } from '../outcome/outcome.ts'
import { barTicks } from '../rhythm/meter.ts'
import { swingAt } from '../rhythm/swing.ts'
import type { Exercise, ExerciseSpec, ExpectedNote } from './exercise.ts'
import { outlineUp, spansWithin } from './outline.ts'

type Generator = (
  analysis: Analysis,
  spec: ExerciseSpec,
  start: number,
  end: number,
  instrument: Instrument,
) => readonly LineNote[]

/** One generator a material: the notes that a rung asks for, in the tune's ticks. */
const GENERATORS: Readonly<Record<ExerciseSpec['rung'], Generator>> = {
  'outline-up': (analysis, _spec, start, end, instrument) =>
    spellNotes(analysis, outlineUp(spansWithin(analysis, start, end), instrument)).notes,
  'your-line': (_analysis, spec, start, end) => (spec.line ? notesWithin(spec.line, start, end) : []),
}

/**
 * Makes an exercise: the notes asked for (ticks from the stretch's first beat, concert pitch), a bar of count-in, and the
 * swing usual at the tempo. A problem says when the stretch gives nothing to play.
 */
export const makeExercise = (
  spec: ExerciseSpec,
  analysis: Analysis,
  instrument: Instrument,
): Outcome<Exercise> => {
  const stretch = fitStretch(analysis.chart, spec.stretch)
  const { start, end } = stretchTicks(analysis.chart, stretch)
  const notes = GENERATORS[spec.rung](analysis, spec, start, end, instrument)
  if (notes.length === 0)
    return bad({ rule: 'exercise.empty', args: [spec.rung], place: { bar: stretch.from + 1 } })
  const starts = barStarts(analysis.chart)
  const expected = notes.map((note): ExpectedNote => {
    const { index } = chordAt(analysis, note.start)
    return {
      ...note,
      start: note.start - start,
      degree: degreeOver(analysis, index, note.midi),
      chord: index,
      bar: barAt(starts, note.start),
    }
  })
  const first = analysis.chart.bars[stretch.from]!
  return good({
    spec: { ...spec, stretch },
    key: analysis.chart.key ?? analysis.readings[chordAt(analysis, start).index]!.key,
    expected,
    length: end - start,
    countIn: barTicks(first.meter),
    swing: analysis.chart.feel === 'swing' ? swingAt(spec.tempo) : 0.5,
  })
}
