import type { PlayedTimeAnswer } from '@eager-contour/contract'
import { addDays, startOfWeek } from 'date-fns'
import { dayOf } from '../practice/session.ts'

/** What was played on one of the player's days. */
export interface PlayedDay {
  /** “2026-11-03”, where the player is. */
  readonly day: string
  readonly minutes: number
  readonly runs: number
}

/** What was played in each half hour, by the player's days, oldest first: a day may have 23 or 25 hours. */
export const playedDays = (times: readonly PlayedTimeAnswer[]): readonly PlayedDay[] => {
  const days = new Map<string, { seconds: number; runs: number }>()
  for (const { at, seconds, runs } of times) {
    const day = dayOf(new Date(at))
    const known = days.get(day) ?? { seconds: 0, runs: 0 }
    days.set(day, { seconds: known.seconds + seconds, runs: known.runs + runs })
  }
  return [...days]
    .map(([day, { seconds, runs }]) => ({ day, minutes: Math.max(1, Math.round(seconds / 60)), runs }))
    .sort((a, b) => (a.day < b.day ? -1 : 1))
}

/** The days of some weeks up to today's, a week in a row from Monday on; days to come are left out. */
export const weeksUntil = (today: Date, weeks: number): readonly (readonly string[])[] => {
  const first = addDays(startOfWeek(today, { weekStartsOn: 1 }), -7 * (weeks - 1))
  return Array.from({ length: weeks }, (_, week) =>
    Array.from({ length: 7 }, (_, day) => addDays(first, 7 * week + day))
      .filter((date) => date <= today)
      .map(dayOf),
  )
}
