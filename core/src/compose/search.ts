import { LINE_COSTS } from '../cost/terms.ts'
import { type Ground, holds } from '../figures/ground.ts'
import { EIGHTH, QUARTER, type Ticks } from '../rhythm/ticks.ts'
import type { Brief } from './brief.ts'
import { noiseAt } from './noise.ts'
import type { Anchor } from './plan.ts'
import { CLOSING_DEVICES, type FillTable, type PricedFill } from './table.ts'

export interface Search {
  readonly anchors: readonly Anchor[]
  readonly end: Ticks
  readonly brief: Brief
  readonly table: FillTable
  /** Figures that are dearer, as the place's index and its pitches. */
  readonly used: ReadonlySet<string>
}

/** What the line does from one anchor up to the next: a figure, a breath (with its pickup), or the end. */
export interface ChosenEdge {
  readonly kind: 'figure' | 'breath' | 'end'
  readonly anchor: number
  readonly notes: readonly number[]
}

interface Edge extends ChosenEdge {
  /** Index of the target among the next anchor's pitches. */
  readonly target: number
  readonly closing: number
  readonly texture: number
  readonly direction: number
  readonly cost: number
}

const DEVICES = CLOSING_DEVICES.length
const TEXTURES = 4
const DIRECTIONS = 3
const BARS = 5
const NO_CLOSING = 0

/** What the layers remember of a state beside its pitch: how it was reached and how long the phrase is. */
const MEMORIES = DEVICES * TEXTURES * DIRECTIONS * BARS
const memory = (device: number, texture: number, direction: number, bars: number): number =>
  ((device * TEXTURES + texture) * DIRECTIONS + direction + 1) * BARS + bars

/** How far apart the anchors of one figure, and the ends of a breath, may be, in half steps. */
const REACH = { figure: 9, breath: 14 } as const

interface Layer {
  readonly cost: Float64Array
  /** The state before, and the edge from it, by state. */
  readonly before: Int32Array
  readonly edge: Int32Array
  readonly edges: readonly Edge[]
}

const emptyLayer = (pitches: number): Omit<Layer, 'edges'> => ({
  cost: new Float64Array(pitches * MEMORIES).fill(Number.POSITIVE_INFINITY),
  before: new Int32Array(pitches * MEMORIES),
  edge: new Int32Array(pitches * MEMORIES),
})

/** The cheapest line, exactly, and its cost; undefined where an anchor has no chord tone in the range. */
export const solve = (
  search: Search,
): { readonly edges: readonly ChosenEdge[]; readonly cost: number } | undefined => {
  const { anchors, brief } = search
  const pitches = anchors.map((anchor) => pitchesOf(anchor.ground, brief))
  if (pitches.some((some) => some.length === 0)) return undefined
  const first = { ...emptyLayer(pitches[0]!.length), edges: [] }
  pitches[0]!.forEach((pitch, index) => {
    first.cost[index * MEMORIES + memory(NO_CLOSING, 0, 0, 0)] =
      anchorCost(anchors[0]!, pitch, brief) + LINE_COSTS.noise * noiseAt(brief.seed, 0, pitch, 7)
  })
  const layers: Layer[] = [first]
  for (let at = 0; at + 1 < anchors.length; at += 1) layers.push(advance(search, at, layers[at]!, pitches))
  return best(layers, pitches, anchors.at(-1)!.ground)
}

const best = (layers: readonly Layer[], pitches: readonly (readonly number[])[], ground: Ground) => {
  const last = layers.at(-1)!
  const ends = pitches.at(-1)!
  let state = -1
  let cost = Number.POSITIVE_INFINITY
  last.cost.forEach((reached, index) => {
    const total = reached + endingCost(ground, ends[Math.floor(index / MEMORIES)]!)
    if (total >= cost) return
    state = index
    cost = total
  })
  if (state < 0) return undefined
  const edges: ChosenEdge[] = [{ kind: 'end', anchor: ends[Math.floor(state / MEMORIES)]!, notes: [] }]
  for (let at = layers.length - 1; at > 0; at -= 1) {
    const layer = layers[at]!
    edges.unshift(layer.edges[layer.edge[state]!]!)
    state = layer.before[state]!
  }
  return { edges, cost }
}

const pitchesOf = (ground: Ground, brief: Brief): readonly number[] => {
  const pitches: number[] = []
  for (let midi = brief.range.low; midi <= brief.range.high; midi += 1)
    if (holds(ground.isTone, midi)) pitches.push(midi)
  return pitches
}

