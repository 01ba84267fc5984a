import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import type { Key } from '../../theory/pitch/key.ts'

/** What is to be reached: a tempo that holds in some keys, by a day. */
export interface Goal {
  readonly keys: readonly Key[]
  /** Quarters per minute. */
  readonly tempo: number
  /** Where it begins, from which progress is counted: the rung's lowest tempo. */
  readonly from: number
  /** “2026-11-03”. */
  readonly by: string
}

/** A tempo that held in a key, on a day. */
export interface HeldTempo {
  readonly day: string
  readonly key: Key
  readonly tempo: number
}

export interface GoalForecast {
  /** Keys that have reached the tempo. */
  readonly reached: number
  readonly keys: number
  /** How far it is in all keys together, 0 to 1. */
  readonly share: number
  /** Days that are left. */
  readonly daysLeft: number
  /** The share of it that each day left has to bring, and that a day brought over the last weeks. */
  readonly needed: number
  readonly pace: number
  /** Days until it is reached at that pace; undefined if nothing moved in the last weeks. */
  readonly days?: number
}

/** The days over which the pace is measured. */
const PACE_DAYS = 28
const DAY_MS = 86_400_000

const classOf = ({ tonic }: Key): number => pitchClassOf(fifthsOf(tonic))

/** How far all keys are by the end of a day: each key's fastest tempo that held, between where it begins and the goal. */
const shareUntil = ({ keys, tempo, from }: Goal, held: readonly HeldTempo[], day: string): number => {
  const fastest = new Map<number, number>()
  for (const one of held)
    if (one.day <= day) fastest.set(classOf(one.key), Math.max(fastest.get(classOf(one.key)) ?? 0, one.tempo))
  // The first run that holds is a step of its own: at the lowest tempo a key is not at nothing.
  const [low, high] = [from * FIRST_STEP, tempo]
  const sum = keys.reduce((all, key) => {
    const best = fastest.get(classOf(key)) ?? low
    return all + Math.min(1, Math.max(0, (best - low) / Math.max(1, high - low)))
  }, 0)
  return keys.length === 0 ? 1 : sum / keys.length
}
const FIRST_STEP = 0.8

/**
 * Whether a goal will be reached at the pace so far: how far it is, what each day has to bring, what a day brought over the
 * last four weeks, and when it is there. Straight on: no better than a straight line can be told from a few weeks.
 *
 * @param held what held, in any order
 * @param today the player's day, “2026-11-03”
 * @example forecastGoal({ keys: keysOfMode('major'), tempo: 160, from: 80, by: '2026-12-24' }, [], '2026-11-24').daysLeft // 30
 */
export const forecastGoal = (goal: Goal, held: readonly HeldTempo[], today: string): GoalForecast => {
  const best = (key: Key) =>
    Math.max(0, ...held.filter((one) => classOf(one.key) === classOf(key)).map(({ tempo }) => tempo))
  const reached = goal.keys.filter((key) => best(key) >= goal.tempo).length
  const share = reached === goal.keys.length ? 1 : shareUntil(goal, held, today)
  const before = new Date(Date.parse(today) - PACE_DAYS * DAY_MS).toISOString().slice(0, 10)
  // Who began later has a pace over the days since.
  const [first = today] = held.map((one) => one.day).sort()
  const [since] = [first, before].sort().reverse() as [string, string]
  const days = Math.max(1, Math.round((Date.parse(today) - Date.parse(since)) / DAY_MS))
  const begun = first > before ? 0 : shareUntil(goal, held, before)
  const pace = Math.max(0, share - begun) / days
  const daysLeft = Math.max(0, Math.round((Date.parse(goal.by) - Date.parse(today)) / DAY_MS))
  return {
    reached,
    keys: goal.keys.length,
    share,
    daysLeft,
    needed: daysLeft === 0 ? 1 - share : (1 - share) / daysLeft,
    pace,
    ...(share >= 1 ? { days: 0 } : pace > 0 ? { days: Math.ceil((1 - share) / pace) } : {}),
  }
}
