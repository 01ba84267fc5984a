import { LINE_COSTS } from '../cost/terms.ts'
import { type Ground, holds } from '../figures/ground.ts'
import type { Brief } from './brief.ts'
import {
  anchorCost,
  breathes,
  type ChosenEdge,
  crossingAt,
  deviceOf,
  endingCost,
  type Offers,
  offerEdges,
  offersFor,
  type Pickup,
  type Search,
  targetOf,
  textureOf,
} from './edges.ts'
import { foresee, MEMORIES, MEMORY_MATTERS, memoryOf, NO_DEVICE } from './memory.ts'
import { noiseAt } from './noise.ts'

/** Bars since the last breath, 0 to 4. */
const BARS = 5
/** States of one pitch. */
const STATES = BARS * MEMORIES

/** The states at an anchor: least cost, and how each was reached. */
interface Layer {
  readonly cost: Float64Array
  /** The edge, as a place in the lists below. */
  readonly edge: Int32Array
  /** What the state before remembered, and its bars. */
  readonly memory: Int16Array
  readonly bars: Int8Array
  readonly fills: Pickup[]
  /** Index of the pitch that an edge leaves, and whether it breathes. */
  readonly from: number[]
  readonly breath: boolean[]
}

const emptyLayer = (pitches: number): Layer => ({
  cost: new Float64Array(pitches * STATES).fill(Number.POSITIVE_INFINITY),
  edge: new Int32Array(pitches * STATES),
  memory: new Int16Array(pitches * STATES),
  bars: new Int8Array(pitches * STATES),
  fills: [],
  from: [],
  breath: [],
})

export interface Solution {
  readonly edges: readonly ChosenEdge[]
  readonly cost: number
}

/** Anchors between two signs of life. */
const STRIDE = 4

/**
 * The cheapest line, exactly, and its cost, by dynamic programming over the anchors; undefined where an anchor has no
 * pitch to stand on. It stops for a moment every few anchors, so that who drives it can give up.
 */
export function* solving(search: Search, pitches: Pitches): Generator<void, Solution | undefined, void> {
  const { anchors, brief } = search
  if (pitches.some((some) => some.length === 0)) return undefined
  const first = emptyLayer(pitches[0]!.length)
  pitches[0]!.forEach((pitch, index) => {
    first.cost[index * STATES + memoryOf(NO_DEVICE, 0)] =
      anchorCost(anchors[0]!, pitch, brief) +
      LINE_COSTS.noise * noiseAt(brief.seed, 0, pitch - brief.range.low, 7)
  })
  const layers: Layer[] = [first]
  const offers = offersFor(Math.max(...pitches.map((some) => some.length)))
  for (let at = 0; at + 1 < anchors.length; at += 1) {
    layers.push(advance(search, at, layers[at]!, pitches[at]!, pitches[at + 1]!, offers))
    if (at % STRIDE === 0) yield
  }
  return best(layers, pitches, anchors.at(-1)!.ground)
}

/** The same in one go. */
export const solve = (search: Search, pitches: Pitches): Solution | undefined => {
  const steps = solving(search, pitches)
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
  }
}

/** The pitches that the line may have at each anchor. */
export type Pitches = readonly (readonly number[])[]

/** The chord tones of a ground inside the range. */
export const pitchesOf = (ground: Ground, range: Brief['range']): readonly number[] => {
  const pitches: number[] = []
  for (let midi = range.low; midi <= range.high; midi += 1) if (holds(ground.isTone, midi)) pitches.push(midi)
  return pitches
}