/** One layer further. Edges depend on the two pitches alone; what they cost more after this or that memory is added to each. */
const advance = (search: Search, at: number, from: Layer, pitches: readonly (readonly number[])[]): Layer => {
  const here = pitches[at]!
  const there = pitches[at + 1]!
  const entered = search.anchors[at + 1]!.bar - search.anchors[at]!.bar
  const layer = emptyLayer(there.length)
  const edges: Edge[] = []
  here.forEach((pitch, index) => {
    const first = edges.length
    edges.push(...edgesFrom(search, at, pitch, there))
    for (let remembered = 0; remembered < MEMORIES; remembered += 1) {
      const state = index * MEMORIES + remembered
      if (from.cost[state] !== Number.POSITIVE_INFINITY)
        relax(search, from.cost[state]!, state, remembered, edges, first, entered, layer)
    }
  })
  return withUsedEdges(layer, edges)
}

/** Keeps the edges that some state was reached by. */
const withUsedEdges = (layer: Omit<Layer, 'edges'>, edges: readonly Edge[]): Layer => {
  const places = new Int32Array(edges.length).fill(-1)
  const used: Edge[] = []
  for (let state = 0; state < layer.cost.length; state += 1) {
    if (layer.cost[state] === Number.POSITIVE_INFINITY) continue
    const number = layer.edge[state]!
    if (places[number] === -1) places[number] = used.push(edges[number]!) - 1
    layer.edge[state] = places[number]!
  }
  return { ...layer, edges: used }
}

const relax = (
  search: Search,
  soFar: number,
  state: number,
  remembered: number,
  edges: readonly Edge[],
  first: number,
  entered: number,
  layer: Omit<Layer, 'edges'>,
): void => {
  const barsBefore = remembered % BARS
  const direction = (Math.floor(remembered / BARS) % DIRECTIONS) - 1
  const texture = Math.floor(remembered / (BARS * DIRECTIONS)) % TEXTURES
  const device = Math.floor(remembered / (BARS * DIRECTIONS * TEXTURES))
  for (let number = first; number < edges.length; number += 1) {
    const edge = edges[number]!
    const breathes = edge.kind === 'breath'
    const bars = breathes ? 0 : barsBefore + entered
    if (!breathes && bars >= search.brief.breathBars) continue
    let cost = soFar + edge.cost
    if (breathes)
      cost += barsBefore < 1 ? LINE_COSTS.earlyBreath * 2 : barsBefore < 2 ? LINE_COSTS.earlyBreath : 0
    if (edge.closing === device && device !== NO_CLOSING) cost += LINE_COSTS.sameClosing
    if (edge.texture === texture) cost += LINE_COSTS.sameTexture
    if (edge.direction === direction) cost += LINE_COSTS.sameDirection
    const next = edge.target * MEMORIES + memory(edge.closing, edge.texture, edge.direction, bars)
    if (cost >= layer.cost[next]!) continue
    layer.cost[next] = cost
    layer.before[next] = state
    layer.edge[next] = number
  }
}

/** Keeps, of the edges offered, the cheapest for each target, texture and way to arrive. */
interface Offers {
  readonly least: Map<number, Edge>
  /** Whether an edge of this kind and cost would be kept: asked before it is made. */
  readonly wanted: (kind: number, cost: number) => boolean
}

const kindOf = (target: number, breath: boolean, device: number, texture: number): number =>
  ((target * 2 + (breath ? 1 : 0)) * DEVICES + device) * TEXTURES + texture

const offers = (): Offers => {
  const least = new Map<number, Edge>()
  return { least, wanted: (kind, cost) => cost < (least.get(kind)?.cost ?? Number.POSITIVE_INFINITY) }
}

/** The figures and breaths that leave an anchor's pitch. */
const edgesFrom = (
  search: Search,
  at: number,
  pitch: number,
  targets: readonly number[],
): readonly Edge[] => {
  const kept = offers()
  targets.forEach((target, index) => {
    const distance = Math.abs(target - pitch)
    if (distance <= REACH.figure) offerFigures(search, at, pitch, target, index, kept)
    if (distance <= REACH.breath && isPhraseEnd(search, at))
      offerBreaths(search, at, pitch, target, index, kept)
  })
  return [...kept.least.values()]
}

const slotsAfter = (search: Search, at: number): number =>
  (search.anchors[at + 1]!.tick - search.anchors[at]!.tick) / EIGHTH - 1

const fillsAt = (
  search: Search,
  at: number,
  slots: number,
  pitch: number,
  target: number,
): readonly PricedFill[] => {
  const from = search.anchors[at]!
  const to = search.anchors[at + 1]!
  const { low, high } = search.brief.range
  return search
    .table(
      { slots, afterBeat: from.tick % QUARTER, here: from.ground, there: to.ground, change: to.change },
      pitch,
      target,
    )
    .filter((fill) => pitch + fill.lowest >= low && pitch + fill.highest <= high)
}

