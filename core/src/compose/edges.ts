import { endingCost, standingCost } from '../cost/standing.ts'
import { LINE_COSTS } from '../cost/terms.ts'
import { COUNTED } from '../figures/fill.ts'
import { heightAt } from '../line/curve.ts'
import { cellsFor } from '../rhythm/cells.ts'
import { EIGHTH, type Ticks } from '../rhythm/ticks.ts'
import type { Brief, Contour } from './brief.ts'
import { MEMORY_MATTERS, memoryOf, NO_DEVICE, TEXTURES } from './memory.ts'
import { noiseAt, noiseBase, noiseOf } from './noise.ts'
import { ownOpenings } from './own.ts'
import type { Anchor } from './plan.ts'
import {
  CLOSING_DEVICES,
  deviceIn,
  type Fills,
  type FillTable,
  openingIn,
  type PricedFill,
  rhythmIn,
  soundOf,
} from './table.ts'

export interface Search {
  readonly anchors: readonly Anchor[]
  readonly end: Ticks
  readonly brief: Brief
  readonly table: FillTable
  /** Figures that are dearer where they stand. */
  readonly used: UsedFigures
  /** How many times dearer. */
  readonly usedTimes: number
  /** Four-note shapes that are dearer, wherever they stand, and how many times dearer. */
  readonly worn: ReadonlyMap<number, number>
  /** What ways to arrive cost more, by the number of their device, and ways to leave, by their number. */
  readonly surcharge: readonly number[]
  readonly leaving: readonly number[]
  /** The rhythm that is wanted from an anchor on, by its place in the table. */
  readonly motif: readonly (number | undefined)[]
}

/** A search with nothing dearer yet. */
export const freshSearch = (
  anchors: readonly Anchor[],
  end: Ticks,
  brief: Brief,
  table: FillTable,
): Search => ({
  anchors,
  end,
  brief,
  table,
  used: new Map(),
  usedTimes: 1,
  worn: new Map(),
  surcharge: CLOSING_DEVICES.map(() => 0),
  leaving: new Array<number>(COUNTED + 1 + ownOpenings(brief.cells ?? []).length).fill(0),
  motif: [],
})

/** The notes after an anchor that were used there, by the anchor's place and pitch. */
export type UsedFigures = ReadonlyMap<number, readonly (readonly number[])[]>

export const usedKey = (at: number, pitch: number): number => at * 128 + pitch

/** What the line does from one anchor up to the next: a figure, a breath (with its pickup), or the end. */
export interface ChosenEdge {
  readonly kind: 'figure' | 'breath' | 'end'
  readonly anchor: number
  readonly notes: readonly number[]
  /** Ticks of its notes after the anchor, and whether the next anchor comes an eighth early. */
  readonly onsets: readonly Ticks[]
  readonly early?: boolean
  readonly rhythm?: number
  /** How it leaves and arrives, by the rows of the tables of figures. */
  readonly opening?: number
  readonly closing?: number
}

const DEVICES = CLOSING_DEVICES.length

/** How far apart the anchors of one figure, and the ends of a breath, may be, in half steps. */
const REACH = { figure: 12, breath: 14 } as const

/** An edge's kind as a number: its target, whether it breathes, how it arrives, its texture. */
const KINDS = 2 * DEVICES * TEXTURES

export const kindOf = (target: number, breath: boolean, device: number, texture: number): number =>
  ((target * 2 + (breath ? 1 : 0)) * DEVICES + device) * TEXTURES + texture

export const targetOf = (kind: number): number => Math.floor(kind / KINDS)
export const breathes = (kind: number): boolean => Math.floor(kind / (DEVICES * TEXTURES)) % 2 === 1
export const deviceOf = (kind: number): number => Math.floor(kind / TEXTURES) % DEVICES
export const textureOf = (kind: number): number => kind % TEXTURES

/** The cheapest edge of each kind that leaves a pitch; filled anew for each. */
export interface Offers {
  readonly cost: Float64Array
  /** Which fill each is: its place in its row (of a pickup: after those of the shorter ones), or none. */
  readonly place: Int32Array
  /** The kinds that have an edge. */
  readonly kinds: number[]
  /** The cheapest figure into each target. */
  readonly least: Float64Array
  /** Of each kind, read once: its target, whether it breathes, what it leaves to be remembered. */
  readonly target: Uint8Array
  readonly breath: Uint8Array
  readonly memory: Uint8Array
}

