import { DEVICE_COSTS, LINE_COSTS, USUAL_WEIGHT, WEIGHT_COSTS } from '../cost/terms.ts'
import { CLOSINGS, type DeviceId, OPENINGS } from '../figures/figures.ts'
import { type Fill, fillsBetween } from '../figures/fill.ts'
import { type Ground, holds } from '../figures/ground.ts'
import { EIGHTH, QUARTER, type Ticks } from '../rhythm/ticks.ts'
import type { Brief } from './brief.ts'

/** A fill, its notes counted from the anchor, with what it costs wherever it stands. */
export interface PricedFill extends Fill {
  readonly cost: number
  readonly texture: number
  /** Index of the closing's device in CLOSING_DEVICES. */
  readonly device: number
  readonly lowest: number
  readonly highest: number
  /** Its four-note shapes, anchor and target among them, as intervals. */
  readonly shapes: readonly string[]
}

/** The fills between any two pitches over two grounds, looked up by numbers. */
export type Fills = (anchor: number, target: number) => readonly PricedFill[]

/** Looks up the fills of a place. */
export type FillTable = (place: Place) => Fills

export interface Place {
  readonly slots: number
  /** Ticks of the anchor after a beat: 0 on the beat. */
  readonly afterBeat: Ticks
  readonly here: Ground
  readonly there: Ground
  readonly change: boolean
}

/** The devices that a closing can be, in the order of the table of closings. */
export const CLOSING_DEVICES: readonly DeviceId[] = [...new Set(CLOSINGS.map((closing) => closing.device))]

const CLOSING_DEVICE: readonly number[] = CLOSINGS.map((closing) => CLOSING_DEVICES.indexOf(closing.device))

export type DeviceWeights = Brief['devices']

/** How far a target may lie from its anchor, in half steps, with a fill between. */
const WIDEST = 14

/**
 * A table of priced fills, filled as it is asked: what a figure costs depends on the two chords and the two pitches up
 * to transposition, not on the place in the tune. Of fills that sound alike (one texture, one way to arrive) those are
 * left out that no noise and no wish for something new could make the cheapest.
 */
export const fillTable = (weights: DeviceWeights): FillTable => {
  const known = new Map<string, (readonly PricedFill[] | undefined)[]>()
  return (place) => {
    const apart = (place.there.root - place.here.root + 12) % 12
    const key = `${place.slots} ${place.afterBeat} ${place.change} ${shape(place.here)} ${shape(place.there)} ${apart}`
    const rows = known.get(key) ?? new Array<readonly PricedFill[] | undefined>(12 * (2 * WIDEST + 1))
    known.set(key, rows)
    return (anchor, target) => {
      const above = (anchor - place.here.root + 120) % 12
      const at = above * (2 * WIDEST + 1) + target - anchor + WIDEST
      const found = rows[at]
      if (found) return found
      const priced = withoutHopeless(
        fillsBetween(place.slots, place.here, place.there, anchor, target).map((fill) => ({
          fill,
          cost: costOf(place, weights, fill, anchor, target),
        })),
      ).map(({ fill, cost }) => counted(fill, cost, anchor, target))
      rows[at] = priced
      return priced
    }
  }
}

interface Costed {
  readonly fill: Fill
  readonly cost: number
}

const withoutHopeless = (fills: readonly Costed[]): readonly Costed[] => {
  const least = new Array<number>(CLOSING_DEVICES.length * TEXTURE_COUNT).fill(Number.POSITIVE_INFINITY)
  const kindOf = ({ fill }: Costed) => CLOSING_DEVICE[fill.closing]! * TEXTURE_COUNT + textureOf(fill)
  for (const one of fills) least[kindOf(one)] = Math.min(least[kindOf(one)]!, one.cost)
  return fills.filter(
    (one) => one.cost <= least[kindOf(one)]! + LINE_COSTS.noise + LINE_COSTS.usedBefore + LINE_COSTS.worn,
  )
}

const TEXTURE_COUNT = 4

const deviceCost = (weights: DeviceWeights, device: DeviceId): number =>
  DEVICE_COSTS[device] + WEIGHT_COSTS[weights?.[device] ?? USUAL_WEIGHT]!

const shapes = new WeakMap<Ground, string>()

/** A ground's sets counted from its root, as text. */
const shape = (ground: Ground): string => {
  const known = shapes.get(ground)
  if (known) return known
  const bits = (set: readonly boolean[]) =>
    set.reduce(
      (sum, inside, pitchClass) => (inside ? sum | (1 << ((pitchClass - ground.root + 12) % 12)) : sum),
      0,
    )
  const text = `${bits(ground.isTone)}/${bits(ground.isScale)}`
  shapes.set(ground, text)
  return text
}

