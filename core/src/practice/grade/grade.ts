import type { Exercise } from '../drill/exercise.ts'
import type { PlayedNote, Take } from '../listen/take.ts'
import { alignments, fastMatch } from './alignment.ts'
import { judgeFree, judgeTake } from './free.ts'
import { type GradeState, startGrade } from './gradeState.ts'
import { type Grade, sumUp, sumUpFree } from './marks.ts'
import { GRADE_RULES, type GradeRules } from './rules.ts'
import { advanceGrade, settlePlain } from './settling.ts'

export { type GradeState, startGrade } from './gradeState.ts'
export { advanceGrade } from './settling.ts'

/**
 * Takes one more note, in the order of their onsets. The state keeps every alignment of played and expected notes
 * that is still possible (the cheapest for each number of expected notes dealt with); a verdict is settled
 * immediately if the note matched, otherwise when its lag is over. Settled verdicts stay: the live verdicts are the
 * final ones.
 *
 * @example gradeStep(startGrade(exercise), played[0]).settled.length // 1
 */
export const gradeStep = (state: GradeState, note: PlayedNote): GradeState => {
  if (state.exercise.free) {
    const judged = judgeFree(state.exercise, note, state.playedCount)
    state.gathered?.push(judged)
    const settled = state.gathered ? state.settled : [...state.settled, judged]
    return { ...state, settled, playedCount: state.playedCount + 1 }
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
 * Ends the grade of an exercise with given notes: the rest is missed, everything is settled, and the marks are given.
 *
 * @example
 * finishGrade(played.reduce(gradeStep, startGrade(exercise))).marks
 * // { notes: 100, time: 100, flow: 100 }
 */
export const finishGrade = (state: GradeState): Grade => {
  const ended = advanceGrade(state, Number.POSITIVE_INFINITY)
  return sumUp(ended.exercise, [...ended.settled, ...(ended.gathered ?? [])], ended.rules)
}

/**
 * Grades a whole take: the same steps, one note after the other; a free take is then graded by its limits.
 * @param exercise what was to be played
 * @param take what was played, in milliseconds from the first beat
 * @param rules the player's thresholds
 * @returns a verdict per note, marks from 0 to 100 and the weakest places
 * @example gradeTake(exercise, take).verdict // 'move on'
 */
export const gradeTake = (exercise: Exercise, take: Take, rules: GradeRules = GRADE_RULES): Grade => {
  const played: GradeState = [...take.notes]
    .sort((a, b) => a.onsetMs - b.onsetMs)
    .reduce<GradeState>(
      (state, note) => gradeStep(state, { ...note, onsetMs: note.onsetMs - take.latencyMs }),
      { ...startGrade(exercise, rules), gathered: [] },
    )
  return exercise.free
    ? sumUpFree(exercise, played.gathered ?? [], judgeTake(exercise, take), rules)
    : finishGrade(played)
}
