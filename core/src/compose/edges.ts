import { LINE_COSTS } from '../cost/terms.ts'
import { type Ground, holds } from '../figures/ground.ts'
import { EIGHTH, QUARTER, type Ticks } from '../rhythm/ticks.ts'
import type { Brief } from './brief.ts'
import { NO_DEVICE, TEXTURES } from './memory.ts'
import { noiseAt } from './noise.ts'
import type { Anchor } from './plan.ts'
import { CLOSING_DEVICES, type Fills, type FillTable, type PricedFill } from './table.ts'

export interface Search {
  readonly anchors: readonly Anchor[]
  readonly end: Ticks
  readonly brief: Brief
  readonly table: FillTable
  /** Figures that are dearer, as the place's index and its pitches. */
  readonly used: ReadonlySet<string>
  /** Four-note shapes that are dearer, wherever they stand. */
  readonly worn: ReadonlySet<string>
  /** What ways to arrive cost more, by the number of their device, and ways to leave, by their row. */
  readonly surcharge: readonly number[]
  readonly leaving: readonly number[]
}

/** What the line does from one anchor up to the next: a figure, a breath (with its pickup), or the end. */
export interface ChosenEdge {
  readonly kind: 'figure' | 'breath' | 'end'
  readonly anchor: number
  readonly notes: readonly number[]
  /** How it leaves and arrives, by the rows of the tables of figures. */
  readonly opening?: number
  readonly closing?: number
}

const DEVICES = CLOSING_DEVICES.length

/** How far apart the anchors of one figure, and the ends of a breath, may be, in half steps. */
const REACH = { figure: 12, breath: 14 } as const

/** An edge's kind as a number: its target, whether it breathes, how it arrives, its texture. */
export const KINDS = 2 * DEVICES * TEXTURES

export const kindOf = (target: number, breath: boolean, device: number, texture: number): number =>
  ((target * 2 + (breath ? 1 : 0)) * DEVICES + device) * TEXTURES + texture

export const targetOf = (kind: number): number => Math.floor(kind / KINDS)
export const breathes = (kind: number): boolean => Math.floor(kind / (DEVICES * TEXTURES)) % 2 === 1
export const deviceOf = (kind: number): number => Math.floor(kind / TEXTURES) % DEVICES
export const textureOf = (kind: number): number => kind % TEXTURES

/** The cheapest edge of each kind that leaves a pitch; filled anew for each. */
export interface Offers {
  readonly cost: Float64Array
  readonly fill: (Pickup | undefined)[]
  /** The kinds that have an edge. */
  readonly kinds: number[]
}

/** The notes of an edge, counted from its anchor. */
export type Pickup = Pick<PricedFill, 'notes' | 'opening' | 'closing'>

export const offersFor = (targets: number): Offers => ({
  cost: new Float64Array(targets * KINDS).fill(Number.POSITIVE_INFINITY),
  fill: new Array<Pickup | undefined>(targets * KINDS),
  kinds: [],
})

const clear = ({ cost, kinds }: Offers): void => {
  for (const kind of kinds) cost[kind] = Number.POSITIVE_INFINITY
  kinds.length = 0
}

const offer = ({ cost, fill, kinds }: Offers, kind: number, price: number, notes: Pickup): void => {
  if (price >= cost[kind]!) return
  if (cost[kind] === Number.POSITIVE_INFINITY) kinds.push(kind)
  cost[kind] = price
  fill[kind] = notes
}

/** What is the same for all edges from one anchor to the next. */
export interface Crossing {
  readonly at: number
  readonly slots: number
  readonly fills: Fills
  /** The fills of one and of two pickup notes after a breath; none where a phrase cannot end. */
  readonly pickups: readonly Fills[]
  readonly ends: boolean
}