/** The notes of an edge, counted from its anchor. */
export type Pickup = Pick<PricedFill, 'notes' | 'opening' | 'closing' | 'cell' | 'rhythm'>

export const offersFor = (targets: number): Offers => {
  const kinds = targets * KINDS
  return {
    cost: new Float64Array(kinds).fill(Number.POSITIVE_INFINITY),
    place: new Int32Array(kinds),
    kinds: [],
    least: new Float64Array(targets),
    target: Uint8Array.from({ length: kinds }, (_, kind) => targetOf(kind)),
    breath: Uint8Array.from({ length: kinds }, (_, kind) => (breathes(kind) ? 1 : 0)),
    memory: Uint8Array.from({ length: kinds }, (_, kind) => memoryOf(deviceOf(kind), textureOf(kind))),
  }
}

const clear = ({ cost, kinds }: Offers): void => {
  for (const kind of kinds) cost[kind] = Number.POSITIVE_INFINITY
  kinds.length = 0
}

const offer = ({ cost, place, kinds }: Offers, kind: number, price: number, at: number): void => {
  if (price >= cost[kind]!) return
  if (cost[kind] === Number.POSITIVE_INFINITY) kinds.push(kind)
  cost[kind] = price
  place[kind] = at
}

/** The longest row of pickups. */
const ROW = 1 << 16
const NONE = -1

/** The fill of an offered edge. */
export const offered = (
  { fills, pickups }: Crossing,
  pitch: number,
  target: number,
  breath: boolean,
  place: number,
): Pickup => {
  if (!breath) return fills(pitch, target).fills[place]!
  return place === NONE ? NO_PICKUP : pickups[Math.floor(place / ROW)]!(pitch, target).fills[place % ROW]!
}

/** What is the same for all edges from one anchor to the next. */
export interface Crossing {
  readonly at: number
  readonly fills: Fills
  /** Whether any way to leave or to arrive is dearer. */
  readonly dearer: boolean
  /** The noise on each rhythm there. */
  readonly rhythms: readonly number[]
  /** The fills of one and of two pickup notes after a breath; none where a phrase cannot end. */
  readonly pickups: readonly Fills[]
  readonly ends: boolean
}

/** What the noise of rhythms is told from that of figures by. */
const RHYTHM = 77

/** The noise on each rhythm at a place, the least of it taken off. */
const rhythmNoise = ({ seed, rhythm = 'eighths' }: Brief, at: number, length: Ticks): readonly number[] => {
  const noise = cellsFor(length, rhythm).map(
    (_, place) => LINE_COSTS.rhythmNoise * noiseAt(seed, at, place, RHYTHM),
  )
  const least = Math.min(...noise)
  return noise.map((one) => one - least)
}

/** Notes of a pickup after a breath. */
const MOST_PICKUP = 2

