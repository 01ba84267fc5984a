import { type FillContext, type PreferenceCosts, type PriceOptions, preferenceCosts } from '../cost/prices.ts'
import { LINE_COSTS } from '../cost/terms.ts'
import type { Brief } from './brief.ts'
import { contextKey, type FillStock, fillStock, type RawRow, ROWS, rowAt } from './fillStock.ts'
import { ownDepartures } from './own.ts'
import { fillCode, isOwn, type PricedFill } from './pricedFill.ts'

/** The fills between any two pitches over two harmonies, looked up by numbers; cheapest first. */
export type Fills = (anchor: number, target: number) => FillRow

/**
 * Fills, cheapest first, with what the search needs of each in parallel arrays, as it looks at few of the fills
 * themselves.
 */
export interface FillRow {
  readonly fills: readonly PricedFill[]
  readonly costs: Float64Array
  /** The approach, texture and parts of each: see fillCode. */
  readonly codes: Int32Array
  readonly lowest: Int8Array
  readonly highest: Int8Array
}

/** Looks up the fills of a place. */
export type FillTable = (place: FillContext) => Fills

/** The parts of a brief that the table depends on. */
export type PricedBy = PriceOptions & Pick<Brief, 'rhythm' | 'cells' | 'motif'>

/**
 * Briefs with the same key can share a table.
 *
 * @example tableKey({ chromatic: 0 }) === tableKey({ chromatic: 3 }) // false
 */
export const tableKey = ({ devices, chromatic, school, approach, rhythm, cells, motif }: PricedBy): string =>
  JSON.stringify([devices, chromatic, school, approach, rhythm, cells, motif])

/**
 * A table of priced fills, filled on demand. Of fills that sound alike (same texture, same approach), those that no
 * noise and no raised cost could make the cheapest are left out. A stock kept from another brief's table (with the
 * same `stockKey`) saves finding the figures again.
 *
 * @example fillTable({ chromatic: 0, rhythm: 'bars' })
 */
export const fillTable = (brief: PricedBy = {}, stock: FillStock = fillStock(brief)): FillTable => {
  const known = new Map<string, (FillRow | undefined)[]>()
  const briefCosts = preferenceCosts(brief, ownDepartures(brief.cells ?? []).length)
  return (place) => {
    const key = contextKey(place)
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
const STILL_POSSIBLE = LINE_COSTS.noise + LINE_COSTS.usedBefore + LINE_COSTS.overused

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
    if (isOwn(fills[at]!) || costs[at]! <= least[kindAt(at)]! + STILL_POSSIBLE) places.push(at)
  places.sort((a, b) => costs[a]! - costs[b]!)
  return rowOf(
    places.map((at) => fills[at]!),
    places.map((at) => costs[at]!),
  )
}

export const rowOf = (fills: readonly PricedFill[], costs: readonly number[]): FillRow => ({
  fills,
  costs: Float64Array.from(costs),
  codes: Int32Array.from(fills, fillCode),
  lowest: Int8Array.from(fills, ({ lowest }) => lowest),
  highest: Int8Array.from(fills, ({ highest }) => highest),
})
