import { describe, expect, it } from 'vitest'
import { analysed } from '../../../../test/changes.ts'
import { CHARTS } from '../../../../test/charts.ts'
import { worthOfLine } from '../../review/review.ts'
import { composeLines, proveLine } from '../compose.ts'
import { solvePhrase } from './phrase.ts'
import { termsOf } from './phraseTerms.ts'
import { soloBase, soloTask } from './task.ts'

const RANGE = { low: 54, comfortLow: 58, comfortHigh: 79, high: 84 }
const TUNE = analysed(CHARTS[0]!)
const briefFor = (seed: number) =>
  ({ stretch: { from: 0, to: 7 }, seed, count: 1, range: RANGE, breathBars: 4 }) as const
const sumOf = (terms: object): number => Object.values(terms).reduce((sum, term) => sum + term, 0)

describe('the proof of a line', () => {
  it('is of the line that composing gives, the best of its plans', () => {
    for (const seed of [1, 2, 3]) {
      const { line } = composeLines(TUNE, briefFor(seed)).lines[0]!
      const proof = proveLine(TUNE, briefFor(seed))!
      expect(proof.notes).toEqual(line.notes)
      expect(proof.plans.length).toBeGreaterThanOrEqual(4)
      expect(proof.plans.every((worth) => worth >= 0 && worth <= 100)).toBe(true)
      expect(proof.plans[0]).toBeCloseTo(worthOfLine(TUNE, line, { range: RANGE }), 6)
    }
  })

  it('has terms that add up to the cost that the search found, and a next best that costs more', () => {
    for (const text of CHARTS.slice(0, 6)) {
      const proof = proveLine(analysed(text), briefFor(5))!
      expect(sumOf(proof.terms)).toBeCloseTo(proof.cost, 6)
      expect(proof.more).toBeGreaterThanOrEqual(0)
      expect(proof.more).toBeLessThan(5)
    }
  })

  it('has the next best phrase: no other one without a piece of the best is cheaper', () => {
    const task = soloTask(soloBase(TUNE, briefFor(1)), 3)
    const wish = {
      begin: 3,
      end: 12,
      loose: 1,
      beginWithin: [2, 4],
      endWithin: [10, 14],
      arc: () => 68,
      slack: 3,
      offArc: 0.07,
      banned: new Set<number>(),
      worn: new Set<string>(),
      seed: 4,
    } as const
    const best = solvePhrase(task.ground, task.stock, task.room, wish)!
    expect(sumOf(termsOf(task.ground, wish, best.pieces))).toBeCloseTo(best.cost, 6)
    for (const piece of best.pieces) {
      const without = new Set([piece])
      const other = solvePhrase(task.ground, task.stock, task.room, { ...wish, without })!
      expect(other.pieces).not.toContain(piece)
      expect(other.cost).toBeGreaterThanOrEqual(best.cost)
    }
  })

  it('is none for a style that is no solo, and for bars without a chord', () => {
    expect(proveLine(TUNE, { ...briefFor(1), rhythm: 'triplets' })).toBeUndefined()
    expect(proveLine(analysed('| N.C. | N.C. |'), briefFor(1))).toBeUndefined()
  })
})
