import type { RhythmCell } from '../../theory/rhythm/cells.ts'
import { EIGHTH, type Ticks } from '../../theory/rhythm/ticks.ts'
import { type DeviceId, deviceRow } from '../figures/devices.ts'
import { APPROACH_FIGURES, COUNTED_RUN, DEPARTURE_FIGURES } from '../figures/figures.ts'
import { COUNTED, type Fill } from '../figures/fill.ts'
import { type Harmony, hasPitch } from '../figures/harmony.ts'
import { LEAP } from '../notes/limits.ts'
import { CHROMATIC_COSTS, LINE_COSTS, SCHOOL_COSTS, USUAL_WEIGHT, WEIGHT_COSTS } from './terms.ts'

/** What lies between two anchors. */
export interface FillContext {
  /** Ticks from the anchor to the target. */
  readonly length: Ticks
  /** The number of eighths of a pickup right before the target, after a rest; the whole length if left out. */
  readonly pickup?: number
  /** Ticks of a counted beat, and of the anchor after one: 0 on the beat. */
  readonly beat: Ticks
  readonly afterBeat: Ticks
  readonly here: Harmony
  readonly there: Harmony
  readonly change: boolean
}

/** The parts of a brief that the price of a figure depends on; weights from 0 never to 3 often. */
export interface PriceOptions {
  readonly devices?: Readonly<Partial<Record<DeviceId, 0 | 1 | 2 | 3>>>
  readonly chromatic?: 0 | 1 | 2 | 3
  readonly school?: keyof typeof SCHOOL_COSTS
  readonly approach?: 'key' | 'chords' | 'both'
}

/** The device of a departure by its index. */
export const departureDevice = (departure: number): DeviceId =>
  departure < COUNTED
    ? DEPARTURE_FIGURES[departure]!.device
    : departure === COUNTED
      ? COUNTED_RUN.device
      : 'ownCell'

export type Price = (
  place: FillContext,
  cell: RhythmCell & { readonly cost: number },
  fill: Fill,
  anchor: number,
  target: number,
) => number

/** The part of a fill's cost that is the same for every brief, and what the rest depends on. */
export interface PlainCost {
  /** Its notes and its rhythm. */
  readonly cost: number
  /** How many of its notes are outside the scale. */
  readonly foreign: number
  /** Whether it has notes, and whether it only moves by step in one direction. */
  readonly filled: boolean
  readonly straight: boolean
}

export const plainCost = (
  place: FillContext,
  cell: RhythmCell & { readonly cost: number },
  fill: Fill,
  anchor: number,
  target: number,
): PlainCost => {
  const { cost, foreign } = notesCost(place, cell, fill, anchor, target)
  return {
    cost: cost + cell.cost,
    foreign,
    filled: fill.notes.length > 0,
    straight: isStraight(anchor, fill.notes, target),
  }
}

/**
 * What a brief adds to a fill: for each note outside the scale, for having none, for stepwise motion in one
 * direction, for each departure and approach.
 */
export interface PreferenceCosts {
  readonly foreign: number
  readonly without: number
  readonly straight: number
  readonly departures: readonly number[]
  readonly approaches: readonly number[]
}

/** Departures of the brief's own cells come after those of the table. */
export const preferenceCosts = (brief: PriceOptions, own = 0): PreferenceCosts => {
  const school = SCHOOL_COSTS[brief.school ?? 'both']
  const device = (id: DeviceId): number => {
    const { cost, costByChords = 0, running } = deviceRow(id)
    return (
      cost +
      WEIGHT_COSTS[brief.devices?.[id] ?? USUAL_WEIGHT]! +
      (brief.approach === 'chords' ? costByChords : 0) +
      (id === 'halfStepRun' ? school.halfStepRun : running ? 0 : school.figure)
    )
  }
  const departures = [
    ...DEPARTURE_FIGURES.map((_, at) => device(departureDevice(at))),
    device(COUNTED_RUN.device),
  ]
  for (let at = 0; at < own; at += 1) departures.push(device('ownCell'))
  const chromatic = CHROMATIC_COSTS[brief.chromatic ?? USUAL_WEIGHT]!
  return {
    foreign: chromatic.note,
    without: chromatic.without,
    straight: school.straight,
    departures,
    approaches: APPROACH_FIGURES.map((approach) => device(approach.device)),
  }
}

