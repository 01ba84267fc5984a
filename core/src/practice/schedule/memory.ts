import { type Card, createEmptyCard, type FSRS, fsrs, generatorParameters, Rating, State } from 'ts-fsrs'
import type { RunVerdict } from '../grade/rules.ts'

/** What is remembered of something practised: plain data, as it is stored. */
export interface Memory {
  /** Days after which it is recalled nine times out of ten. */
  readonly stability: number
  /** 1, easy, to 10. */
  readonly difficulty: number
  readonly state: 'learning' | 'review' | 'relearning'
  /** Steps of learning that are done. */
  readonly steps: number
  readonly reviews: number
  readonly lapses: number
  /** When it was last played, and when it should be played again: ISO 8601. */
  readonly last: string
  readonly due: string
}

/** How well it is still known, in a word. */
export type Freshness = 'fresh' | 'soon' | 'due' | 'fading'

/** The verdicts of a run as the ratings of FSRS. */
export const RATINGS = {
  again: Rating.Again,
  close: Rating.Hard,
  solid: Rating.Good,
  'move on': Rating.Easy,
} as const satisfies Readonly<Record<RunVerdict, Rating>>

/** The parameters of FSRS: those of its authors, or those that were fitted to a player's log. */
export type MemoryParameters = readonly number[]

const schedulers = new Map<string, FSRS>()

/**
 * FSRS in whole days: within a day the ladder says what comes. Nothing is left to chance, so that the same log gives the same
 * plan.
 *
 * @param parameters those of its authors if left out
 */
const schedulerOf = (parameters?: MemoryParameters): FSRS => {
  const name = parameters?.join(' ') ?? ''
  const known = schedulers.get(name)
  if (known) return known
  const made = fsrs(
    generatorParameters({
      enable_fuzz: false,
      enable_short_term: false,
      request_retention: 0.9,
      ...(parameters ? { w: [...parameters] } : {}),
    }),
  )
  // A player has one set of parameters at a time.
  if (schedulers.size > 1) schedulers.clear()
  schedulers.set(name, made)
  return made
}

const STATES = { learning: State.Learning, review: State.Review, relearning: State.Relearning } as const
const NAMES = {
  [State.Learning]: 'learning',
  [State.Review]: 'review',
  [State.Relearning]: 'relearning',
} as const

const DAY_MS = 86_400_000
/** It is called soon if it is due within this time, and fading if it is recalled less often than this. */
const SOON_MS = DAY_MS
const FADING = 0.7

const cardOf = (memory: Memory): Card => ({
  due: new Date(memory.due),
  stability: memory.stability,
  difficulty: memory.difficulty,
  elapsed_days: 0,
  scheduled_days: Math.max(0, Math.round((Date.parse(memory.due) - Date.parse(memory.last)) / DAY_MS)),
  learning_steps: memory.steps,
  reps: memory.reviews,
  lapses: memory.lapses,
  state: STATES[memory.state],
  last_review: new Date(memory.last),
})

/**
 * The memory of something after it was played once more. A moment before the last one (a clock that was set back) counts as
 * the last one.
 * @param before undefined if it was never played
 * @param at ISO 8601
 * @param parameters those of its authors if left out
 * @example remembered(undefined, 'solid', '2026-01-01T10:00:00.000Z').reviews // 1
 */
export const remembered = (
  before: Memory | undefined,
  verdict: RunVerdict,
  at: string,
  parameters?: MemoryParameters,
): Memory => {
  const now = new Date(before && before.last > at ? before.last : at)
  const begun = before ? cardOf(before) : createEmptyCard(now)
  const { card } = schedulerOf(parameters).next(begun, now, RATINGS[verdict])
  return {
    stability: card.stability,
    difficulty: card.difficulty,
    state: NAMES[card.state as keyof typeof NAMES] ?? 'learning',
    steps: card.learning_steps,
    reviews: card.reps,
    lapses: card.lapses,
    last: now.toISOString(),
    due: card.due.toISOString(),
  }
}

/**
 * The memory of something from all its runs, oldest first; undefined for none.
 *
 * @example memoryOf([]) // undefined
 */
export const memoryOf = (
  runs: readonly { readonly verdict: RunVerdict; readonly playedAt: string }[],
  parameters?: MemoryParameters,
): Memory | undefined =>
  runs.reduce<Memory | undefined>(
    (memory, { verdict, playedAt }) => remembered(memory, verdict, playedAt, parameters),
    undefined,
  )

/**
 * How likely something is recalled at a moment, 0 to 1. The shape of this curve is the same for every player: only how fast
 * memories grow is fitted.
 *
 * @example recallOf(remembered(undefined, 'solid', '2026-01-01T10:00:00.000Z'), new Date('2026-01-01T10:00:00.000Z')) // 1
 */
export const recallOf = (memory: Memory, now: Date): number => {
  const days = Math.max(0, Math.floor((now.getTime() - Date.parse(memory.last)) / DAY_MS))
  return schedulerOf().forgetting_curve(days, memory.stability)
}

/**
 * The days between two moments as FSRS counts them: by the calendar (UTC); none if the second is before the first.
 *
 * @param from ISO 8601
 * @param to ISO 8601
 */
export const daysBetween = (from: string, to: string): number =>
  Math.max(0, Math.floor(Date.parse(to) / DAY_MS) - Math.floor(Date.parse(from) / DAY_MS))

/**
 * How likely it was that something would be recalled when it was played again, 0 to 1; undefined within a day, of which nothing
 * is foretold.
 *
 * @param at ISO 8601
 * @example foretoldRecall(remembered(undefined, 'solid', '2026-01-01T10:00:00.000Z'), '2026-01-01T11:00:00.000Z') // undefined
 */
export const foretoldRecall = ({ last, stability }: Memory, at: string): number | undefined => {
  const days = daysBetween(last, at)
  return days === 0 ? undefined : schedulerOf().forgetting_curve(days, stability)
}

/**
 * How well something is still known at a moment, in a word.
 *
 * @example freshnessOf(remembered(undefined, 'move on', '2026-01-01T10:00:00.000Z'), new Date('2026-01-01T11:00:00.000Z')) // 'fresh'
 */
export const freshnessOf = (memory: Memory, now: Date): Freshness => {
  const left = Date.parse(memory.due) - now.getTime()
  if (left > SOON_MS) return 'fresh'
  if (left > 0) return 'soon'
  return recallOf(memory, now) < FADING ? 'fading' : 'due'
}
