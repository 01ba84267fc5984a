import { noiseAt } from '../../random/noise.ts'
import { cellsFor } from '../../theory/rhythm/cells.ts'
import { EIGHTH, type Ticks } from '../../theory/rhythm/ticks.ts'
import { anchorCost } from '../cost/anchorCost.ts'
import { LINE_COSTS } from '../cost/terms.ts'
import { COUNTED } from '../figures/fill.ts'
import { heightAt } from '../notes/curve.ts'
import type { Brief, Contour } from './brief.ts'
import { NOTHING_BETWEEN, orNothing } from './locked.ts'
import { ownDepartures } from './own.ts'
import type { Anchor } from './plan.ts'
import { APPROACH_DEVICES } from './pricedFill.ts'
import type { Fills, FillTable } from './table.ts'

export interface Search {
  readonly anchors: readonly Anchor[]
  readonly end: Ticks
  readonly brief: Brief
  readonly table: FillTable
  /** Figures that cost more at their place. */
  readonly used: UsedFigures
  /** How many times the cost is raised. */
  readonly usedTimes: number
  /** Four-note shapes that cost more anywhere, and how many times their cost is raised. */
  readonly overused: ReadonlyMap<number, number>
  /** The extra cost of approaches, by the number of their device, and of departures, by their number. */
  readonly surcharge: readonly number[]
  readonly leaving: readonly number[]
  /** The rhythm requested from an anchor on, by its index in the table. */
  readonly motif: readonly (number | undefined)[]
}

/** A search without any raised costs. */
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
  overused: new Map(),
  surcharge: APPROACH_DEVICES.map(() => 0),
  leaving: new Array<number>(COUNTED + 1 + ownDepartures(brief.cells ?? []).length).fill(0),
  motif: [],
})

/** The notes used after an anchor, by the anchor's index and pitch. */
export type UsedFigures = ReadonlyMap<number, readonly (readonly number[])[]>

export const usedKey = (at: number, pitch: number): number => at * 128 + pitch

/** What the line does between two anchors: a figure, a rest (with its pickup), or the end. */
export interface ChosenEdge {
  readonly kind: 'figure' | 'breath' | 'end'
  readonly anchor: number
  readonly notes: readonly number[]
  /** Ticks of its notes after the anchor, and whether the next anchor is anticipated by an eighth. */
  readonly onsets: readonly Ticks[]
  readonly early?: boolean
  readonly rhythm?: number
  /** Its departure and approach, by the rows of the tables of figures. */
  readonly departure?: number
  readonly approach?: number
}

/** What all edges from one anchor to the next have in common. */
export interface Transition {
  readonly at: number
  readonly fills: Fills
  /** Whether it leaves or enters a locked note, and whether it enters one. */
  readonly byLocked: boolean
  readonly intoLocked: boolean
  /** Whether any departure or approach has a raised cost. */
  readonly raised: boolean
  /** The noise on each rhythm there. */
  readonly rhythms: readonly number[]
  /** The pickups of one and two notes after a rest; none where a phrase can't end. */
  readonly pickups: readonly Fills[]
  readonly ends: boolean
}

/** Separates the noise of rhythms from that of figures. */
const RHYTHM = 77

/** The noise on each rhythm at a place, minus the smallest. */
const rhythmNoise = ({ seed, rhythm = 'eighths' }: Brief, at: number, length: Ticks): readonly number[] => {
  const noise = cellsFor(length, rhythm).map(
    (_, place) => LINE_COSTS.rhythmNoise * noiseAt(seed, at, place, RHYTHM),
  )
  const least = Math.min(...noise)
  return noise.map((one) => one - least)
}

/** Notes of a pickup after a rest. */
const MOST_PICKUP = 2

/** A transition out of a locked note with nothing else until the next place, however far away. */
const lockedTransition = (at: number): Transition => ({
  at,
  fills: NOTHING_BETWEEN,
  byLocked: true,
  intoLocked: false,
  raised: false,
  rhythms: [0],
  pickups: [],
  ends: false,
})

export const transitionAt = (search: Search, at: number): Transition => {
  const from = search.anchors[at]!
  const to = search.anchors[at + 1]!
  if (from.locked && from.locked.until >= to.tick) return lockedTransition(at)
  const length = to.tick - from.tick
  const fills = (pickup?: number) =>
    search.table({
      length,
      ...(pickup === undefined ? {} : { pickup }),
      beat: from.beat,
      afterBeat: from.afterBeat,
      here: from.harmony,
      there: to.harmony,
      change: to.change,
    })
  // A rest may end any bar: the last anchor before a bar line.
  const ends = to.bar !== from.bar && !search.brief.unbroken
  const most =
    ends && search.brief.rhythm !== 'bars' ? Math.max(0, Math.min(MOST_PICKUP, length / EIGHTH - 2)) : 0
  return {
    at,
    fills: from.locked || to.locked ? orNothing(fills()) : fills(),
    byLocked: from.locked !== undefined || to.locked !== undefined,
    intoLocked: to.locked !== undefined,
    raised: search.surcharge.some((cost) => cost > 0) || search.leaving.some((cost) => cost > 0),
    rhythms: rhythmNoise(search.brief, at, length),
    pickups: Array.from({ length: most }, (_, index) => fills(index + 1)),
    ends,
  }
}

/** The cost of a pitch at an anchor. */
export const standingAtCost = (anchor: Anchor, midi: number, brief: Brief): number => {
  if (anchor.locked) return 0
  const { comfortLow, comfortHigh } = brief.range
  const outside = Math.max(0, comfortLow - midi, midi - comfortHigh)
  return (
    anchorCost(anchor.harmony, midi, anchor.change) +
    outside * LINE_COSTS.outsideComfort +
    (brief.contour ? contourCost(brief.contour, anchor.tick, midi) : 0)
  )
}

const contourCost = (contour: Contour, tick: Ticks, midi: number): number =>
  contour.points.length === 0
    ? 0
    : Math.abs(midi - heightAt(contour.points, tick)) * contour.strictness * LINE_COSTS.offContour
