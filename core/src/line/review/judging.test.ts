import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import { CHARTS } from '../../../test/charts.ts'
import { handLines, lineOfText } from '../../../test/handLines.ts'
import { aimlessWalk, SPOILINGS } from '../../../test/spoiled.ts'
import { TEN_CHANGES, TEN_LINES } from '../../../test/tenLines.ts'
import { randomFrom } from '../../random/random.ts'
import { composeLines } from '../compose/compose.ts'
import { reviewLine, worthOfLine } from './review.ts'

const HAND = handLines()
const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length
const scores = HAND.map(({ analysis, line }) => worthOfLine(analysis, line))

/** The share of tries, in percent, in which each change must lower the score. */
const LOWERED = 95

/** Spearman's rank correlation between the order of values and falling worth; no two are equal. */
const spearman = (values: readonly number[]): number => {
  const falling = [...values].sort((a, b) => b - a)
  const squares = values.reduce((sum, value, rank) => sum + (falling.indexOf(value) - rank) ** 2, 0)
  return 1 - (6 * squares) / (values.length * (values.length ** 2 - 1))
}

describe('judging', () => {
  it('puts hand-written lines at 85 on average, nine in ten over 75', () => {
    expect(mean(scores)).toBeGreaterThanOrEqual(85)
    expect(scores.filter((score) => score > 75).length / scores.length).toBeGreaterThanOrEqual(0.9)
  })

  it('puts aimless walks, chord tones on strong beats and scale notes between, at 55 at most on average, none over 70', () => {
    const walks = CHARTS.filter((text) => !text.includes('3/4')).flatMap((text, chart) =>
      [0, 1].map((turn) => {
        const tune = analysed(text)
        return worthOfLine(tune, aimlessWalk(tune, randomFrom(chart * 10 + turn)))
      }),
    )
    expect(mean(walks)).toBeLessThanOrEqual(55)
    expect(Math.max(...walks)).toBeLessThanOrEqual(70)
  })

  it.each(SPOILINGS.map(({ name, spoil }) => [name, spoil] as const))(
    '%s: the score falls',
    (_name, spoil) => {
      let lower = 0
      let tried = 0
      HAND.forEach(({ analysis, line, changes }, at) => {
        if (changes.includes('3/4')) return
        const spoiled = spoil(analysis, line)
        if (!spoiled) return
        tried += 1
        if (worthOfLine(analysis, spoiled) < scores[at]! - 1e-9) lower += 1
      })
      expect(tried).toBeGreaterThan(40)
      expect((100 * lower) / tried).toBeGreaterThanOrEqual(LOWERED)
    },
  )

  it('puts ten lines in the order of their worth, ranked before they were reviewed', () => {
    const tune = analysed(TEN_CHANGES)
    const worth = TEN_LINES.map(([, text]) => worthOfLine(tune, lineOfText(text)))
    expect(spearman(worth)).toBeGreaterThanOrEqual(0.9)
    expect(spearman(worth.slice(0, 5))).toBeGreaterThanOrEqual(0.6)
  })

  it('gives eight lines side by side different scores, and says the strength of the better ones', () => {
    const tune = analysed(CHARTS[0]!)
    const range = { low: 54, comfortLow: 58, comfortHigh: 79, high: 84 }
    const { lines } = composeLines(tune, {
      stretch: { from: 0, to: 7 },
      seed: 1,
      count: 8,
      range,
      breathBars: 4,
    })
    const reviews = lines.map(({ line }) => reviewLine(tune, line, { range, fixes: 0 }))
    expect(new Set(reviews.map(({ score }) => Math.round(10 * score))).size).toBeGreaterThan(5)
    expect(reviews.filter(({ strength }) => strength !== undefined).length).toBeGreaterThan(5)
  })

  it('gives no score to fewer than four bars or a dozen notes', () => {
    const tune = analysed('| Cmaj7 | Am7 | Dm7 | G7 |')
    const { line } = composeLines(tune, {
      stretch: { from: 0, to: 1 },
      seed: 1,
      count: 1,
      range: { low: 54, comfortLow: 58, comfortHigh: 79, high: 84 },
      breathBars: 4,
    }).lines[0]!
    expect(reviewLine(tune, line).judged).toBe(false)
    expect(reviewLine(tune, { notes: [] }).judged).toBe(false)
  })
})
