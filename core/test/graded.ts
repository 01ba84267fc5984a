import type { Exercise } from '../src/practice/drill/exercise.ts'
import { gradeTake } from '../src/practice/grade/grade.ts'
import type { Grade } from '../src/practice/grade/marks.ts'
import { GRADE_RULES, type GradeRules } from '../src/practice/grade/rules.ts'
import type { Take } from '../src/practice/listen/take.ts'

/** The grade of a take that can be graded. */
export const graded = (exercise: Exercise, take: Take, rules: GradeRules = GRADE_RULES): Grade => {
  const outcome = gradeTake(exercise, take, rules)
  if (!outcome.ok) throw new Error(`the take cannot be graded: ${outcome.problems[0]!.rule}`)
  return outcome.value
}
