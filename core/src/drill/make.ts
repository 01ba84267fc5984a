import type { Analysis } from '../analysis/analysis.ts'
import { chordAt } from '../analysis/analysis.ts'
import { barStarts, type ChordSpan, fitStretch, stretchTicks } from '../chart/chart.ts'
import { chordKind } from '../chord/chord.ts'
import { barAt, degreeOver } from '../explain/heard.ts'
import type { Instrument } from '../instrument/instrument.ts'
import { type LineNote, notesWithin } from '../line/line.ts'
import { spellNotes } from '../line/spell.ts'
import { bad, good, type Outcome } from '../outcome/outcome.ts'
import { swingOf } from '../rhythm/feel.ts'
import { barTicks } from '../rhythm/meter.ts'
import { exampleLine } from './example.ts'
import type { Exercise, ExerciseSpec, ExpectedNote } from './exercise.ts'
import { notesOfVariant, type SetNote } from './materials.ts'
import { rungOf } from './rungs.ts'

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
  const rung = rungOf(spec.rung)
  const variant = rung.variants[spec.variant ?? 0] ?? rung.variants[0]
  const spans = spansWithin(analysis, start, end).filter(
    ({ chord }) => !rung.only || rung.only.includes(chordKind(chord)),
  )
  const unit = variant.unit ?? rung.unit
  const { material } = variant
  const free = material.by === 'player'
  const notes: readonly LineNote[] =
    material.by === 'line'
      ? notesWithin(spec.line ?? { notes: [] }, start, end)
      : spelled(
          analysis,
          material.by === 'player'
            ? exampleLine(analysis, stretch, material.limits, unit, instrument)
            : notesOfVariant(variant, { analysis, stretch, spans, instrument, unit }),
        )
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
    expected: free ? [] : expected,
    ...(free ? { free: { chart: analysis.chart, readings: analysis.overrides, example: expected } } : {}),
    length: end - start,
    countIn: barTicks(first.meter),
    swing: swingOf(analysis.chart.feel, spec.tempo),
  })
}

const spelled = (analysis: Analysis, notes: readonly SetNote[]): readonly LineNote[] =>
  spellNotes(analysis, notes).notes.map((note, at) => ({
    ...note,
    spelling: notes[at]!.spelling ?? note.spelling,
  }))

/** The chords of a stretch, those that go on unchanged into the next bar kept apart. */
const spansWithin = (analysis: Analysis, start: number, end: number): readonly ChordSpan[] =>
  analysis.spans.filter((span) => span.start >= start && span.start < end && span.chord.tones.length > 0)