/** One layer further: what each pitch and phrase length foresees, met with the edges that leave the pitch. */
const advance = (
  search: Search,
  at: number,
  from: Layer,
  here: readonly number[],
  there: readonly number[],
  offers: Offers,
): Layer => {
  const { anchors, brief } = search
  const crossing = crossingAt(search, at)
  const entered = anchors[at + 1]!.bar - anchors[at]!.bar
  const arrivals = there.map((target) => anchorCost(anchors[at + 1]!, target, brief))
  const layer = emptyLayer(there.length)
  const ahead = from.cost.slice()
  const origin = new Int16Array(ahead.length)
  for (let state = 0; state < origin.length; state += 1) origin[state] = state % MEMORIES
  here.forEach((pitch, index) => {
    const base = index * STATES
    const reached: number[] = []
    for (let bars = 0; bars < BARS; bars += 1) {
      const start = base + bars * MEMORIES
      if (!hasAny(from.cost, start)) continue
      foresee(ahead, origin, start)
      reached.push(bars)
    }
    if (reached.length === 0) return
    offerEdges(search, crossing, pitch, there, arrivals, offers)
    for (const kind of offers.kinds)
      relax(search, layer, offers, kind, index, entered, reached, ahead, origin)
  })
  return layer
}

const hasAny = (cost: Float64Array, start: number): boolean => {
  for (let state = start; state < start + MEMORIES; state += 1)
    if (cost[state] !== Number.POSITIVE_INFINITY) return true
  return false
}

const relax = (
  search: Search,
  layer: Layer,
  offers: Offers,
  kind: number,
  index: number,
  entered: number,
  reached: readonly number[],
  ahead: Float64Array,
  origin: Int16Array,
): void => {
  const breath = breathes(kind)
  const target = targetOf(kind)
  const remembered = memoryOf(deviceOf(kind), textureOf(kind))
  const price = offers.cost[kind]!
  if (!breath && price > offers.least[target]! + MEMORY_MATTERS) return
  const least = search.brief.leastBars ?? 2
  let edge = -1
  for (const bars of reached) {
    const after = breath ? 0 : bars + entered
    if (!breath && after >= search.brief.breathBars) continue
    const before = index * STATES + bars * MEMORIES + remembered
    const early = breath ? Math.max(0, least - bars) * LINE_COSTS.earlyBreath : 0
    const cost = ahead[before]! + price + early
    const next = target * STATES + after * MEMORIES + remembered
    if (cost >= layer.cost[next]!) continue
    if (edge < 0) {
      edge = layer.fills.push(offers.fill[kind]!) - 1
      layer.from.push(index)
      layer.breath.push(breath)
    }
    layer.cost[next] = cost
    layer.edge[next] = edge
    layer.memory[next] = origin[before]!
    layer.bars[next] = bars
  }
}

const best = (layers: readonly Layer[], pitches: Pitches, ground: Ground): Solution | undefined => {
  const last = layers.at(-1)!
  const ends = pitches.at(-1)!
  let state = -1
  let cost = Number.POSITIVE_INFINITY
  last.cost.forEach((reached, index) => {
    const total = reached + endingCost(ground, ends[Math.floor(index / STATES)]!)
    if (total >= cost) return
    state = index
    cost = total
  })
  if (state < 0) return undefined
  const edges: ChosenEdge[] = [
    { kind: 'end', anchor: ends[Math.floor(state / STATES)]!, notes: [], onsets: [] },
  ]
  for (let at = layers.length - 1; at > 0; at -= 1) {
    const layer = layers[at]!
    const edge = layer.edge[state]!
    const from = layer.from[edge]!
    edges.push(chosen(layer.fills[edge]!, layer.breath[edge]!, pitches[at - 1]![from]!))
    state = from * STATES + layer.bars[state]! * MEMORIES + layer.memory[state]!
  }
  return { edges: edges.reverse(), cost }
}

const chosen = (
  { notes, opening, closing, cell, rhythm }: Pickup,
  breath: boolean,
  anchor: number,
): ChosenEdge => ({
  kind: breath ? 'breath' : 'figure',
  anchor,
  notes: notes.map((steps) => anchor + steps),
  onsets: cell.onsets,
  early: cell.early === true,
  rhythm,
  opening,
  closing,
})
