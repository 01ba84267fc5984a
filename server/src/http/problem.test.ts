import { reason } from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import { asProblem, HttpProblem } from './problem.ts'

describe('asProblem', () => {
  it('passes on what was meant for the client', () => {
    const problem = new HttpProblem(
      'conflict',
      'Changed elsewhere.',
      [reason('field.invalid', 'title', 'too long')],
      {
        revision: 3,
      },
    )
    expect(asProblem(problem)).toBe(problem)
    expect(problem.status).toBe(409)
    expect(problem.body).toEqual({
      error: {
        code: 'conflict',
        message: 'Changed elsewhere.',
        problems: [reason('field.invalid', 'title', 'too long')],
        current: { revision: 3 },
      },
    })
  })

  it.each([
    [{ type: 'entity.too.large' }, 'too-large', 413],
    [{ type: 'entity.parse.failed' }, 'invalid', 400],
    [{ driverError: { code: 'SQLITE_CONSTRAINT_FOREIGNKEY' } }, 'not-found', 404],
    [{ driverError: { code: 'SQLITE_BUSY' } }, 'storage', 503],
    [{ code: 'SQLITE_FULL' }, 'storage', 503],
    [new Error('secret path /home/someone'), 'internal', 500],
  ])('%o is %s', (error, code, status) => {
    const problem = asProblem(error)
    expect([problem.code, problem.status]).toEqual([code, status])
    expect(JSON.stringify(problem.body)).not.toContain('secret')
  })
})
