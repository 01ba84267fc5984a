import { reason } from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import {
  changeBlock,
  dayOf,
  isOver,
  keepSession,
  nextBlock,
  type Session,
  type SessionBlock,
} from './session.ts'

const block = (id: string, state: SessionBlock['state'] = 'waiting'): SessionBlock => ({
  ...{ id, state, kind: 'due', tune: 'tune-1', rung: 'roots', tempo: 80, minutes: 3 },
  ...{ key: { tonic: 'C', mode: 'major' }, stretch: { from: 0, to: 3 }, why: reason('plan.warmUp') },
})
const session: Session = {
  day: '2026-11-03',
  minutes: 20,
  blocks: [block('a', 'done'), block('b'), block('c')],
}

describe('a session', () => {
  it('goes on at the first block that waits', () => {
    expect(nextBlock(session)?.id).toBe('b')
    expect(nextBlock({ ...session, blocks: [block('a', 'skipped')] })).toBeUndefined()
    expect(nextBlock(undefined)).toBeUndefined()
    keepSession(session)
    expect(() => changeBlock('b', { state: 'done' })).not.toThrow()
  })

  it('leaves a block when it went well, or when its minutes have passed', () => {
    const started = { ...block('b'), startedAt: 1_000_000 }
    expect(isOver(started, false, 1_000_000 + 60_000)).toBe(false)
    expect(isOver(started, true, 1_000_000 + 60_000)).toBe(true)
    expect(isOver(started, false, 1_000_000 + 3 * 60_000)).toBe(true)
  })

  it('has the day of the player’s own clock', () => {
    expect(dayOf(new Date(2026, 10, 3, 23, 59))).toBe('2026-11-03')
    expect(dayOf(new Date(2026, 0, 9, 0, 1))).toBe('2026-01-09')
  })
})
