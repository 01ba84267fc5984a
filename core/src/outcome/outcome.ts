import type { Reason } from './reasons.ts'

/** Where a problem is: in a text (line and column, both from 1) or in a tune (bar and beat, both from 1). */
export interface TextPosition {
  readonly line?: number
  readonly column?: number
  readonly length?: number
  readonly bar?: number
  readonly beat?: number
}

/** What is wrong, where, and (if there is one) the text that would fix it. */
export type Problem = Reason & {
  readonly place?: TextPosition
  readonly fix?: string
  /** Further texts that may have been meant. */
  readonly others?: readonly string[]
}

/** A result, or the problems that prevented it. Readers give one of the two and never throw on bad input. */
export type Outcome<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problems: readonly Problem[] }

/** The outcome of success. */
export const ok = <T>(value: T): Outcome<T> => ({ ok: true, value })

/** The outcome of failure, with its problems. */
export const err = <T>(...problems: readonly Problem[]): Outcome<T> => ({ ok: false, problems })
