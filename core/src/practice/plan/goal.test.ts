import { describe, expect, it } from 'vitest'
import { keysOfMode } from '../../theory/pitch/key.ts'
import { forecastGoal, type Goal, type HeldTempo } from './goal.ts'

const KEYS = keysOfMode('major')
const goal = (more: Partial<Goal> = {}): Goal => ({
  keys: KEYS,
  tempo: 160,
  from: 100,
  by: '2026-07-01',
  ...more,
})
const day = (at: number): string =>
  new Date(Date.parse('2026-05-01') + at * 86_400_000).toISOString().slice(0, 10)

describe('forecastGoal', () => {
  it('a key every two days at once in tempo is there when the twelfth is', () => {
    const held = KEYS.slice(0, 6).map((key, at): HeldTempo => ({ day: day(2 * at), key, tempo: 160 }))
    const forecast = forecastGoal(goal(), held, day(12))
    expect(forecast).toMatchObject({ reached: 6, keys: 12, share: 0.5, days: 12 })
    expect(forecast.daysLeft).toBe(49)
    expect(forecast.pace).toBeGreaterThan(forecast.needed)
  })

  it('is never in time where nothing moved for four weeks, and says no day', () => {
    const held = KEYS.slice(0, 6).map((key): HeldTempo => ({ day: day(0), key, tempo: 160 }))
    const forecast = forecastGoal(goal(), held, day(40))
    expect(forecast.pace).toBe(0)
    expect(forecast.days).toBeUndefined()
    expect(forecast.needed).toBeGreaterThan(0)
  })

  it('grows with every faster run, never beyond the goal, and a slower one takes nothing away', () => {
    let before = -1
    for (const tempo of [100, 110, 130, 159]) {
      const { share, reached } = forecastGoal(goal(), [{ day: day(0), key: KEYS[0]!, tempo }], day(1))
      expect(share).toBeGreaterThan(before)
      expect(reached).toBe(0)
      before = share
    }
    const fast = [{ day: day(0), key: KEYS[0]!, tempo: 220 }]
    const slow = [...fast, { day: day(1), key: KEYS[0]!, tempo: 90 }]
    expect(forecastGoal(goal({ keys: [KEYS[0]!] }), fast, day(2))).toMatchObject({
      share: 1,
      reached: 1,
      days: 0,
    })
    expect(forecastGoal(goal(), slow, day(2)).share).toBe(forecastGoal(goal(), fast, day(2)).share)
  })

  it('a day that is over leaves no days; C sharp is D flat', () => {
    const held = [{ day: day(0), key: { tonic: 'C#', mode: 'major' as const }, tempo: 160 }]
    const flat = goal({ keys: [{ tonic: 'Db', mode: 'major' }], by: '2026-05-01' })
    expect(forecastGoal(flat, held, day(9))).toMatchObject({ reached: 1, daysLeft: 0, days: 0 })
    expect(forecastGoal(goal({ by: '2026-04-01' }), [], day(9))).toMatchObject({ share: 0, daysLeft: 0 })
  })
})
