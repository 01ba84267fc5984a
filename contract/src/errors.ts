import type { Problem } from '@eager-contour/core'

export type ErrorCode =
  | 'invalid'
  | 'not-found'
  | 'conflict'
  | 'too-large'
  | 'forbidden'
  | 'storage'
  | 'internal'

/** The one shape of every error answer. */
export interface ErrorBody {
  readonly error: {
    readonly code: ErrorCode
    readonly message: string
    readonly problems: readonly Problem[]
    /** For a conflict: what is stored now. */
    readonly current?: unknown
  }
}
