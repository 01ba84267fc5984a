import { check } from '@eager-contour/contract'
import { HttpProblem } from './problem.ts'

/** What a request brings, as the contract has it; refused with what is wrong. */
export const valid = <T extends object>(type: new () => T, value: unknown): T => {
  const outcome = check(type, value)
  if (outcome.ok) return outcome.value
  throw new HttpProblem('invalid', 'The request is not valid.', outcome.problems)
}