const costOf = (place: Place, weights: DeviceWeights, fill: Fill, anchor: number, target: number): number =>
  notesCost(place, fill, anchor, target) +
  deviceCost(weights, OPENINGS[fill.opening]!.device) +
  deviceCost(weights, CLOSINGS[fill.closing]!.device)

/** The fill as it is kept: its notes counted from the anchor. */
const counted = (fill: Fill, cost: number, anchor: number, target: number): PricedFill => {
  const notes = fill.notes.map((midi) => midi - anchor)
  return {
    notes,
    lowest: Math.min(0, ...notes),
    highest: Math.max(0, ...notes),
    opening: fill.opening,
    closing: fill.closing,
    texture: textureOf(fill),
    device: CLOSING_DEVICE[fill.closing]!,
    shapes: fourNoteShapes([0, ...notes, target - anchor]),
    cost,
  }
}

/** Every four notes in a row of a path, as the intervals between them. */
export const fourNoteShapes = (path: readonly number[]): readonly string[] =>
  path
    .slice(3)
    .map(
      (_, at) =>
        `${path[at + 1]! - path[at]!} ${path[at + 2]! - path[at + 1]!} ${path[at + 3]! - path[at + 2]!}`,
    )

/** A leap of a sixth or more has to be answered. */
const SIXTH = 8

const notesCost = (place: Place, fill: Fill, anchor: number, target: number): number => {
  const opened = OPENINGS[fill.opening]!.steps.length
  const path = [anchor, ...fill.notes, target]
  let cost = 0
  for (let index = 1; index < path.length; index += 1) {
    const midi = path[index]!
    cost += intervalCost(midi - path[index - 1]!) + leapCost(place, path, index)
    if (index >= 2 && midi === path[index - 2]) cost += LINE_COSTS.backAndForth
    if (index === path.length - 1) continue
    const onBeat = (place.afterBeat + index * EIGHTH) % QUARTER === 0
    if (onBeat && index <= opened && !holds(place.here.isTone, midi)) cost += LINE_COSTS.weakBeatForeign
    if (!holds(place.here.isScale, midi)) cost += onBeat ? LINE_COSTS.beatOutside : LINE_COSTS.foreign
  }
  const join = Math.abs(target - path.at(-2)!)
  return cost + straightCost(path) + (place.change && join > 2 ? LINE_COSTS.jumpIntoChange : 0)
}

/** A leap inside an arpeggio is at home; another turns back at once, or costs. Into the target what follows is not known. */
const leapCost = (place: Place, path: readonly number[], index: number): number => {
  const size = path[index]! - path[index - 1]!
  if (Math.abs(size) < SIXTH) return 0
  const last = index === path.length - 1
  if (!last && holds(place.here.isTone, path[index]!) && holds(place.here.isTone, path[index - 1]!)) return 0
  if (last) return LINE_COSTS.openLeap
  return Math.sign(path[index + 1]! - path[index]!) === -Math.sign(size) ? 0 : LINE_COSTS.openLeap
}

const intervalCost = (semitones: number): number => {
  const size = Math.abs(semitones)
  return LINE_COSTS.interval[size] ?? LINE_COSTS.tooWide + size - 12
}

/** A whole figure that only walks by step in one direction has no shape. */
const straightCost = (path: readonly number[]): number => {
  if (path.length < 4) return 0
  const way = Math.sign(path[1]! - path[0]!)
  for (let index = 1; index < path.length; index += 1) {
    const step = (path[index]! - path[index - 1]!) * way
    if (step < 1 || step > 2) return 0
  }
  return LINE_COSTS.straight
}

/** How a fill sounds as a whole: 0 plain, 1 by chord tones, 2 by scale, 3 chromatic. */
const textureOf = (fill: Fill): number => TEXTURES[fill.opening]![fill.closing]!

const TEXTURES: readonly (readonly number[])[] = OPENINGS.map((opening) =>
  CLOSINGS.map((closing) => {
    if (['enclosure', 'doubleChromatic', 'threeNoteEnclosure'].includes(closing.device)) return 3
    if (opening.device === 'arpeggio' || opening.device === 'skip') return 1
    return opening.device === 'scale' || closing.device === 'scaleRun' || closing.device === 'scale' ? 2 : 0
  }),
)
