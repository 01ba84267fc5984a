import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import {
  cheapestWay,
  graphOf,
  pitchesFor,
  type State,
  searchOf,
  starts,
  stepsFrom,
} from '../../../test/searchGraph.ts'
import type { RhythmStyle } from '../../theory/rhythm/cells.ts'
import { endingCost } from '../cost/anchorCost.ts'
import type { Brief } from './brief.ts'
import type { Search } from './edges.ts'
import { solve } from './search.ts'

const TUNE = analysed('key: Db major\n| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 | Cm7b5 F7b9 | Bbm6 |')
/** The cheapest way by trying every one. */
const byForce = (search: Search): number => {
  const pitches = pitchesFor(search)
  const last = search.anchors.length - 1
  const onward = (state: State): number =>
    state.at === last
      ? endingCost(search.anchors[last]!.harmony, state.pitch)
      : Math.min(
          ...stepsFrom(search, state, pitches).map(({ next, cost }) => cost + onward(next)),
          Number.POSITIVE_INFINITY,
        )
  return Math.min(...starts(search, pitches).map(({ state, cost }) => cost + onward(state)))
}

const briefs = (bars: number, width: number) =>
  fc
    .record({
      seed: fc.nat(100_000),
      from: fc.integer({ min: 0, max: 6 - bars }),
      low: fc.integer({ min: 54, max: 72 }),
      breathBars: fc.constantFrom<2 | 4>(2, 4),
      rhythm: fc.constantFrom<RhythmStyle>('eighths', 'eighths', 'mixed', 'triplets', 'sparse'),
      newRegister: fc.boolean(),
      leastBars: fc.constantFrom<0 | 1 | 2>(0, 1, 2),
    })
    .map(
      ({ from, low, ...rest }): Brief => ({
        ...rest,
        stretch: { from, to: from + bars - 1 },
        count: 1,
        range: { low, comfortLow: low + 1, comfortHigh: low + width - 1, high: low + width },
      }),
    )

describe('the search', () => {
  it('finds what ngraph.path finds on the same graph, for 500 random briefs', () => {
    let solved = 0
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 3 }).chain((bars) => briefs(bars, bars === 2 ? 9 : 6)),
        (brief) => {
          const search = searchOf(TUNE, brief)
          const found = solve(search, pitchesFor(search))
          if (!found) return
          solved += 1
          expect(found.cost).toBeCloseTo(cheapestWay(graphOf(search)), 6)
        },
      ),
      { numRuns: 500 },
    )
    expect(solved).toBeGreaterThan(400)
  })

  it('finds it over four bars too', () => {
    fc.assert(
      fc.property(briefs(4, 9), (brief) => {
        const search = searchOf(TUNE, brief)
        const found = solve(search, pitchesFor(search))
        if (found) expect(found.cost).toBeCloseTo(cheapestWay(graphOf(search)), 6)
      }),
      { numRuns: 12 },
    )
  })

  it('finds what trying every line finds', () => {
    fc.assert(
      fc.property(briefs(1, 7), (brief) => {
        const search = searchOf(TUNE, brief)
        const found = solve(search, pitchesFor(search))
        if (found) expect(found.cost).toBeCloseTo(byForce(search), 6)
      }),
      { numRuns: 100 },
    )
  })
})
