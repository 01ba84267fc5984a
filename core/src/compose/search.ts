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
  type Search,
  targetOf,
  textureOf,
} from './edges.ts'
import { foresee, MEMORIES, memoryOf, NO_DEVICE } from './memory.ts'
import { noiseAt } from './noise.ts'

/** Bars since the last breath, 0 to 4. */
const BARS = 5
/** States of one pitch. */
const STATES = BARS * MEMORIES

/** The states at an anchor: least cost, and how each was reached. */
interface Layer {
  readonly cost: Float64Array
  readonly edge: Int32Array
  /** What the state before remembered, and its bars. */
  readonly memory: Int16Array
  readonly bars: Int8Array
  readonly edges: readonly ReachedBy[]
}

interface ReachedBy extends ChosenEdge {
  /** Index of the pitch that it leaves. */
  readonly from: number
}

const emptyLayer = (pitches: number) => ({
  cost: new Float64Array(pitches * STATES).fill(Number.POSITIVE_INFINITY),
  edge: new Int32Array(pitches * STATES),
  memory: new Int16Array(pitches * STATES),
  bars: new Int8Array(pitches * STATES),
  edges: [] as ReachedBy[],
})

/**
 * The cheapest line, exactly, and its cost, by dynamic programming over the anchors; undefined where an anchor has no
 * chord tone in the range.
 */
export const solve = (
  search: Search,
): { readonly edges: readonly ChosenEdge[]; readonly cost: number } | undefined => {
  const { anchors, brief } = search
  const pitches = anchors.map((anchor) => pitchesOf(anchor.ground, brief))
  if (pitches.some((some) => some.length === 0)) return undefined
  const first = emptyLayer(pitches[0]!.length)
  pitches[0]!.forEach((pitch, index) => {
    first.cost[index * STATES + memoryOf(NO_DEVICE, 0, 0)] =
      anchorCost(anchors[0]!, pitch, brief) + LINE_COSTS.noise * noiseAt(brief.seed, 0, pitch, 7)
  })
  const layers: Layer[] = [first]
  const offers = offersFor(Math.max(...pitches.map((some) => some.length)))
  for (let at = 0; at + 1 < anchors.length; at += 1)
    layers.push(advance(search, at, layers[at]!, pitches[at]!, pitches[at + 1]!, offers))
  return best(layers, pitches, anchors.at(-1)!.ground)
}

const pitchesOf = (ground: Ground, brief: Brief): readonly number[] => {
  const pitches: number[] = []
  for (let midi = brief.range.low; midi <= brief.range.high; midi += 1)
    if (holds(ground.isTone, midi)) pitches.push(midi)
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
      relax(search, layer, offers, kind, index, pitch, there, entered, reached, ahead, origin)
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
  layer: ReturnType<typeof emptyLayer>,
  offers: Offers,
  kind: number,
  index: number,
  pitch: number,
  there: readonly number[],
  entered: number,
  reached: readonly number[],
  ahead: Float64Array,
  origin: Int16Array,
): void => {
  const breath = breathes(kind)
  const target = targetOf(kind)
  const direction = breath ? 0 : Math.sign(there[target]! - pitch)
  const remembered = memoryOf(deviceOf(kind), textureOf(kind), direction)
  const price = offers.cost[kind]!
  let edge = -1
  for (const bars of reached) {
    const after = breath ? 0 : bars + entered
    if (!breath && after >= search.brief.breathBars) continue
    const before = index * STATES + bars * MEMORIES + remembered
    const early = breath ? (bars < 1 ? LINE_COSTS.earlyBreath * 2 : bars < 2 ? LINE_COSTS.earlyBreath : 0) : 0
    const cost = ahead[before]! + price + early
    const next = target * STATES + after * MEMORIES + remembered
    if (cost >= layer.cost[next]!) continue
    if (edge < 0) {
      const { notes: above, opening, closing } = offers.fill[kind]!
      const notes = above.map((steps) => pitch + steps)
      edge =
        layer.edges.push({
          kind: breath ? 'breath' : 'figure',
          anchor: pitch,
          notes,
          opening,
          closing,
          from: index,
        }) - 1
    }
    layer.cost[next] = cost
    layer.edge[next] = edge
    layer.memory[next] = origin[before]!
    layer.bars[next] = bars
  }
}

const best = (layers: readonly Layer[], pitches: readonly (readonly number[])[], ground: Ground) => {
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
  const edges: ChosenEdge[] = [{ kind: 'end', anchor: ends[Math.floor(state / STATES)]!, notes: [] }]
  for (let at = layers.length - 1; at > 0; at -= 1) {
    const layer = layers[at]!
    const edge = layer.edges[layer.edge[state]!]!
    edges.unshift(edge)
    state = edge.from * STATES + layer.bars[state]! * MEMORIES + layer.memory[state]!
  }
  return { edges, cost }
}
