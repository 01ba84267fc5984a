import {
  type Analysis,
  analyseChart,
  type Exercise,
  type ExerciseSpec,
  fifthsOf,
  type Key,
  type Line,
  makeExercise,
  type Outcome,
  spellNotes,
  transposeChart,
} from '@eager-contour/core'
import { useMemo } from 'react'
import { spelledFor } from '../settings/names.ts'
import { useSettings } from '../settings/settings.ts'
import type { OpenTune } from '../tune/useTune.ts'
import { transposedLine, writtenChart } from '../tune/written.ts'

export interface MadeExercise {
  /** The changes in the key that it is played in, as they sound and as the instrument reads them. */
  readonly there: Analysis
  readonly written: Analysis
  readonly outcome: Outcome<Exercise>
  /** Its notes, or one way to play it, as the instrument reads them. */
  readonly line: Line
}

/** An exercise made in a key (at concert pitch), to be looked at, heard and printed before it is played. */
export const useMadeExercise = ({ sounding }: OpenTune, at: Key, spec: ExerciseSpec): MadeExercise => {
  const { instrument, spelling } = useSettings()
  const asked = JSON.stringify(spec)
  return useMemo(() => {
    const own = sounding.chart.key
    const there = own
      ? analyseChart(transposeChart(sounding.chart, fifthsOf(at.tonic) - fifthsOf(own.tonic)))
      : sounding
    const written = analyseChart(writtenChart(there.chart, instrument))
    const wanted = JSON.parse(asked) as ExerciseSpec
    const moved = own ? fifthsOf(at.tonic) - fifthsOf(own.tonic) : 0
    const line = wanted.line && transposedLine(wanted.line, moved)
    const outcome = makeExercise({ ...wanted, ...(line ? { line } : {}) }, there, instrument)
    if (!outcome.ok) return { there, written, outcome, line: { notes: [] } }
    const { free, expected, spec: made } = outcome.value
    const start = written.spans.find(({ bar }) => bar === made.stretch.from)?.start ?? 0
    const heard = spelledFor(
      spelling,
      spellNotes(
        written,
        (free?.example ?? expected).map((note) => ({
          start: note.start + start,
          duration: note.duration,
          midi: note.midi + instrument.written.semitones,
        })),
      ),
    )
    return { there, written, outcome, line: heard }
  }, [sounding, at, asked, instrument, spelling])
}
