import type { Brief, Degree, DeviceId, Instrument, RoadId, Weight } from '@eager-contour/core'

/** What the player wishes of a line, as it is kept: all of a brief but where, how many and for which instrument. */
export interface Wish
  extends Pick<
    Brief,
    | 'approach'
    | 'twoFive'
    | 'school'
    | 'chromatic'
    | 'rhythm'
    | 'motif'
    | 'breathBars'
    | 'unbroken'
    | 'newRegister'
    | 'cells'
  > {
  readonly devices: Readonly<Partial<Record<DeviceId, Weight>>>
  readonly road?: RoadId | undefined
  readonly firstDegree?: Degree | undefined
  readonly landingDegree?: Degree | undefined
  /** The lowest and highest note, as MIDI numbers that sound; where it is left out, the instrument's. */
  readonly range?: { readonly low: number; readonly high: number } | undefined
  /** How closely a drawn contour is followed: a place in STRICTNESS. */
  readonly strictness?: number
}

/** Loosely, closely, as drawn. */
export const STRICTNESS: readonly number[] = [0.25, 0.6, 1]
export const CLOSELY = 1

/** A wish with a name. */
export interface NamedBrief {
  readonly name: string
  readonly wish: Wish
}

export const USUAL: Wish = { devices: {}, breathBars: 4 }

const NO_APPROACHES = {
  neighbour: 0,
  below: 0,
  above: 0,
  enclosure: 0,
  doubleChromatic: 0,
  threeNoteEnclosure: 0,
  fourNoteEnclosure: 0,
  turn: 0,
} as const

/** Briefs that come with the house. */
export const BRIEFS: readonly NamedBrief[] = [
  { name: 'As usual', wish: USUAL },
  {
    name: 'Chord tones only',
    wish: {
      devices: { ...NO_APPROACHES, scale: 0, scaleRun: 0, halfStepRun: 0, arpeggio: 3, skip: 3 },
      approach: 'chords',
      chromatic: 0,
      breathBars: 4,
    },
  },
  {
    name: 'Approaches from below',
    wish: { devices: { ...NO_APPROACHES, below: 3, arpeggio: 3, scaleRun: 0 }, breathBars: 4 },
  },
  {
    name: 'Enclosures into thirds',
    wish: {
      devices: { enclosure: 3, threeNoteEnclosure: 3, fourNoteEnclosure: 3, scaleRun: 0 },
      chromatic: 3,
      breathBars: 4,
    },
  },
  {
    name: 'Landing scales',
    wish: { devices: { scaleRun: 3, halfStepRun: 3 }, school: 'halfSteps', breathBars: 4 },
  },
  { name: 'ii as V', wish: { devices: {}, twoFive: 'five', breathBars: 4 } },
  {
    name: 'Sparse and singing',
    wish: { devices: { doubleChromatic: 0 }, rhythm: 'sparse', newRegister: true, breathBars: 2 },
  },
  { name: 'Triplets and a motif', wish: { devices: {}, rhythm: 'mixed', motif: true, breathBars: 2 } },
  {
    name: 'Eighths without end',
    wish: { devices: {}, rhythm: 'eighths', breathBars: 4, unbroken: true },
  },
  { name: 'One note a bar', wish: { devices: {}, rhythm: 'bars', breathBars: 4 } },
  { name: 'One key for all', wish: { devices: {}, approach: 'key', chromatic: 1, breathBars: 4 } },
]

/** What of a brief a wish asks for. */
export const briefOf = ({
  road,
  firstDegree,
  landingDegree,
  strictness: _strictness,
  range: _range,
  ...wish
}: Wish): Omit<Brief, 'stretch' | 'seed' | 'count' | 'range'> => ({
  ...wish,
  ...(road === undefined ? {} : { road }),
  ...(firstDegree === undefined ? {} : { first: { degree: firstDegree } }),
  ...(landingDegree === undefined ? {} : { landing: { degree: landingDegree } }),
})

/** The notes that a wish may have, inside those of an instrument; the comfortable ones no wider. */
export const rangeOf = ({ range }: Wish, of: Instrument['range']): Instrument['range'] =>
  range
    ? {
        low: range.low,
        high: range.high,
        comfortLow: Math.min(range.high, Math.max(of.comfortLow, range.low)),
        comfortHigh: Math.max(range.low, Math.min(of.comfortHigh, range.high)),
      }
    : of

/** The named brief that a wish is, if it is one. */
export const nameOfWish = (wish: Wish, own: readonly NamedBrief[]): string | undefined => {
  const text = JSON.stringify(sorted(wish))
  return [...BRIEFS, ...own].find((brief) => JSON.stringify(sorted(brief.wish)) === text)?.name
}

/** Without what is as usual, in one order, so that equal wishes read the same. */
const sorted = (wish: Wish): unknown =>
  Object.entries(wish)
    .filter(
      ([, value]) => value !== undefined && value !== false && !(Array.isArray(value) && value.length === 0),
    )
    .map(([name, value]): readonly [string, unknown] =>
      name === 'devices'
        ? [
            name,
            Object.entries(value as object)
              .filter(([, weight]) => weight !== 2)
              .sort(),
          ]
        : [name, value],
    )
    .sort(([a], [b]) => (a < b ? -1 : 1))
