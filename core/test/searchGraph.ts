import createGraph from 'ngraph.graph'
import { aStar } from 'ngraph.path'
import type { Brief } from '../src/line/compose/brief.ts'
import {
  breathes,
  deviceOf,
  edgeCandidatesFor,
  findEdges,
  targetOf,
  textureOf,
} from '../src/line/compose/edgeCandidates.ts'
import { freshSearch, type Search, standingAtCost, transitionAt } from '../src/line/compose/edges.ts'
import { NO_DEVICE } from '../src/line/compose/memory.ts'
import { anchorsOf } from '../src/line/compose/plan.ts'
import { pitchesOf } from '../src/line/compose/search.ts'
import { type FillTable, fillTable, tableKey } from '../src/line/compose/table.ts'
import { endingCost } from '../src/line/cost/anchorCost.ts'
import { LINE_COSTS } from '../src/line/cost/terms.ts'
import { noiseAt } from '../src/random/noise.ts'
import type { Analysis } from '../src/tune/analysis/analysis.ts'

const TABLES = new Map<string, FillTable>()

/** The search of a brief, with the tables of earlier ones. */
export const searchOf = (analysis: Analysis, brief: Brief): Search => {
  const key = tableKey(brief)
  const table = TABLES.get(key) ?? fillTable(brief)
  TABLES.set(key, table)
  return freshSearch(anchorsOf(analysis, brief.stretch, brief), 0, brief, table)
}

/** A state of the search, as it is written into a node's name. */
export interface State {
  readonly at: number
  readonly pitch: number
  readonly device: number
  readonly texture: number
  readonly bars: number
}

const name = (state: State): string => Object.values(state).join(' ')

/** Every step from a state with its cost, the terms added one by one. */
export const stepsFrom = (search: Search, state: State, pitches: readonly (readonly number[])[]) => {
  const { anchors, brief } = search
  const there = pitches[state.at + 1]!
  const arrivals = there.map((target) => standingAtCost(anchors[state.at + 1]!, target, brief))
  const candidates = edgeCandidatesFor(there.length)
  const transition = transitionAt(search, state.at)
  findEdges({ search, transition, targets: there, arrivals, candidates }, state.pitch)
  const entered = anchors[state.at + 1]!.bar - anchors[state.at]!.bar
  return candidates.kinds.flatMap((kind) => {
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
    let cost = candidates.cost[kind]!
    if (next.device === state.device && next.device !== NO_DEVICE) cost += LINE_COSTS.sameApproach
    if (next.texture === state.texture) cost += LINE_COSTS.sameTexture
    if (breath) cost += LINE_COSTS.earlyBreath * Math.max(0, (brief.leastBars ?? 2) - state.bars)
    return [{ next, cost }]
  })
}

export const pitchesFor = ({ anchors, brief }: Search) =>
  anchors.map(({ harmony }) => pitchesOf(harmony, brief.range))

export const starts = ({ anchors, brief }: Search, pitches: readonly (readonly number[])[]) =>
  pitches[0]!.map((pitch) => ({
    state: { at: 0, pitch, device: NO_DEVICE, texture: 0, bars: 0 } satisfies State,
    cost:
      standingAtCost(anchors[0]!, pitch, brief) +
      LINE_COSTS.noise * noiseAt(brief.seed, 0, pitch - brief.range.low, 7),
  }))

/** Every step of a search as a graph, from 'start' to 'end'. */
export const graphOf = (search: Search) => {
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
      graph.addLink(name(state), 'end', endingCost(search.anchors[last]!.harmony, state.pitch))
      continue
    }
    for (const { next, cost } of stepsFrom(search, state, pitches)) {
      graph.addLink(name(state), name(next), cost)
      visit(next)
    }
  }
  return graph
}

/** The cheapest way through the graph, by ngraph.path's A*. */
export const cheapestWay = (graph: ReturnType<typeof graphOf>): number => {
  const path = aStar(graph, { oriented: true, distance: (_from, _to, link) => link.data })
    .find('start', 'end')
    .reverse()
  return path.slice(1).reduce((sum, node, at) => sum + (graph.getLink(path[at]!.id, node.id)?.data ?? 0), 0)
}