export const crossingAt = (search: Search, at: number): Crossing => {
  const from = search.anchors[at]!
  const to = search.anchors[at + 1]!
  const slots = (to.tick - from.tick) / EIGHTH - 1
  const fills = (count: number) =>
    search.table({
      slots: count,
      afterBeat: from.tick % QUARTER,
      here: from.ground,
      there: to.ground,
      change: to.change,
    })
  // A breath may end any bar: the last anchor before a barline.
  const ends = to.bar !== from.bar
  const most = ends ? Math.max(0, Math.min(2, slots - 1)) : 0
  return {
    at,
    slots,
    fills: fills(slots),
    pickups: Array.from({ length: most }, (_, index) => fills(index + 1)),
    ends,
  }
}

/** Offers every figure and breath that leaves a pitch for one of the targets. */
export const offerEdges = (
  search: Search,
  crossing: Crossing,
  pitch: number,
  targets: readonly number[],
  arrivals: readonly number[],
  offers: Offers,
): void => {
  clear(offers)
  targets.forEach((target, index) => {
    const distance = Math.abs(target - pitch)
    if (distance <= REACH.figure)
      offerFigures(search, crossing, pitch, target, index, arrivals[index]!, offers)
    if (crossing.ends && distance <= REACH.breath)
      offerBreaths(search, crossing, pitch, target, index, arrivals[index]!, offers)
  })
}

const fitsRange = ({ range }: Brief, pitch: number, fill: PricedFill): boolean =>
  pitch + fill.lowest >= range.low && pitch + fill.highest <= range.high

const offerFigures = (
  search: Search,
  { at, fills }: Crossing,
  pitch: number,
  target: number,
  index: number,
  arrival: number,
  offers: Offers,
): void => {
  const { brief, used, worn, surcharge, leaving } = search
  for (const fill of fills(pitch, target)) {
    if (!fitsRange(brief, pitch, fill)) continue
    let cost =
      fill.cost +
      arrival +
      surcharge[fill.device]! +
      leaving[fill.opening]! +
      LINE_COSTS.noise * noiseAt(brief.seed, at, pitch * 128 + target, fill.opening * 32 + fill.closing)
    if (used.size > 0 && used.has(`${at}:${[0, ...fill.notes].map((above) => pitch + above).join(' ')}`))
      cost += LINE_COSTS.usedBefore
    if (worn.size > 0 && fill.shapes.some((shape) => worn.has(shape))) cost += LINE_COSTS.worn
    offer(offers, kindOf(index, false, fill.device, fill.texture), cost, fill)
  }
}

const NO_PICKUP: Pickup = { notes: [], opening: 0, closing: 0 }

/** A phrase ends on the anchor, rests, and the next one begins on its first note or with a pickup into it. */
const offerBreaths = (
  { anchors, brief }: Search,
  { at, pickups }: Crossing,
  pitch: number,
  target: number,
  index: number,
  arrival: number,
  offers: Offers,
): void => {
  const base = LINE_COSTS.breath + endingCost(anchors[at]!.ground, pitch) + arrival
  const breath = (notes: Pickup, device: number, closing: number, more: number) => {
    const start = notes.notes.length === 0 ? target : pitch + notes.notes[0]!
    const leap = Math.max(0, Math.abs(start - pitch) - 9) * LINE_COSTS.leapOverBreath
    const noise = LINE_COSTS.noise * noiseAt(brief.seed, at, pitch * 128 + target, 1024 + closing)
    offer(offers, kindOf(index, true, device, 0), base + leap + noise + more, notes)
  }
  breath(NO_PICKUP, NO_DEVICE, 0, LINE_COSTS.noPickup)
  for (const fills of pickups)
    for (const fill of fills(pitch, target))
      if (fill.opening === 0 && fill.closing !== 0 && fitsRange(brief, pitch, fill))
        breath(fill, fill.device, fill.closing, 0)
}

/** What standing on a pitch at an anchor costs. */
export const anchorCost = (anchor: Anchor, midi: number, brief: Brief): number => {
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
export const endingCost = (ground: Ground, midi: number): number => {
  const above = aboveRoot(ground, midi)
  return above === 3 || above === 4 ? LINE_COSTS.ending.third : LINE_COSTS.ending[placeIn(ground, midi)]
}