export const crossingAt = (search: Search, at: number): Crossing => {
  const from = search.anchors[at]!
  const to = search.anchors[at + 1]!
  const length = to.tick - from.tick
  const fills = (pickup?: number) =>
    search.table({
      length,
      ...(pickup === undefined ? {} : { pickup }),
      beat: from.beat,
      afterBeat: from.afterBeat,
      here: from.ground,
      there: to.ground,
      change: to.change,
    })
  // A breath may end any bar: the last anchor before a barline.
  const ends = to.bar !== from.bar
  const most = ends ? Math.max(0, Math.min(MOST_PICKUP, length / EIGHTH - 2)) : 0
  return {
    at,
    fills: fills(),
    dearer: search.surcharge.some((cost) => cost > 0) || search.leaving.some((cost) => cost > 0),
    rhythms: rhythmNoise(search.brief, at, length),
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

const offerFigures = (
  search: Search,
  { at, fills, rhythms, dearer }: Crossing,
  pitch: number,
  target: number,
  index: number,
  arrival: number,
  offers: Offers,
): void => {
  const { brief, used, worn, surcharge, leaving } = search
  const { low, high } = brief.range
  const before = used.size > 0 ? used.get(usedKey(at, pitch)) : undefined
  const motif = search.motif[at]
  const mixed = rhythms.length > 1
  const { fills: row, costs, codes, lowest, highest } = fills(pitch, target)
  const noise = noiseBase(brief.seed, at, placeOf(brief, pitch, target))
  const kinds = kindOf(index, false, 0, 0)
  let least = Number.POSITIVE_INFINITY
  for (let place = 0; place < costs.length; place += 1) {
    const bare = costs[place]! + arrival
    // Nothing below makes an edge cheaper, and the fills come cheapest first.
    if (bare >= least + MEMORY_MATTERS) break
    const code = codes[place]!
    const kind = kinds + soundOf(code)
    if (bare >= offers.cost[kind]!) continue
    if (pitch + lowest[place]! < low || pitch + highest[place]! > high) continue
    let cost = bare + LINE_COSTS.noise * noiseOf(noise, code)
    if (dearer) cost += surcharge[deviceIn(code)]! + leaving[openingIn(code)]!
    const rhythm = rhythmIn(code)
    if (mixed) cost += rhythms[rhythm]!
    if (before?.some((notes) => sameNotes(notes, row[place]!.notes, pitch)))
      cost += LINE_COSTS.usedBefore * search.usedTimes
    if (worn.size > 0)
      for (const shape of row[place]!.shapes) cost += LINE_COSTS.worn * (worn.get(shape) ?? 0)
    if (motif !== undefined && motif !== rhythm) cost += LINE_COSTS.offMotif
    offer(offers, kind, cost, place)
    if (cost < least) least = cost
  }
  offers.least[index] = least
}

/** Two pitches by their places in the range, so that the noise moves with it. */
const placeOf = ({ range }: Brief, pitch: number, target: number): number =>
  (pitch - range.low) * 128 + target - range.low

const sameNotes = (notes: readonly number[], above: readonly number[], pitch: number): boolean =>
  notes.length === above.length && notes.every((midi, at) => midi === pitch + above[at]!)

const NO_PICKUP: Pickup = {
  notes: [],
  opening: 0,
  closing: 0,
  cell: { kind: 'long', onsets: [], cost: 0 },
  rhythm: 0,
}

/** Half steps: after a breath a phrase begins at least a fifth away in another register, or within a sixth. */
const FIFTH = 7
const SIXTH = 9

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
  const noise = noiseBase(brief.seed, at, placeOf(brief, pitch, target))
  const base = LINE_COSTS.breath + endingCost(anchors[at]!.ground, pitch) + arrival
  const breath = (start: number, device: number, closing: number, more: number, place: number) => {
    const away = Math.abs(start - pitch)
    const leap = brief.newRegister
      ? Math.max(0, FIFTH - away) * LINE_COSTS.sameRegister
      : Math.max(0, away - SIXTH) * LINE_COSTS.leapOverBreath
    const kind = kindOf(index, true, device, 0)
    const bare = base + leap + more
    if (bare < offers.cost[kind]!)
      offer(offers, kind, bare + LINE_COSTS.noise * noiseOf(noise, 1024 + closing), place)
  }
  breath(target, NO_DEVICE, 0, LINE_COSTS.noPickup, NONE)
  pickups.forEach((fills, length) => {
    const { fills: row, lowest, highest } = fills(pitch, target)
    row.forEach(({ closing, device, cost, notes }, place) => {
      if (pitch + lowest[place]! < brief.range.low || pitch + highest[place]! > brief.range.high) return
      breath(pitch + notes[0]!, device, closing, cost * LINE_COSTS.pickup, length * ROW + place)
    })
  })
}

/** What standing on a pitch at an anchor costs. */
export const anchorCost = (anchor: Anchor, midi: number, brief: Brief): number => {
  const { comfortLow, comfortHigh } = brief.range
  const outside = Math.max(0, comfortLow - midi, midi - comfortHigh)
  return (
    standingCost(anchor.ground, midi, anchor.change) +
    outside * LINE_COSTS.outsideComfort +
    (brief.contour ? contourCost(brief.contour, anchor.tick, midi) : 0)
  )
}

const contourCost = (contour: Contour, tick: Ticks, midi: number): number =>
  contour.points.length === 0
    ? 0
    : Math.abs(midi - heightAt(contour.points, tick)) * contour.strictness * LINE_COSTS.offContour
