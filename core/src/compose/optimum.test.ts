import fc from 'fast-check'
import createGraph from 'ngraph.graph'
import { aStar } from 'ngraph.path'
import { describe, expect, it } from 'vitest'
import { analysed } from '../../test/changes.ts'
import { LINE_COSTS } from '../cost/terms.ts'
import type { RhythmStyle } from '../rhythm/cells.ts'
import type { Brief } from './brief.ts'
import {
  anchorCost,
  breathes,
  crossingAt,
  deviceOf,
  endingCost,
  freshSearch,
  offerEdges,
  offersFor,
  type Search,
  targetOf,
  textureOf,
} from './edges.ts'
import { NO_DEVICE } from './memory.ts'
import { noiseAt } from './noise.ts'
import { anchorsOf } from './plan.ts'
import { pitchesOf, solve } from './search.ts'
import { type FillTable, fillTable, tableKey } from './table.ts'

const TUNE = analysed('key: Db major\n| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 | Cm7b5 F7b9 | Bbm6 |')
const TABLES = new Map<string, FillTable>()

const searchOf = (brief: Brief): Search => {
  const key = tableKey(brief)
  const table = TABLES.get(key) ?? fillTable(brief)
  TABLES.set(key, table)
  return freshSearch(anchorsOf(TUNE, brief.stretch, brief), 0, brief, table)
}

/** Where a line can stand, as it is written into a node's name. */
interface State {
  readonly at: number
  readonly pitch: number
  readonly device: number
  readonly texture: number
  readonly bars: number
}

const name = (state: State): string => Object.values(state).join(' ')

/** Every step that leads on from a state, with what it costs: the terms added up one by one, nothing foreseen. */
const stepsFrom = (search: Search, state: State, pitches: readonly (readonly number[])[]) => {
  const { anchors, brief } = search
  const there = pitches[state.at + 1]!
  const arrivals = there.map((target) => anchorCost(anchors[state.at + 1]!, target, brief))
  const offers = offersFor(there.length)
  offerEdges(search, crossingAt(search, state.at), state.pitch, there, arrivals, offers)
  const entered = anchors[state.at + 1]!.bar - anchors[state.at]!.bar
  return offers.kinds.flatMap((kind) => {
    const breath = breathes(kind)
    const pitch = there[targetOf(kind)]!
    const next: State = {
      at: state.at + 1,
      pitch,
      device: deviceOf(kind),
      texture: textureOf(kind),
      bars: breath ? 0 : state.bars + entered,
    }
    if (!breath && next.bars >= brief.breathBars) return []
    let cost = offers.cost[kind]!
    if (next.device === state.device && next.device !== NO_DEVICE) cost += LINE_COSTS.sameClosing
    if (next.texture === state.texture) cost += LINE_COSTS.sameTexture
    if (breath) cost += LINE_COSTS.earlyBreath * Math.max(0, (brief.leastBars ?? 2) - state.bars)
    return [{ next, cost }]
  })
}

const pitchesFor = ({ anchors, brief }: Search) => anchors.map(({ ground }) => pitchesOf(ground, brief.range))

const starts = ({ anchors, brief }: Search, pitches: readonly (readonly number[])[]) =>
  pitches[0]!.map((pitch) => ({
    state: { at: 0, pitch, device: NO_DEVICE, texture: 0, bars: 0 } satisfies State,
    cost:
      anchorCost(anchors[0]!, pitch, brief) +
      LINE_COSTS.noise * noiseAt(brief.seed, 0, pitch - brief.range.low, 7),
  }))

/** The cheapest way from a first pitch to the end, by ngraph.path's A* over the same steps. */
const byGraph = (search: Search): number => {
  const pitches = pitchesFor(search)
  const graph = createGraph<undefined, number>()
  const last = search.anchors.length - 1
  const queue: State[] = []
  const seen = new Set<string>()
  const visit = (state: State) => {
    if (seen.has(name(state))) return
    seen.add(name(state))
    queue.push(state)
  }
  graph.addNode('start')
  graph.addNode('end')
  for (const { state, cost } of starts(search, pitches)) {
    graph.addLink('start', name(state), cost)
    visit(state)
  }
  for (let state = queue.shift(); state; state = queue.shift()) {
    if (state.at === last) {
      graph.addLink(name(state), 'end', endingCost(search.anchors[last]!.ground, state.pitch))
      continue
    }
    for (const { next, cost } of stepsFrom(search, state, pitches)) {
      graph.addLink(name(state), name(next), cost)
      visit(next)
    }
  }
  const path = aStar(graph, { oriented: true, distance: (_from, _to, link) => link.data })
    .find('start', 'end')
    .reverse()
  return path.slice(1).reduce((sum, node, at) => sum + (graph.getLink(path[at]!.id, node.id)?.data ?? 0), 0)
}

/** The cheapest way by trying every one. */
const byForce = (search: Search): number => {
  const pitches = pitchesFor(search)
  const last = search.anchors.length - 1
  const onward = (state: State): number =>
    state.at === last
      ? endingCost(search.anchors[last]!.ground, state.pitch)
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
      ({ from, low, ...wishes }): Brief => ({
        ...wishes,
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
        fc.integer({ min: 1, max: 2 }).chain((bars) => briefs(bars, 9)),
        (brief) => {
          const search = searchOf(brief)
          const found = solve(search, pitchesFor(search))
          if (!found) return
          solved += 1
          expect(found.cost).toBeCloseTo(byGraph(search), 6)
        },
      ),
      { numRuns: 500 },
    )
    expect(solved).toBeGreaterThan(400)
  }, 180_000)

  it('finds it over four bars too', () => {
    fc.assert(
      fc.property(briefs(4, 9), (brief) => {
        const search = searchOf(brief)
        const found = solve(search, pitchesFor(search))
        if (found) expect(found.cost).toBeCloseTo(byGraph(search), 6)
      }),
      { numRuns: 12 },
    )
  }, 180_000)

  it('finds what trying every line finds', () => {
    fc.assert(
      fc.property(briefs(1, 7), (brief) => {
        const search = searchOf(brief)
        const found = solve(search, pitchesFor(search))
        if (found) expect(found.cost).toBeCloseTo(byForce(search), 6)
      }),
      { numRuns: 100 },
    )
  }, 60_000)
})
