import type { RuleArguments, RuleId } from '../outcome/reasons.ts'

/** One sentence for each rule, of the rule's own arguments. */
export type Sentences<R extends RuleId> = {
  readonly [Rule in R]: (...args: RuleArguments[Rule]) => string
}