/** The cost of a fill for a brief: its notes, its rhythm, its devices. */
export const priceFor = (brief: PriceOptions, own = 0): Price => {
  const briefCosts = preferenceCosts(brief, own)
  return (place, cell, fill, anchor, target) => {
    const { cost, foreign, filled, straight } = plainCost(place, cell, fill, anchor, target)
    return (
      cost +
      foreign * briefCosts.foreign +
      (foreign === 0 && filled ? briefCosts.without : 0) +
      (straight ? briefCosts.straight : 0) +
      briefCosts.departures[fill.departure]! +
      briefCosts.approaches[fill.approach]!
    )
  }
}

const notesCost = (
  place: FillContext,
  cell: RhythmCell,
  fill: Fill,
  anchor: number,
  target: number,
): { readonly cost: number; readonly foreign: number } => {
  const opened = fill.notes.length - APPROACH_FIGURES[fill.approach]!.steps.length
  const path = [anchor, ...fill.notes, target]
  let cost = 0
  let foreign = 0
  for (let index = 1; index < path.length; index += 1) {
    const midi = path[index]!
    // Before a pickup there is a rest: the distance across it is weighed there.
    if (index > 1 || place.pickup === undefined)
      cost += intervalCost(midi - path[index - 1]!) + leapCost(place, path, index)
    if (index >= 2 && midi === path[index - 2]) cost += LINE_COSTS.backAndForth
    if (index === path.length - 1) continue
    const onset = cell.onsets[index - 1]!
    const onBeat = (place.afterBeat + onset) % place.beat === 0
    const inside = hasPitch(place.here.isScale, midi)
    const held = (cell.onsets[index] ?? place.length) - onset > EIGHTH
    if (!inside) {
      foreign += 1
      cost += (onBeat ? LINE_COSTS.beatOutside : 0) + (held ? LINE_COSTS.heldOutside : 0)
    }
    if (hasPitch(place.here.isTone, midi)) continue
    if (onBeat && index <= opened) cost += LINE_COSTS.weakBeatForeign
    if (held) cost += LINE_COSTS.heldForeign
  }
  const join = Math.abs(target - path.at(-2)!)
  return { cost: cost + (place.change && join > 2 ? LINE_COSTS.jumpIntoChange : 0), foreign }
}

/** A leap inside an arpeggio is free; any other must turn back at once. What follows the target isn't known here. */
const leapCost = (place: FillContext, path: readonly number[], index: number): number => {
  const size = path[index]! - path[index - 1]!
  if (Math.abs(size) < LEAP) return 0
  const last = index === path.length - 1
  if (!last && hasPitch(place.here.isTone, path[index]!) && hasPitch(place.here.isTone, path[index - 1]!))
    return 0
  if (last) return LINE_COSTS.openLeap
  return Math.sign(path[index + 1]! - path[index]!) === -Math.sign(size) ? 0 : LINE_COSTS.openLeap
}

const intervalCost = (semitones: number): number => {
  const size = Math.abs(semitones)
  return LINE_COSTS.interval[size] ?? LINE_COSTS.tooWide + size - 12
}

/** A whole figure that only moves by step in one direction has no shape. */
const isStraight = (anchor: number, notes: readonly number[], target: number): boolean => {
  if (notes.length < 2) return false
  const way = Math.sign(notes[0]! - anchor)
  let before = anchor
  for (const midi of notes) {
    const step = (midi - before) * way
    if (step < 1 || step > 2) return false
    before = midi
  }
  return (target - before) * way >= 1 && (target - before) * way <= 2
}
