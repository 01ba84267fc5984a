import type { PricedCell } from '../../theory/rhythm/cells.ts'
import { departureDevice } from '../cost/prices.ts'
import { type DeviceId, deviceRow } from '../figures/devices.ts'
import { APPROACH_FIGURES, COUNTED_RUN, DEPARTURE_FIGURES } from '../figures/figures.ts'
import { COUNTED, type Fill } from '../figures/fill.ts'

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

/** The devices of approaches, in the order of their table. */
export const APPROACH_DEVICES: readonly DeviceId[] = [
  ...new Set(APPROACH_FIGURES.map((approach) => approach.device)),
]

const APPROACH_DEVICE: readonly number[] = APPROACH_FIGURES.map((approach) =>
  APPROACH_DEVICES.indexOf(approach.device),
)

export const TEXTURE_COUNT = 4

/** A fill as one number: device and texture as `device * 4 + texture`, departure, rhythm, approach. */
export const fillCode = ({ device, texture, departure, rhythm, approach }: PricedFill): number =>
  device * TEXTURE_COUNT + texture + (departure << 6) + (rhythm << 14) + (approach << 18)

export const kindIn = (code: number): number => code & 63
export const deviceIn = (code: number): number => (code & 63) >> 2
export const departureIn = (code: number): number => (code >> 6) & 255
export const rhythmIn = (code: number): number => (code >> 14) & 15

/** Whether a fill is one of the brief's own cells. */
export const isOwn = ({ departure }: Pick<Fill, 'departure'>): boolean => departure > COUNTED

/** The fill as it is stored: its notes counted from the anchor. */
export const fromAnchor = (
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
