/** A result or problems, and the reasons for everything that core says. */

export type { Outcome, Problem } from './outcome.ts'
export { type Reason, reason } from './reasons.ts'
