import { openingDevice, type Place, type PriceWishes, pricesOf } from '../cost/prices.ts'
import { LINE_COSTS } from '../cost/terms.ts'
import { CLOSINGS, COUNTED_RUN, type DeviceId, OPENINGS, type Opening } from '../figures/figures.ts'
import { COUNTED, type Fill, fillsBetween } from '../figures/fill.ts'
import type { Ground } from '../figures/ground.ts'
import { cellsFor, type PricedCell } from '../rhythm/cells.ts'
import { EIGHTH } from '../rhythm/ticks.ts'
import type { Brief } from './brief.ts'
import { ownOpenings } from './own.ts'

/** A fill in a rhythm, its notes counted from the anchor, with what it costs wherever it stands. */
export interface PricedFill extends Fill {
  readonly cost: number
  readonly texture: number
  /** Index of the closing's device in CLOSING_DEVICES. */
  readonly device: number
  readonly lowest: number
  readonly highest: number
  /** Its four-note shapes, anchor and target among them, as numbers. */
  readonly shapes: readonly number[]
  readonly cell: PricedCell
  /** The rhythm's place among those that fill the same length. */
  readonly rhythm: number
}

/** The fills between any two pitches over two grounds, looked up by numbers; cheapest first. */
export type Fills = (anchor: number, target: number) => FillRow

/** Fills, cheapest first, with what the search asks of every one side by side: it looks at few of the fills themselves. */
interface FillRow {
  readonly fills: readonly PricedFill[]
  readonly costs: Float64Array
  /** How each arrives and sounds, and what it is made of: see `packed`. */
  readonly codes: Int32Array
  readonly lowest: Int8Array
  readonly highest: Int8Array
}

/** A fill in one number: its device and texture as `device * 4 + texture`, its opening, its rhythm, its closing. */
const packed = ({ device, texture, opening, rhythm, closing }: PricedFill): number =>
  device * TEXTURE_COUNT + texture + (opening << 6) + (rhythm << 14) + (closing << 18)

export const soundOf = (code: number): number => code & 63
export const deviceIn = (code: number): number => (code & 63) >> 2
export const openingIn = (code: number): number => (code >> 6) & 255
export const rhythmIn = (code: number): number => (code >> 14) & 15

/** Looks up the fills of a place. */
export type FillTable = (place: Place) => Fills

/** The devices that a closing can be, in the order of the table of closings. */
export const CLOSING_DEVICES: readonly DeviceId[] = [...new Set(CLOSINGS.map((closing) => closing.device))]

const CLOSING_DEVICE: readonly number[] = CLOSINGS.map((closing) => CLOSING_DEVICES.indexOf(closing.device))

/** What of a brief the table hangs on. */
export type PricedBy = PriceWishes & Pick<Brief, 'rhythm' | 'cells' | 'motif'>

/** How far a target may lie from its anchor, in half steps, with a fill between. */
const WIDEST = 14

/** Briefs with the same key can share a table. */
export const tableKey = ({ devices, chromatic, school, approach, rhythm, cells, motif }: PricedBy): string =>
  JSON.stringify([devices, chromatic, school, approach, rhythm, cells, motif])

/**
 * A table of priced fills, filled as it is asked: what a figure costs depends on the two chords and the two pitches up
 * to transposition, not on the place in the tune. Of fills that sound alike (one texture, one way to arrive) those are
 * left out that no noise and no wish for something new could make the cheapest.
 */
export const fillTable = (brief: PricedBy = {}): FillTable => {
  const known = new Map<string, (FillRow | undefined)[]>()
  const own = ownOpenings(brief.cells ?? [])
  const price = pricesOf(brief, own.length)
  return (place) => {
    const apart = (place.there.root - place.here.root + 12) % 12
    const key = `${place.length} ${place.pickup ?? ''} ${place.beat} ${place.afterBeat} ${place.change} ${shape(place.here)} ${shape(place.there)} ${apart}`
    const rows = known.get(key) ?? new Array<FillRow | undefined>(12 * (2 * WIDEST + 1))
    known.set(key, rows)
    const cells = cellsOf(place, brief)
    return (anchor, target) => {
      const above = (anchor - place.here.root + 120) % 12
      const at = above * (2 * WIDEST + 1) + target - anchor + WIDEST
      const found = rows[at]
      if (found) return found
      const costed = cells.flatMap((cell, rhythm) =>
        fillsOf(place, cell, anchor, target, own).map((fill) => ({
          fill,
          rhythm,
          cost: price(place, cell, fill, anchor, target),
        })),
      )
      const priced = withoutHopeless(costed, brief.motif === true).map(({ fill, rhythm, cost }) =>
        counted(fill, cells[rhythm]!, rhythm, cost, anchor, target),
      )
      priced.sort((a, b) => a.cost - b.cost)
      const row = rowOf(priced)
      rows[at] = row
      return row
    }
  }
}

