import { cellsFor, type PricedCell } from '../../theory/rhythm/cells.ts'
import { EIGHTH } from '../../theory/rhythm/ticks.ts'
import {
  departureDevice,
  type FillContext,
  type PreferenceCosts,
  type PriceOptions,
  plainCost,
  preferenceCosts,
} from '../cost/prices.ts'
import { LINE_COSTS } from '../cost/terms.ts'
import { type DeviceId, deviceRow } from '../figures/devices.ts'
import { APPROACH_FIGURES, COUNTED_RUN, DEPARTURE_FIGURES, type DepartureFigure } from '../figures/figures.ts'
import { COUNTED, type Fill, fillsBetween } from '../figures/fill.ts'
import type { Harmony } from '../figures/harmony.ts'
import type { Brief } from './brief.ts'
import { ownDepartures } from './own.ts'

/** A fill in a rhythm, its notes counted from the anchor. */
export interface PricedFill extends Fill {
  readonly texture: number
  /** Index of the approach's device in APPROACH_DEVICES. */
  readonly device: number
  readonly lowest: number
  readonly highest: number
  /** Its four-note shapes, including anchor and target, as numbers. */
  readonly shapes: readonly number[]
  readonly cell: PricedCell
  /** The index of the rhythm among those of the same length. */
  readonly rhythm: number
}

/** The fills between any two pitches over two harmonies, looked up by numbers; cheapest first. */
export type Fills = (anchor: number, target: number) => FillRow

/**
 * Fills, cheapest first, with what the search needs of each in parallel arrays, as it looks at few of the fills
 * themselves.
 */
export interface FillRow {
  readonly fills: readonly PricedFill[]
  readonly costs: Float64Array
  /** The approach, texture and parts of each: see `packed`. */
  readonly codes: Int32Array
  readonly lowest: Int8Array
  readonly highest: Int8Array
}

/** A fill as one number: device and texture as `device * 4 + texture`, departure, rhythm, approach. */
const packed = ({ device, texture, departure, rhythm, approach }: PricedFill): number =>
  device * TEXTURE_COUNT + texture + (departure << 6) + (rhythm << 14) + (approach << 18)

export const soundOf = (code: number): number => code & 63
export const deviceIn = (code: number): number => (code & 63) >> 2
export const departureIn = (code: number): number => (code >> 6) & 255
export const rhythmIn = (code: number): number => (code >> 14) & 15

/** Looks up the fills of a place. */
export type FillTable = (place: FillContext) => Fills

/** The devices of approaches, in the order of their table. */
export const APPROACH_DEVICES: readonly DeviceId[] = [
  ...new Set(APPROACH_FIGURES.map((approach) => approach.device)),
]

const APPROACH_DEVICE: readonly number[] = APPROACH_FIGURES.map((approach) =>
  APPROACH_DEVICES.indexOf(approach.device),
)

/** The parts of a brief that the table depends on. */
export type PricedBy = PriceOptions & Pick<Brief, 'rhythm' | 'cells' | 'motif'>

/** The largest distance, in half steps, between an anchor and a target with a fill between. */
export const WIDEST = 14

/** Briefs with the same key can share a table. */
export const tableKey = ({ devices, chromatic, school, approach, rhythm, cells, motif }: PricedBy): string =>
  JSON.stringify([devices, chromatic, school, approach, rhythm, cells, motif])

/**
 * The fills between two pitches with everything their prices depend on, in parallel arrays; they are the same for
 * every brief.
 */
interface RawRow {
  readonly fills: readonly PricedFill[]
  readonly plain: Float64Array
  readonly foreign: Uint8Array
  readonly filled: Uint8Array
  readonly straight: Uint8Array
  /** Texture and device as one number, and the rhythm. */
  readonly kinds: Uint16Array
  readonly rhythms: Uint8Array
}

/** Looks up the unpriced fills of a place. */
export type FillStock = (place: FillContext) => (anchor: number, target: number) => RawRow

/** The parts of a brief that the stock depends on: tables of other briefs can share one. */
type StockedBy = Pick<Brief, 'rhythm' | 'cells'>
export const stockKey = ({ rhythm, cells }: StockedBy): string => JSON.stringify([rhythm, cells])

/** The row of two pitches: the anchor above the root, the target from the anchor. */
const rowAt = ({ here }: FillContext, anchor: number, target: number): number =>
  ((anchor - here.root + 120) % 12) * (2 * WIDEST + 1) + target - anchor + WIDEST
