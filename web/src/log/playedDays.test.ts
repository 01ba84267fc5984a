import { afterEach, describe, expect, it } from 'vitest'
import { playedDays, weeksUntil } from './playedDays.ts'

const zone = process.env.TZ
afterEach(() => {
  process.env.TZ = zone
})
const times = (...at: readonly string[]) => at.map((one) => ({ at: one, seconds: 600, runs: 1 }))

describe('playedDays', () => {
  it('are the player’s days: an evening in New York is the next day in UTC', () => {
    process.env.TZ = 'America/New_York'
    expect(playedDays(times('2026-11-04T02:30:00Z', '2026-11-03T15:00:00Z'))).toEqual([
      { day: '2026-11-03', minutes: 20, runs: 2 },
    ])
    process.env.TZ = 'Asia/Kolkata'
    expect(playedDays(times('2026-11-03T18:30:00Z', '2026-11-03T18:00:00Z')).map(({ day }) => day)).toEqual([
      '2026-11-03',
      '2026-11-04',
    ])
  })

  it('a day of 23 hours and one of 25 are days like others', () => {
    process.env.TZ = 'Europe/Berlin'
    const spring = playedDays(times('2026-03-28T23:00:00Z', '2026-03-29T21:30:00Z', '2026-03-29T22:00:00Z'))
    expect(spring.map(({ day, runs }) => [day, runs])).toEqual([
      ['2026-03-29', 2],
      ['2026-03-30', 1],
    ])
    expect(weeksUntil(new Date('2026-10-26T12:00:00Z'), 2)).toEqual([
      ['2026-10-19', '2026-10-20', '2026-10-21', '2026-10-22', '2026-10-23', '2026-10-24', '2026-10-25'],
      ['2026-10-26'],
    ])
  })

  it('something short was played for a minute; nothing is no day', () => {
    expect(playedDays([{ at: '2026-11-03T12:00:00Z', seconds: 8, runs: 1 }])[0]!.minutes).toBe(1)
    expect(playedDays([])).toEqual([])
  })
})
