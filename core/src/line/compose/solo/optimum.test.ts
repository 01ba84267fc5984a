import { describe, expect, it } from 'vitest'
import { analysed } from '../../../../test/changes.ts'
import { cheapestIn, phraseGraph, wishFor } from '../../../../test/phraseGraph.ts'
import { solvePhrase, stockOf } from './phrase.ts'
import { soloBase, soloTask } from './task.ts'

const TUNE = analysed('key: Eb major\n| Fm7 | Bb7 | Ebmaj7 | C7b9 |')
const RANGE = { low: 60, comfortLow: 62, comfortHigh: 76, high: 78 }

describe('the search for a phrase', () => {
  it('finds what ngraph.path finds among the same pieces, for many phrases', () => {
    const base = soloBase(TUNE, {
      stretch: { from: 0, to: 3 },
      seed: 1,
      count: 1,
      range: RANGE,
      breathBars: 4,
    })
    let solved = 0
    for (let seed = 1; seed <= 12; seed += 1) {
      const task = soloTask(base, seed)
      const begin = 2 + (seed % 5)
      const wish = wishFor(seed, begin, begin + 7)
      // Every ninth piece: the graph has an edge for each pair of them.
      const pieces = task.stock
        .flat()
        .filter(({ begin: at }, index) => at >= 1 && at <= begin + 9 && index % 9 === seed % 9)
      const found = solvePhrase(task.ground, stockOf(task.ground, pieces), task.room, wish)
      if (!found) continue
      solved += 1
      expect(cheapestIn(phraseGraph(task, pieces, wish))).toBeCloseTo(found.cost, 6)
    }
    expect(solved).toBeGreaterThan(8)
  })
})
