import type { ErrorBody, ErrorCode } from '@eager-contour/contract'
import type { Problem } from '@eager-contour/core'
import { storageCode } from '../store/database.ts'
import { ConflictError, NotFoundError } from '../store/errors.ts'

const STATUS: Readonly<Record<ErrorCode, number>> = {
  invalid: 400,
  forbidden: 403,
  'not-found': 404,
  conflict: 409,
  'too-large': 413,
  storage: 503,
  internal: 500,
}

/** An error that the client is told about. */
export class HttpProblem extends Error {
  constructor(
    readonly code: ErrorCode,
    message: string,
    readonly problems: readonly Problem[] = [],
    readonly current?: unknown,
  ) {
    super(message)
  }

  get status(): number {
    return STATUS[this.code]
  }

  get body(): ErrorBody {
    return {
      error: {
        code: this.code,
        message: this.message,
        problems: this.problems,
        ...(this.current === undefined ? {} : { current: this.current }),
      },
    }
  }
}

/** Turns anything thrown into what the client is told, without internal details. */
export const asProblem = (error: unknown): HttpProblem => {
  if (error instanceof HttpProblem) return error
  if (error instanceof ConflictError)
    return new HttpProblem(
      'conflict',
      'This was changed elsewhere in the meantime. Nothing was overwritten.',
      [],
      error.current,
    )
  if (error instanceof NotFoundError) return new HttpProblem('not-found', `There is no such ${error.what}.`)
  const { type, code, driverError, status } = error as {
    status?: number
    type?: string
    code?: string
    driverError?: { code?: string }
  }
  if (type === 'entity.too.large') return new HttpProblem('too-large', 'The request is too large.')
  if (type === 'entity.parse.failed' || type === 'encoding.unsupported' || type === 'charset.unsupported')
    return new HttpProblem('invalid', 'The request is not valid JSON.')
  // A wrong escape in the path, a body that is not what its encoding says: the parser's own errors.
  if (status !== undefined && status >= 400 && status < 500)
    return new HttpProblem('invalid', 'The request is not valid.')
  const storage = driverError?.code ?? code ?? ''
  if (storage === 'SQLITE_CONSTRAINT_FOREIGNKEY')
    return new HttpProblem('not-found', 'The tune that this belongs to is not saved yet.')
  if (storageCode(error) !== undefined || /^SQLITE_(BUSY|LOCKED)/.test(storage))
    return new HttpProblem(
      'storage',
      'The database can’t be written right now. What you did is kept in the browser and will be sent again.',
    )
  return new HttpProblem(
    'internal',
    'Something went wrong on the server. What you did is kept in the browser.',
  )
}
