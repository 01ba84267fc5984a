import { type Line, transposeLine } from '../../line/notes/line.ts'
import { spellNotes } from '../../line/notes/spell.ts'
import { type Outcome, ok } from '../../outcome/outcome.ts'
import type { Instrument } from '../../theory/instrument/instrument.ts'
import { type Fifths, pitchClassOf } from '../../theory/pitch/fifths.ts'
import type { Key } from '../../theory/pitch/key.ts'
import { simplePitch } from '../../theory/pitch/pitch.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import { fifthsTo, type TuneAnalyses, tuneInKey } from '../../tune/analysis/inKey.ts'
import type { Chart } from '../../tune/chart/chart.ts'
import type { Exercise, ExerciseSpec, ExpectedNote } from './exercise.ts'
import { looped } from './loops.ts'
import { makeExercise } from './make.ts'
import { rungOf } from './rungs.ts'

/** An exercise in a key: its changes, the exercise at concert pitch, and the same as the instrument reads it. */
export interface ExerciseInKey extends TuneAnalyses {
  readonly exercise: Exercise
  /** For showing only: grading goes by `exercise`. */
  readonly asRead: Exercise
  /** Its notes, or one way to play it, as the instrument reads them; ticks from beat 1 of the tune. */
  readonly line: Line
}

/** How notes are spelled: by their degree, or without double accidentals. */
export type NoteSpelling = 'exact' | 'simple'

/** The line moved by a number of fifths, the nearest way: at most a tritone up or down. */
const lineMovedBy = (line: Line, fifths: Fifths): Line => {
  const up = pitchClassOf(fifths)
  return transposeLine(line, up > 6 ? up - 12 : up, fifths)
}

/**
 * Makes an exercise in a key, once for everything that shows, prints, plays or grades it.
 * @param analysis the tune in its own key, at concert pitch, with the player's own readings
 * @param spec what to play; its line, if it has one, is in the tune's own key
 * @param instrument whose range is respected and whose transposition is read
 * @param key the key, at concert pitch; the tune's own if left out
 * @returns the exercise, or a problem if the stretch gives nothing to play
 * @example makeExerciseInKey(analysis, { rung: 'guide-tones', stretch, tempo: 120 }, instrument, { tonic: 'B', mode:
 * 'major' })
 */
export const makeExerciseInKey = (
  analysis: Analysis,
  spec: ExerciseSpec,
  instrument: Instrument,
  key?: Key,
  spelling: NoteSpelling = 'exact',
): Outcome<ExerciseInKey> => {
  const analyses = tuneInKey(analysis, instrument, key)
  const line = spec.line && lineMovedBy(spec.line, fifthsTo(analysis, key))
  const turns = spec.turns && {
    ...spec.turns,
    line: lineMovedBy(spec.turns.line, fifthsTo(analysis, key)),
  }
  const asked = { ...spec, ...(line ? { line } : {}), ...(turns ? { turns } : {}) }
  return exerciseOver(analyses, asked, instrument, spelling)
}

/** Makes an exercise over a tune that is in its key already, as its line is. */
export const exerciseOver = (
  analyses: TuneAnalyses,
  asked: ExerciseSpec,
  instrument: Instrument,
  spelling: NoteSpelling = 'exact',
): Outcome<ExerciseInKey> => {
  const outcome = makeExercise(asked, analyses.sounding, instrument)
  if (!outcome.ok) return outcome
  const exercise = outcome.value
  const asRead = exerciseAsRead(exercise, analyses.written, instrument, spelling)
  const start = startOf(exercise, analyses.written)
  const notes = (asRead.free?.example ?? asRead.expected).map(
    ({ start: at, duration, midi, spelling: name }) => ({
      start: at + start,
      duration,
      midi,
      spelling: name,
    }),
  )
  const { chart } = analyses.sounding
  return ok({
    ...analyses,
    exercise: inPasses(exercise, chart),
    asRead: inPasses(asRead, chart),
    line: { notes },
  })
}

/** An exercise as often as its loop says, with what is heard before an answer. */
const inPasses = (exercise: Exercise, chart: Chart): Exercise => {
  const { rung, loop } = exercise.spec
  const { byEar = false } = rungOf(rung)
  return looped(exercise, chart, { passes: 1, trade: false, ...loop, answer: byEar || loop?.answer === true })
}

/** The tick at which the exercise's stretch begins in the tune. */
const startOf = ({ spec }: Exercise, { spans }: Analysis): number =>
  spans.find(({ bar }) => bar === spec.stretch.from)?.start ?? 0

const exerciseAsRead = (
  exercise: Exercise,
  written: Analysis,
  instrument: Instrument,
  spelling: NoteSpelling,
): Exercise => {
  const start = startOf(exercise, written)
  const asRead = (notes: readonly ExpectedNote[]): readonly ExpectedNote[] => {
    const spelled = spellNotes(
      written,
      notes.map((note) => ({
        start: note.start + start,
        duration: note.duration,
        midi: note.midi + instrument.written.semitones,
      })),
    ).notes
    return notes.map((note, at) => ({
      ...note,
      midi: spelled[at]!.midi,
      spelling: spelling === 'simple' ? simplePitch(spelled[at]!.spelling) : spelled[at]!.spelling,
    }))
  }
  const { free } = exercise
  return {
    ...exercise,
    expected: asRead(exercise.expected),
    ...(free
      ? {
          free: {
            ...free,
            example: asRead(free.example),
            ...(free.soloist ? { soloist: { ...free.soloist, notes: asRead(free.soloist.notes) } } : {}),
          },
        }
      : {}),
  }
}
