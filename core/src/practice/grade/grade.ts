import { err, type Outcome, ok } from '../../outcome/outcome.ts'
import { reason } from '../../outcome/reasons.ts'
import type { Swing } from '../../theory/rhythm/swing.ts'
import type { Exercise } from '../drill/exercise.ts'
import type { Take } from '../listen/take.ts'
import { isInTurn, judgeFree, judgeTake } from './free.ts'
import type { Judged } from './judged.ts'
import { type Grade, sumUp, sumUpFree } from './marks.ts'
import { GRADE_RULES, type GradeRules } from './rules.ts'
import { readTake } from './wholeTake.ts'

/**
 * Grades a whole take, read from its beginning to its end: the grade that is kept. The same take has the same grade, however
 * its notes were delivered.
 * A MIDI file of even eighths over a tune that swings is graded by even eighths, and the grade says so.
 * @param exercise what was to be played
 * @param take what was played, in milliseconds from the first beat
 * @param rules the player's thresholds
 * @returns a verdict per note, marks from 0 to 100 and the weakest places; a problem if a time is no number
 * @example gradeTake(exercise, take).value.verdict // 'move on'
 */
export const gradeTake = (
  exercise: Exercise,
  take: Take,
  rules: GradeRules = GRADE_RULES,
): Outcome<Grade> => {
  const broken = take.notes.findIndex(
    ({ onsetMs, midi }) => !Number.isFinite(onsetMs) || !Number.isFinite(midi),
  )
  if (broken >= 0) return err(reason('take.note', broken + 1))
  if (!Number.isFinite(take.latencyMs)) return err(reason('take.latency'))
  const order = take.notes
    .map((note, given) => ({ note: { ...note, onsetMs: note.onsetMs - take.latencyMs }, given }))
    .sort((a, b) => a.note.onsetMs - b.note.onsetMs || a.note.midi - b.note.midi)
  const notes = order.map(({ note }) => note)
  const given = (judged: readonly Judged[]): readonly Judged[] =>
    judged.map((one) => (one.played === undefined ? one : { ...one, played: order[one.played]!.given }))
  if (exercise.free) {
    const judged = given(
      notes.flatMap((note, at) => (isInTurn(exercise, note) ? [judgeFree(exercise, note, at)] : [])),
    )
    return ok(sumUpFree(judged, judgeTake(exercise, take), rules))
  }
  const gradeOf = (asked: Exercise): Grade => {
    const { judged, moves } = readTake(asked, notes, rules)
    return sumUp(asked, given(judged), moves, rules)
  }
  const grade = gradeOf(exercise)
  if (take.source !== 'midi-file' || exercise.swing === STRAIGHT) return ok(grade)
  const straight = gradeOf({ ...exercise, swing: STRAIGHT })
  return ok(isBetter(straight, grade) ? { ...straight, isStraight: true } : grade)
}

/** Even eighths, as a notation program writes them into a file over a tune that swings. */
const STRAIGHT: Swing = 0.5

const isBetter = (one: Grade, other: Grade): boolean => (one.marks.time ?? 0) > (other.marks.time ?? 0)
