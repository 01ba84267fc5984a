import {
  type Analysis,
  type Exercise,
  type Grade,
  type GradeRules,
  type Line,
  type NoteVerdict,
  onTimeMsAt,
  QUARTER,
  spellNotes,
  ticksToMs,
} from '@eager-contour/core'
import { useMemo } from 'react'
import { askedLine } from '../asked.ts'
import { RunStaff } from './RunStaff.tsx'
import { TimingPicture } from './TimingPicture.tsx'
import { VerdictTable } from './VerdictTable.tsx'

interface RunPicturesProps {
  readonly analysis: Analysis
  /** As the instrument reads it, and so the grade's notes. */
  readonly exercise: Exercise
  readonly grade: Grade
  /** Half steps from sounding to read pitch. */
  readonly shift: number
  readonly rules: GradeRules
}

/** A run on the staff, note by note, and how early or late each came. */
export const RunPictures = ({ analysis, exercise, grade, shift, rules }: RunPicturesProps) => {
  const { stretch, tempo } = exercise.spec
  const { line, verdicts, played } = useMemo(() => {
    if (exercise.free) {
      const written = spellNotes(
        analysis,
        (grade.line?.notes ?? []).map((note) => ({ ...note, midi: note.midi + shift })),
      )
      return { line: written, verdicts: new Map<number, NoteVerdict>(), played: { notes: [] } as Line }
    }
    const asked = askedLine(analysis, exercise)
    const became = grade.judged.flatMap((one) =>
      one.expected === undefined ? [] : [[one.expected, one.verdict] as const],
    )
    const wrong = grade.judged.flatMap(({ verdict, expected, midi }) => {
      const at = expected === undefined ? undefined : asked.notes[expected]
      return verdict === 'wrong' && at && midi !== undefined ? [{ ...at, midi }] : []
    })
    return {
      line: asked,
      verdicts: new Map(became),
      played: spellNotes(
        analysis,
        wrong.map(({ start: at, duration, midi }) => ({ start: at, duration, midi })),
      ),
    }
  }, [analysis, exercise, grade, shift])
  return (
    <>
      {!exercise.free && (
        <TimingPicture
          exercise={exercise}
          judged={grade.judged}
          onTimeMs={onTimeMsAt(rules, ticksToMs(QUARTER, tempo))}
        />
      )}
      {!exercise.free && <VerdictTable analysis={analysis} line={line} judged={grade.judged} />}
      <RunStaff analysis={analysis} stretch={stretch} line={line} verdicts={verdicts} played={played} />
    </>
  )
}