const ROWS = 12 * (2 * WIDEST + 1)

const placeKey = (place: FillContext): string =>
  `${place.length} ${place.pickup ?? ''} ${place.beat} ${place.afterBeat} ${place.change} ${shape(place.here)} ${shape(place.there)} ${(place.there.root - place.here.root + 12) % 12}`

/**
 * Figures between pitches, found on demand and kept: what can be played depends on two chords and two pitches up to
 * transposition.
 */
export const fillStock = (brief: StockedBy = {}): FillStock => {
  const known = new Map<string, (RawRow | undefined)[]>()
  const own = ownDepartures(brief.cells ?? [])
  return (place) => {
    const key = placeKey(place)
    const rows = known.get(key) ?? new Array<RawRow | undefined>(ROWS)
    known.set(key, rows)
    const cells = cellsOf(place, brief)
    return (anchor, target) => {
      const at = rowAt(place, anchor, target)
      const row = rows[at] ?? rawRow(place, cells, anchor, target, own)
      rows[at] = row
      return row
    }
  }
}

const rawRow = (
  place: FillContext,
  cells: readonly PricedCell[],
  anchor: number,
  target: number,
  own: readonly DepartureFigure[],
): RawRow => {
  const found = cells.flatMap((cell, rhythm) =>
    fillsOf(place, cell, anchor, target, own).map((fill) => ({
      fill: counted(fill, cell, rhythm, anchor, target),
      price: plainCost(place, cell, fill, anchor, target),
    })),
  )
  return {
    fills: found.map(({ fill }) => fill),
    plain: Float64Array.from(found, ({ price }) => price.cost),
    foreign: Uint8Array.from(found, ({ price }) => price.foreign),
    filled: Uint8Array.from(found, ({ price }) => (price.filled ? 1 : 0)),
    straight: Uint8Array.from(found, ({ price }) => (price.straight ? 1 : 0)),
    kinds: Uint16Array.from(found, ({ fill }) => fill.device * TEXTURE_COUNT + fill.texture),
    rhythms: Uint8Array.from(found, ({ fill }) => fill.rhythm),
  }
}

/**
 * A table of priced fills, filled on demand. Of fills that sound alike (same texture, same approach), those that no
 * noise and no raised cost could make the cheapest are left out. A stock kept from another brief's table (with the
 * same `stockKey`) saves finding the figures again.
 */
export const fillTable = (brief: PricedBy = {}, stock: FillStock = fillStock(brief)): FillTable => {
  const known = new Map<string, (FillRow | undefined)[]>()
  const briefCosts = preferenceCosts(brief, ownDepartures(brief.cells ?? []).length)
  return (place) => {
    const key = placeKey(place)
    const rows = known.get(key) ?? new Array<FillRow | undefined>(ROWS)
    known.set(key, rows)
    const stocked = stock(place)
    return (anchor, target) => {
      const at = rowAt(place, anchor, target)
      const row = rows[at] ?? pricedRow(stocked(anchor, target), briefCosts, brief.motif === true)
      rows[at] = row
      return row
    }
  }
}

/** The extra cost over the cheapest of its kind at which a fill can still be chosen. */
const HOPE = LINE_COSTS.noise + LINE_COSTS.usedBefore + LINE_COSTS.worn

const pricedRow = (raw: RawRow, briefCosts: PreferenceCosts, byRhythm: boolean): FillRow => {
  const { fills, plain, foreign, filled, straight, kinds, rhythms } = raw
  const costs = new Float64Array(fills.length)
  const least: number[] = []
  const kindAt = (at: number) => (byRhythm ? (rhythms[at]! << 8) + kinds[at]! : kinds[at]!)
  for (let at = 0; at < fills.length; at += 1) {
    const fill = fills[at]!
    const cost =
      plain[at]! +
      foreign[at]! * briefCosts.foreign +
      (foreign[at] === 0 && filled[at] === 1 ? briefCosts.without : 0) +
      (straight[at] === 1 ? briefCosts.straight : 0) +
      briefCosts.departures[fill.departure]! +
      briefCosts.approaches[fill.approach]!
    costs[at] = cost
    const kind = kindAt(at)
    if (!(least[kind]! <= cost)) least[kind] = cost
  }
  const places: number[] = []
  for (let at = 0; at < fills.length; at += 1)
    if (isOwn(fills[at]!) || costs[at]! <= least[kindAt(at)]! + HOPE) places.push(at)
  places.sort((a, b) => costs[a]! - costs[b]!)
  return rowOf(
    places.map((at) => fills[at]!),
    places.map((at) => costs[at]!),
  )
}

