import {
  type Exercise,
  type GradeRules,
  gradeStep,
  latencyFromRun,
  startGrade,
  type Take,
  wordReason,
} from '@eager-contour/core'
import { engine } from '../../engine/engine.ts'
import { VELOCITY } from '../../input/useNotes.ts'
import type { RunData, RunEvent } from './runMachine.ts'

/** The number of warm-up grades: code that never ran is slow, and the first verdict should not be late. */
const WARM_UPS = 20

/** Grades a few notes before the first one is played. */
export const warmUp = (exercise: Exercise, rules: GradeRules): void => {
  const empty = startGrade(exercise, rules)
  for (let onsetMs = 0; onsetMs < WARM_UPS; onsetMs += 1)
    gradeStep(empty, { onsetMs, durationMs: 0, midi: 60, cents: 0, velocity: VELOCITY })
}

/** How a run ends: its grade is made from the whole take, whatever was shown while it was played. */
type Ending = Extract<RunEvent, { readonly type: 'finished' | 'refused' }>

export const gradeOf = async (
  { exercise, rules }: Pick<RunData, 'exercise' | 'rules'>,
  take: Take,
  unmeasured = false,
): Promise<Ending | undefined> => {
  if (!exercise || !rules) return undefined
  const graded = await engine().gradeTake(exercise, take, rules)
  const estimatedMs = graded.ok && unmeasured ? latencyFromRun(graded.value.judged) : undefined
  if (estimatedMs !== undefined) {
    const inTime = { ...take, latencyMs: take.latencyMs + estimatedMs }
    const again = await gradeOf({ exercise, rules }, inTime)
    return again?.type === 'finished' ? { ...again, estimatedMs } : again
  }
  return graded.ok
    ? { type: 'finished', take, grade: graded.value }
    : { type: 'refused', because: graded.problems.map((problem) => wordReason(problem)).join(' ') }
}

export const rightNotes = (ending: Ending): number =>
  ending.type === 'refused' ? 0 : ending.grade.judged.filter(({ verdict }) => verdict === 'right').length