const offerFigures = (
  search: Search,
  at: number,
  pitch: number,
  target: number,
  index: number,
  kept: Offers,
): void => {
  const { brief } = search
  const arrival = anchorCost(search.anchors[at + 1]!, target, brief)
  const direction = Math.sign(target - pitch)
  for (const fill of fillsAt(search, at, slotsAfter(search, at), pitch, target)) {
    const noise =
      LINE_COSTS.noise * noiseAt(brief.seed, at, pitch * 128 + target, fill.opening * 32 + fill.closing)
    const used =
      search.used.size > 0 &&
      search.used.has(`${at}:${[0, ...fill.notes].map((above) => pitch + above).join(' ')}`)
    const cost = fill.cost + arrival + noise + (used ? LINE_COSTS.usedBefore : 0)
    const kind = kindOf(index, false, fill.device, fill.texture)
    if (!kept.wanted(kind, cost)) continue
    const notes = fill.notes.map((above) => pitch + above)
    kept.least.set(kind, {
      kind: 'figure',
      anchor: pitch,
      target: index,
      notes,
      closing: fill.device,
      texture: fill.texture,
      direction,
      cost,
    })
  }
}

/** A breath may end any bar: the last anchor before a barline. */
const isPhraseEnd = (search: Search, at: number): boolean =>
  search.anchors[at + 1]!.bar !== search.anchors[at]!.bar

/** A phrase ends on the anchor, rests, and the next one begins on its first note or with a pickup into it. */
const offerBreaths = (
  search: Search,
  at: number,
  pitch: number,
  target: number,
  index: number,
  kept: Offers,
): void => {
  const from = search.anchors[at]!
  const base =
    LINE_COSTS.breath +
    endingCost(from.ground, pitch) +
    anchorCost(search.anchors[at + 1]!, target, search.brief)
  const longest = Math.min(2, slotsAfter(search, at) - 1)
  for (let slots = 0; slots <= longest; slots += 1) {
    const fills = slots === 0 ? [NO_PICKUP] : fillsAt(search, at, slots, pitch, target)
    for (const fill of fills) {
      if (fill.opening !== 0 || (slots > 0 && fill.closing === 0)) continue
      const notes = fill.notes.map((above) => pitch + above)
      const leap = Math.max(0, Math.abs((notes[0] ?? target) - pitch) - 9) * LINE_COSTS.leapOverBreath
      const noise =
        LINE_COSTS.noise * noiseAt(search.brief.seed, at, pitch * 128 + target, 1024 + fill.closing)
      const cost = base + leap + noise + (slots === 0 ? LINE_COSTS.noPickup : 0)
      const kind = kindOf(index, true, fill.device, 0)
      if (kept.wanted(kind, cost))
        kept.least.set(kind, {
          kind: 'breath',
          anchor: pitch,
          target: index,
          notes,
          closing: fill.device,
          texture: 0,
          direction: 0,
          cost,
        })
    }
  }
}

const NO_PICKUP: Pick<PricedFill, 'notes' | 'opening' | 'closing' | 'device'> = {
  notes: [],
  opening: 0,
  closing: 0,
  device: NO_CLOSING,
}

const anchorCost = (anchor: Anchor, midi: number, brief: Brief): number => {
  const { comfortLow, comfortHigh } = brief.range
  const outside = Math.max(0, comfortLow - midi, midi - comfortHigh)
  const guide = holds(anchor.ground.isGuide, midi)
  const degree = LINE_COSTS.anchor[guide ? 'guide' : placeIn(anchor.ground, midi)]
  return (
    degree +
    (anchor.change && !guide ? LINE_COSTS.changeWithoutGuide : 0) +
    outside * LINE_COSTS.outsideComfort
  )
}

const aboveRoot = (ground: Ground, midi: number): number => (((midi - ground.root) % 12) + 12) % 12

const placeIn = (ground: Ground, midi: number): 'root' | 'fifth' | 'other' => {
  const above = aboveRoot(ground, midi)
  if (above === 0) return 'root'
  return above >= 6 && above <= 8 ? 'fifth' : 'other'
}

/** Endings on 1, 3 or 5 rest; a 7 does not. */
const endingCost = (ground: Ground, midi: number): number => {
  const above = aboveRoot(ground, midi)
  return above === 3 || above === 4 ? LINE_COSTS.ending.third : LINE_COSTS.ending[placeIn(ground, midi)]
}
