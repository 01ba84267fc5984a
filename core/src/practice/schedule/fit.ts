import { clipParameters, default_w, type FSRSState, fsrs, type Grade } from 'ts-fsrs'
import type { RunVerdict } from '../grade/rules.ts'
import { daysBetween, type MemoryParameters, RATINGS } from './memory.ts'

/** A run of something, as its memory sees it. */
export interface ItemReview {
  readonly verdict: RunVerdict
  /** ISO 8601. */
  readonly at: string
}

/** How well a log is foretold with some parameters, and with which. */
export interface MemoryFit {
  readonly parameters: MemoryParameters
  /** Runs after a day or more: those of which something could be foretold. */
  readonly reviews: number
  /** Log-loss over the last fifth of them (natural logarithm; less is better) with the usual parameters, and with these. */
  readonly usual: number
  readonly fitted: number
}

/**
 * Parameters are fitted from this many reviews on.
 *
 * @example LEAST_REVIEWS // 400
 */
export const LEAST_REVIEWS = 400
/** They are fitted over the last reviews. */
const MOST_REVIEWS = 4000
/** The share of the reviews, the first ones, to which they are fitted; the others judge. */
const FITTED_SHARE = 0.8
/**
 * What is fitted: how long a first run is remembered, how difficulty counts, how a memory grows when it holds and shrinks when
 * it does not. Left out: reviews within a day, which the schedule doesn't use, and the shape of the curve.
 */
const FIT = Array.from({ length: 17 }, (_, at) => at)
/** Each parameter is tried so much larger and smaller, in ever finer steps. */
const STEPS = [1.5, 1.2, 1.08, 1.03]
const ROUNDS = 3
/** How much a parameter that is twice the usual one has to gain: in nats over all reviews. */
const DISTANCE_COST = 1.5
const LEAST_CHANCE = 1e-4
/** After so many reviews something else has its turn: some milliseconds. */
const REVIEWS_A_TURN = 300
const RELEARNING_STEPS = 1

interface Step {
  readonly rating: Grade
  /** Whole days since the review before. */
  readonly days: number
  readonly recalled: boolean
  readonly at: string
}

const stepsOf = (reviews: readonly ItemReview[]): readonly Step[] =>
  reviews.map(({ verdict, at }, index) => ({
    rating: RATINGS[verdict],
    days: index === 0 ? 0 : daysBetween(reviews[index - 1]!.at, at),
    recalled: verdict !== 'again',
    at,
  }))

interface Losses {
  readonly first: number
  readonly last: number
}

/** The log-loss of what is foretold with some parameters, summed: of the reviews before a moment, and from then on. */
function* lossesOf(
  items: readonly (readonly Step[])[],
  parameters: MemoryParameters,
  moment: string,
): Generator<undefined, Losses> {
  const engine = fsrs({ w: [...parameters], enable_short_term: false })
  let first = 0
  let last = 0
  let turn = 0
  for (const steps of items) {
    turn += steps.length
    if (turn > REVIEWS_A_TURN) {
      turn = 0
      yield
    }
    let memory: FSRSState | null = null
    for (const { rating, days, recalled, at } of steps) {
      if (memory && days > 0) {
        const chance = engine.forgetting_curve(days, memory.stability)
        const loss = -Math.log(Math.max(LEAST_CHANCE, recalled ? chance : 1 - chance))
        if (at < moment) first += loss
        else last += loss
      }
      memory = engine.next_state(memory, days, rating)
    }
  }
  return { first, last }
}

const usualParameters = (): readonly number[] => clipParameters([...default_w], RELEARNING_STEPS, false)

/**
 * Fits the parameters of FSRS to a player's own log, step by step: each step takes some milliseconds, so that other work goes on
 * between two of them. They are fitted to the first four fifths of the reviews by trying each larger and smaller, and judged on
 * the last fifth.
 *
 * @param items the reviews of each thing that was practised, oldest first
 * @returns undefined while there are too few reviews
 * @example fitMemory([]).next() // { value: undefined, done: true }
 */
export function* fitMemory(
  items: readonly (readonly ItemReview[])[],
): Generator<undefined, MemoryFit | undefined> {
  const all = items.map(stepsOf)
  const foretold = all
    .flatMap((steps) => steps.filter(({ days }, index) => index > 0 && days > 0))
    .map(({ at }) => at)
    .sort()
  if (foretold.length < LEAST_REVIEWS) return undefined
  // The oldest reviews of a long log say least about how the player learns now.
  const judged = foretold.slice(-MOST_REVIEWS)
  const recent = all.filter((steps) => steps.at(-1)!.at >= judged[0]!)
  const moment = judged[Math.floor(judged.length * FITTED_SHARE)]!
  const usual = usualParameters()
  function* costOf(parameters: MemoryParameters): Generator<undefined, number> {
    const { first } = yield* lossesOf(recent, parameters, moment)
    return (
      first + FIT.reduce((sum, at) => sum + Math.log2(parameters[at]! / usual[at]!) ** 2 * DISTANCE_COST, 0)
    )
  }
  let best = usual
  let least = yield* costOf(best)
  for (const step of STEPS)
    for (let round = 0; round < ROUNDS; round += 1) {
      const before = least
      for (const at of FIT) {
        for (const factor of [step, 1 / step]) {
          const tried = clipParameters(
            best.map((value, index) => (index === at ? value * factor : value)),
            RELEARNING_STEPS,
            false,
          )
          const cost = yield* costOf(tried)
          if (cost < least) [best, least] = [tried, cost]
        }
      }
      if (least === before) break
    }
  const count = judged.filter((at) => at >= moment).length
  return {
    parameters: best,
    reviews: foretold.length,
    usual: (yield* lossesOf(recent, usual, moment)).last / count,
    fitted: (yield* lossesOf(recent, best, moment)).last / count,
  }
}

/**
 * Whether fitted parameters are used: only if they foretell better what they have not seen.
 *
 * @example foretellsBetter({ parameters: [], reviews: 500, usual: 0.4, fitted: 0.3 }) // true
 */
export const foretellsBetter = ({ usual, fitted }: MemoryFit): boolean => fitted < usual
