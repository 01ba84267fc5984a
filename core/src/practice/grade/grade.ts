import { err, type Outcome, ok } from '../../outcome/outcome.ts'
import { reason } from '../../outcome/reasons.ts'
import type { Exercise } from '../drill/exercise.ts'
import type { PlayedNote, Take } from '../listen/take.ts'
import { alignments, fastMatch } from './alignment.ts'
import { judgeFree, judgeTake } from './free.ts'
import type { GradeState } from './gradeState.ts'
import type { Judged } from './judged.ts'
import { type Grade, sumUp, sumUpFree } from './marks.ts'
import { GRADE_RULES, type GradeRules } from './rules.ts'
import { advanceGrade, settlePlain } from './settling.ts'
import { readTake } from './wholeTake.ts'

export { type GradeState, startGrade } from './gradeState.ts'
export { advanceGrade } from './settling.ts'

/**
 * Takes one more note, in the order of their onsets. The state keeps every alignment of played and expected notes
 * that is still possible (the cheapest for each number of expected notes dealt with); a verdict is settled
 * immediately if the note matched, otherwise when its lag is over. Settled verdicts stay for as long as the run lasts: at its
 * end the whole take is read again. A note without a time is left out.
 *
 * @example gradeStep(startGrade(exercise), played[0]).settled.length // 1
 */
export const gradeStep = (state: GradeState, note: PlayedNote): GradeState => {
  if (!Number.isFinite(note.onsetMs)) return { ...state, playedCount: state.playedCount + 1 }
  if (state.exercise.free) {
    const judged = judgeFree(state.exercise, note, state.playedCount)
    return { ...state, settled: [...state.settled, judged], playedCount: state.playedCount + 1 }
  }
  const now = advanceGrade(state, note.onsetMs)
  const usual = fastMatch(now, note)
  if (usual) return usual
  return settlePlain({
    ...now,
    hypotheses: alignments(now, note),
    playedCount: now.playedCount + 1,
    clockMs: note.onsetMs,
  })
}

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
    const judged = given(notes.map((note, at) => judgeFree(exercise, note, at)))
    return ok(sumUpFree(exercise, judged, judgeTake(exercise, take), rules))
  }
  const { judged, moves } = readTake(exercise, notes, rules)
  return ok(sumUp(exercise, given(judged), moves, rules))
}
