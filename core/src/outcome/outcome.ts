/** Where a problem is: in a text (line and column, both from 1) or in a tune (bar and beat, both from 1). */
export interface TextPosition {
  readonly line?: number
  readonly column?: number
  readonly length?: number
  readonly bar?: number
  readonly beat?: number
}

/** A statement as a rule's name and its arguments; wording/ turns it into a sentence as late as possible. */
export interface Reason {
  readonly rule: string
  readonly args: readonly unknown[]
}

/** What stood in the way, where, and (where there is one) the text that would mend it. */
export interface Problem extends Reason {
  readonly place?: TextPosition
  readonly fix?: string
  /** Further texts that may have been meant. */
  readonly others?: readonly string[]
}

export type Outcome<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problems: readonly Problem[] }

export const reason = (rule: string, ...args: readonly unknown[]): Reason => ({ rule, args })

export const ok = <T>(value: T): Outcome<T> => ({ ok: true, value })

export const err = <T>(...problems: readonly Problem[]): Outcome<T> => ({ ok: false, problems })
