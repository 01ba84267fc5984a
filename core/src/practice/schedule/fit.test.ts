import { default_w, type FSRSState, fsrs, type Grade } from 'ts-fsrs'
import { describe, expect, it } from 'vitest'
import { randomFrom } from '../../random/random.ts'
import { fitMemory, foretellsBetter, type ItemReview, LEAST_REVIEWS, type MemoryFit } from './fit.ts'
import { memoryOf, recallOf, remembered } from './memory.ts'

const START = Date.parse('2026-01-05T09:00:00.000Z')
const DAY = 86_400_000
const at = (day: number): string => new Date(START + day * DAY).toISOString()
const VERDICTS = { 1: 'again', 2: 'close', 3: 'solid', 4: 'move on' } as const

/** The log of someone whose memory obeys some parameters, and who comes back after a while of 1 to 12 days. */
const logOf = (
  parameters: readonly number[],
  items: number,
  seed: number,
): readonly (readonly ItemReview[])[] => {
  const random = randomFrom(seed)
  const engine = fsrs({ w: [...parameters], enable_short_term: false })
  return Array.from({ length: items }, () => {
    let day = Math.floor(random() * 30)
    let memory: FSRSState | null = null
    let waited = 0
    return Array.from({ length: 10 }, () => {
      const recalled = !memory || random() < engine.forgetting_curve(waited, memory.stability)
      const rating = (recalled ? 2 + Math.floor(random() * 3) : 1) as Grade
      memory = engine.next_state(memory, waited, rating)
      const review = { verdict: VERDICTS[rating as 1 | 2 | 3 | 4], at: at(day) }
      waited = 1 + Math.floor(random() * 12)
      day += waited
      return review
    })
  })
}

const fitted = (log: readonly (readonly ItemReview[])[]): MemoryFit | undefined => {
  const steps = fitMemory(log)
  for (;;) {
    const { done, value } = steps.next()
    if (done) return value
  }
}

/** Someone who forgets much faster than usual. */
const FORGETFUL = default_w.map((value, index) => (index < 4 ? value * 0.25 : index === 8 ? 1.2 : value))

describe('fitting the memory to a log', () => {
  it('foretells a forgetful player better than the usual parameters, on reviews that it has not seen', () => {
    const fit = fitted(logOf(FORGETFUL, 120, 3))!
    expect(fit.reviews).toBe(120 * 9)
    expect(fit.fitted).toBeLessThan(fit.usual - 0.01)
    expect(foretellsBetter(fit)).toBe(true)
    // A first run is remembered for less long than usual, as it is in truth, and due earlier.
    expect(fit.parameters[2]!).toBeLessThan(default_w[2]! * 0.7)
    const due = (parameters?: readonly number[]) => remembered(undefined, 'move on', at(0), parameters).due
    expect(due(fit.parameters) < due()).toBe(true)
  })

  it('stays close to the usual parameters for a player who has them', () => {
    const fit = fitted(logOf(default_w, 120, 5))!
    expect(Math.abs(fit.fitted - fit.usual)).toBeLessThan(0.02)
    expect(fit.parameters[2]! / default_w[2]!).toBeGreaterThan(0.4)
    expect(fit.parameters[2]! / default_w[2]!).toBeLessThan(2.5)
  })

  it('judges by the log-loss over the last fifth, as it is counted from memories one by one', () => {
    const log = logOf(FORGETFUL, 60, 9)
    const reviews = log
      .flatMap((item) =>
        item.slice(1).map((review, index) => ({
          ...review,
          chance: recallOf(
            memoryOf(item.slice(0, index + 1).map((one) => ({ verdict: one.verdict, playedAt: one.at })))!,
            new Date(review.at),
          ),
        })),
      )
      .sort((a, b) => (a.at < b.at ? -1 : 1))
    const from = reviews[Math.floor(reviews.length * 0.8)]!.at
    const last = reviews.filter((review) => review.at >= from)
    const loss = last.reduce(
      (sum, { verdict, chance }) => sum - Math.log(verdict === 'again' ? 1 - chance : chance),
      0,
    )
    expect(fitted(log)!.usual).toBeCloseTo(loss / last.length, 6)
  })

  it('waits for enough reviews, takes runs of one day as nothing foretold, and gives the same twice', () => {
    expect(fitted(logOf(default_w, 44, 1))).toBeUndefined()
    expect(LEAST_REVIEWS).toBeGreaterThan(44 * 9)
    const sameDay = Array.from({ length: 100 }, () =>
      Array.from({ length: 10 }, (): ItemReview => ({ verdict: 'solid', at: at(1) })),
    )
    expect(fitted(sameDay)).toBeUndefined()
    const log = logOf(FORGETFUL, 50, 2)
    expect(fitted(log)).toEqual(fitted(log))
  })
})
