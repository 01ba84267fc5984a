import { OCTAVE, pitchClass } from '../../theory/pitch/interval.ts'
import { cellsFor, type PricedCell } from '../../theory/rhythm/cells.ts'
import { EIGHTH } from '../../theory/rhythm/ticks.ts'
import { type FillContext, plainCost } from '../cost/prices.ts'
import type { DepartureFigure } from '../figures/figures.ts'
import { type Fill, fillsBetween } from '../figures/fill.ts'
import type { Harmony } from '../figures/harmony.ts'
import type { Brief } from './brief.ts'
import { ownDepartures } from './own.ts'
import { fromAnchor, type PricedFill, TEXTURE_COUNT } from './pricedFill.ts'

/** The largest distance, in half steps, between an anchor and a target with a fill between. */
export const WIDEST = 14

/**
 * The fills between two pitches with everything their prices depend on, in parallel arrays; they are the same for
 * every brief.
 */
export interface RawRow {
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
/**
 * What the figures found depend on, as text: briefs with the same key share a stock.
 *
 * @example stockKey({ rhythm: 'eighths' }) === stockKey({ rhythm: 'triplets' }) // false
 */
export const stockKey = ({ rhythm, cells }: StockedBy): string => JSON.stringify([rhythm, cells])

/** The number of the row of two pitches: the anchor above the root, the target from the anchor. */
export const rowAt = ({ here }: FillContext, anchor: number, target: number): number =>
  pitchClass(anchor - here.root) * (2 * WIDEST + 1) + target - anchor + WIDEST
export const ROWS = OCTAVE * (2 * WIDEST + 1)

/** Two contexts with the same key have the same fills, up to transposition. */
export const contextKey = (place: FillContext): string =>
  `${place.length} ${place.pickup ?? ''} ${place.beat} ${place.afterBeat} ${place.change} ${harmonyKey(place.here)} ${harmonyKey(place.there)} ${pitchClass(place.there.root - place.here.root)}`

/**
 * Figures between pitches, found on demand and kept: what can be played depends on two chords and two pitches up to
 * transposition.
 *
 * @example fillStock({ rhythm: 'bars' })
 */
export const fillStock = (brief: StockedBy = {}): FillStock => {
  const known = new Map<string, (RawRow | undefined)[]>()
  const own = ownDepartures(brief.cells ?? [])
  return (place) => {
    const key = contextKey(place)
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
      fill: fromAnchor(fill, cell, rhythm, anchor, target),
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

const harmonyKeys = new WeakMap<Harmony, string>()

/** A harmony's sets counted from its root, as text. */
const harmonyKey = (harmony: Harmony): string => {
  const known = harmonyKeys.get(harmony)
  if (known) return known
  const bits = (set: readonly boolean[]) =>
    set.reduce((sum, inside, tone) => (inside ? sum | (1 << pitchClass(tone - harmony.root)) : sum), 0)
  const text = `${harmony.kind}/${bits(harmony.isTone)}/${bits(harmony.isScale)}/${bits(harmony.isUpper)}`
  harmonyKeys.set(harmony, text)
  return text
}