const rowOf = (fills: readonly PricedFill[]): FillRow => ({
  fills,
  costs: Float64Array.from(fills, ({ cost }) => cost),
  codes: Int32Array.from(fills, packed),
  lowest: Int8Array.from(fills, ({ lowest }) => lowest),
  highest: Int8Array.from(fills, ({ highest }) => highest),
})

/** A pickup only leads into its target: nothing leaves the note before the breath. */
const fillsOf = (
  { here, there, pickup }: Place,
  { onsets }: PricedCell,
  anchor: number,
  target: number,
  own: readonly Opening[],
): readonly Fill[] => {
  const fills = fillsBetween(onsets.length, here, there, anchor, target, own)
  return pickup === undefined ? fills : fills.filter(({ opening, closing }) => opening === 0 && closing !== 0)
}

/** A pickup's notes are the last eighths before the target. */
const cellsOf = ({ length, pickup }: Place, brief: PricedBy): readonly PricedCell[] => {
  if (pickup === undefined) return cellsFor(length, brief.rhythm ?? 'eighths')
  const onsets = Array.from({ length: pickup }, (_, at) => length - (pickup - at) * EIGHTH)
  return [{ kind: 'eighths', onsets, cost: 0 }]
}

interface Costed {
  readonly fill: Fill
  readonly rhythm: number
  readonly cost: number
}

const withoutHopeless = (fills: readonly Costed[], byRhythm: boolean): readonly Costed[] => {
  const least = new Map<number, number>()
  const kindOf = ({ fill, rhythm }: Costed) =>
    ((byRhythm ? rhythm : 0) * CLOSING_DEVICES.length + CLOSING_DEVICE[fill.closing]!) * TEXTURE_COUNT +
    textureOf(fill)
  for (const one of fills) {
    const kind = kindOf(one)
    least.set(kind, Math.min(least.get(kind) ?? Number.POSITIVE_INFINITY, one.cost))
  }
  return fills.filter(
    (one) =>
      isOwn(one.fill) ||
      one.cost <= least.get(kindOf(one))! + LINE_COSTS.noise + LINE_COSTS.usedBefore + LINE_COSTS.worn,
  )
}

/** Whether a fill is one of the brief's own cells. */
export const isOwn = ({ opening }: Pick<Fill, 'opening'>): boolean => opening > COUNTED

const TEXTURE_COUNT = 4

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
  const text = `${ground.kind}/${bits(ground.isTone)}/${bits(ground.isScale)}/${bits(ground.isUpper)}`
  shapes.set(ground, text)
  return text
}

/** The fill as it is kept: its notes counted from the anchor. */
const counted = (
  fill: Fill,
  cell: PricedCell,
  rhythm: number,
  cost: number,
  anchor: number,
  target: number,
): PricedFill => {
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
    cell,
    rhythm,
    cost,
  }
}

/** Every four notes in a row of a path, as a number that stands for the intervals between them. */
const fourNoteShapes = (path: readonly number[]): readonly number[] =>
  path
    .slice(3)
    .map((_, at) =>
      shapeNumber(path[at + 1]! - path[at]!, path[at + 2]! - path[at + 1]!, path[at + 3]! - path[at + 2]!),
    )

/** Three intervals, each less than three octaves, as one number. */
export const shapeNumber = (first: number, second: number, third: number): number =>
  ((first + 48) * 96 + second + 48) * 96 + third + 48

/** How a fill sounds as a whole: 0 plain, 1 by chord tones, 2 by scale, 3 chromatic. */
const textureOf = (fill: Fill): number => TEXTURES[openingDevice(fill.opening)]?.[fill.closing] ?? 0

const CHROMATIC: readonly DeviceId[] = [
  'enclosure',
  'doubleChromatic',
  'threeNoteEnclosure',
  'fourNoteEnclosure',
  'turn',
]
const BY_TONES: readonly DeviceId[] = [
  'arpeggio',
  'skip',
  'cell',
  'pentatonic',
  'diminished',
  'triad',
  'tritone',
]
const BY_SCALE: readonly DeviceId[] = ['scale', 'scaleRun', 'halfStepRun', 'blues', 'altered']

const TEXTURES: Readonly<Partial<Record<DeviceId, readonly number[]>>> = Object.fromEntries(
  [...new Set([...OPENINGS.map((_, at) => openingDevice(at)), COUNTED_RUN.device, 'ownCell' as const])].map(
    (device) => [
      device,
      CLOSINGS.map((closing) => {
        if (CHROMATIC.includes(closing.device)) return 3
        if (BY_TONES.includes(device)) return 1
        return BY_SCALE.includes(device) || BY_SCALE.includes(closing.device) ? 2 : 0
      }),
    ],
  ),
)