export const rowOf = (fills: readonly PricedFill[], costs: readonly number[]): FillRow => ({
  fills,
  costs: Float64Array.from(costs),
  codes: Int32Array.from(fills, packed),
  lowest: Int8Array.from(fills, ({ lowest }) => lowest),
  highest: Int8Array.from(fills, ({ highest }) => highest),
})

/** A pickup only approaches its target: nothing departs from the note before the rest. */
const fillsOf = (
  { here, there, pickup }: FillContext,
  { onsets }: PricedCell,
  anchor: number,
  target: number,
  own: readonly DepartureFigure[],
): readonly Fill[] => {
  const fills = fillsBetween(onsets.length, here, there, anchor, target, own)
  return pickup === undefined
    ? fills
    : fills.filter(({ departure, approach }) => departure === 0 && approach !== 0)
}

/** A pickup's notes are the last eighths before the target. */
const cellsOf = ({ length, pickup }: FillContext, brief: StockedBy): readonly PricedCell[] => {
  if (pickup === undefined) return cellsFor(length, brief.rhythm ?? 'eighths')
  const onsets = Array.from({ length: pickup }, (_, at) => length - (pickup - at) * EIGHTH)
  return [{ kind: 'eighths', onsets, cost: 0 }]
}

/** Whether a fill is one of the brief's own cells. */
export const isOwn = ({ departure }: Pick<Fill, 'departure'>): boolean => departure > COUNTED

const TEXTURE_COUNT = 4

const shapes = new WeakMap<Harmony, string>()

/** A harmony's sets counted from its root, as text. */
const shape = (harmony: Harmony): string => {
  const known = shapes.get(harmony)
  if (known) return known
  const bits = (set: readonly boolean[]) =>
    set.reduce(
      (sum, inside, pitchClass) => (inside ? sum | (1 << ((pitchClass - harmony.root + 12) % 12)) : sum),
      0,
    )
  const text = `${harmony.kind}/${bits(harmony.isTone)}/${bits(harmony.isScale)}/${bits(harmony.isUpper)}`
  shapes.set(harmony, text)
  return text
}

/** The fill as it is stored: its notes counted from the anchor. */
const counted = (
  fill: Fill,
  cell: PricedCell,
  rhythm: number,
  anchor: number,
  target: number,
): PricedFill => {
  const notes = fill.notes.map((midi) => midi - anchor)
  return {
    notes,
    lowest: Math.min(0, ...notes),
    highest: Math.max(0, ...notes),
    departure: fill.departure,
    approach: fill.approach,
    texture: textureOf(fill),
    device: APPROACH_DEVICE[fill.approach]!,
    shapes: fourNoteShapes([0, ...notes, target - anchor]),
    cell,
    rhythm,
  }
}

/** Every four consecutive notes of a path, as a number for the intervals between them. */
const fourNoteShapes = (path: readonly number[]): readonly number[] =>
  path
    .slice(3)
    .map((_, at) =>
      shapeNumber(path[at + 1]! - path[at]!, path[at + 2]! - path[at + 1]!, path[at + 3]! - path[at + 2]!),
    )

/** Three intervals, each less than three octaves, as one number. */
export const shapeNumber = (first: number, second: number, third: number): number =>
  ((first + 48) * 96 + second + 48) * 96 + third + 48

/** The texture of a fill: 0 plain, 1 by chord tones, 2 by scale, 3 chromatic. */
const textureOf = (fill: Fill): number => TEXTURES[departureDevice(fill.departure)]?.[fill.approach] ?? 0

const TEXTURES: Readonly<Partial<Record<DeviceId, readonly number[]>>> = Object.fromEntries(
  [
    ...new Set([
      ...DEPARTURE_FIGURES.map((_, at) => departureDevice(at)),
      COUNTED_RUN.device,
      'ownCell' as const,
    ]),
  ].map((device) => [
    device,
    APPROACH_FIGURES.map((approach) => {
      const [leaves, arrives] = [deviceRow(device).texture, deviceRow(approach.device).texture]
      if (arrives === 'chromatic') return 3
      if (leaves === 'tones') return 1
      return leaves === 'scale' || arrives === 'scale' ? 2 : 0
    }),
  ]),
)
