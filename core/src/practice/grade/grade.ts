import { err, type Outcome, ok } from '../../outcome/outcome.ts'
import { reason } from '../../outcome/reasons.ts'
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
  const { judged, moves } = readTake(exercise, notes, rules)
  return ok(sumUp(exercise, given(judged), moves, rules))
}
