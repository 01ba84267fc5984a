import {
  type Brief,
  DEVICE_IDS,
  type Degree,
  type DeviceId,
  deviceRow,
  type Instrument,
  type MinorSixth,
  type SubstitutionId,
  type Weight,
} from '@eager-contour/core'

/** What the player asks of a line, as it is stored: a brief without its place, count and instrument. */
export interface Preference
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
    | 'chromaticPlace'
    | 'cells'
    | 'vocabulary'
  > {
  readonly devices: Readonly<Partial<Record<DeviceId, Weight>>>
  readonly substitution?: SubstitutionId | undefined
  readonly sixth?: MinorSixth | undefined
  readonly firstDegree?: Degree | undefined
  readonly landingDegree?: Degree | undefined
  /** The lowest and highest note, as sounding MIDI numbers; the instrument's range if left out. */
  readonly range?: { readonly low: number; readonly high: number } | undefined
  /** The hand stays in this position on the fingerboard: the range is its own. */
  readonly position?: number | undefined
  /** How closely a drawn contour is followed: an index of STRICTNESS. */
  readonly strictness?: number
  /** Of a solo: indexes of SPACE, LENGTH and REPEATS. */
  readonly space?: number
  readonly phraseLength?: number
  readonly repeats?: number
  readonly triplets?: Brief['triplets'] | undefined
  /** Of a solo: an index of COLOUR. */
  readonly colour?: number
}

/** Loosely, closely, as drawn. */
export const STRICTNESS: readonly number[] = [0.25, 0.6, 1]
export const CLOSELY = 1

/** How much silence, how long phrases, how much that comes back: 1 is usual. */
const SPACE: readonly number[] = [0.55, 1, 1.6, 2.4]
const LENGTH: readonly number[] = [0.65, 1, 1.4, 2]
const REPEATS: readonly number[] = [0, 1, 1.8, 2.6]
const COLOUR: readonly number[] = [0, 1, 1.8, 2.6]
export const USUAL = 1

/** A preference with a name. */
export interface NamedBrief {
  readonly name: string
  readonly preference: Preference
}

export const DEFAULT_PREFERENCE: Preference = { devices: {}, breathBars: 4 }

/** Without approach notes, neighbours and enclosures. */
const NO_APPROACHES: Preference['devices'] = Object.fromEntries(
  DEVICE_IDS.flatMap((id) => (deviceRow(id).found?.around ? [[id, 0]] : [])),
)

/** The briefs that ship with the application. */
export const BRIEFS: readonly NamedBrief[] = [
  { name: 'Default', preference: DEFAULT_PREFERENCE },
  {
    name: 'Chord tones only',
    preference: {
      devices: { ...NO_APPROACHES, scale: 0, scaleRun: 0, halfStepRun: 0, arpeggio: 3, skip: 3 },
      approach: 'chords',
      chromatic: 0,
      breathBars: 4,
    },
  },
  {
    name: 'Approaches from below',
    preference: { devices: { ...NO_APPROACHES, below: 3, arpeggio: 3, scaleRun: 0 }, breathBars: 4 },
  },
  {
    name: 'Enclosures into thirds',
    preference: {
      devices: { enclosure: 3, threeNoteEnclosure: 3, fourNoteEnclosure: 3, scaleRun: 0 },
      chromatic: 3,
      breathBars: 4,
    },
  },
  {
    name: 'Bebop scales',
    preference: { devices: { scaleRun: 3, halfStepRun: 3 }, school: 'halfSteps', breathBars: 4 },
  },
  { name: 'V over the whole ii–V', preference: { devices: {}, twoFive: 'five', breathBars: 4 } },
  {
    name: 'Sparse and singing',
    preference: { devices: { doubleChromatic: 0 }, rhythm: 'sparse', newRegister: true, breathBars: 2 },
  },
  {
    name: 'One idea, moved along',
    preference: { devices: {}, rhythm: 'solo', repeats: 3, breathBars: 2 },
  },
  {
    name: 'Much space',
    preference: { devices: {}, rhythm: 'solo', space: 3, phraseLength: 0, breathBars: 4 },
  },
  { name: 'Triplets and a motif', preference: { devices: {}, rhythm: 'mixed', motif: true, breathBars: 2 } },
  {
    name: 'Continuous eighths',
    preference: { devices: {}, rhythm: 'eighths', breathBars: 4, unbroken: true },
  },
  { name: 'One note a bar', preference: { devices: {}, rhythm: 'bars', breathBars: 4 } },
  { name: 'One key throughout', preference: { devices: {}, approach: 'key', chromatic: 1, breathBars: 4 } },
]

/** The brief of a preference. */
export const briefOf = ({
  substitution,
  sixth,
  firstDegree,
  landingDegree,
  strictness: _strictness,
  range: _range,
  space = USUAL,
  phraseLength = USUAL,
  repeats = USUAL,
  colour = USUAL,
  triplets,
  ...preference
}: Preference): Omit<Brief, 'stretch' | 'seed' | 'count' | 'range'> => ({
  ...preference,
  ...(space === USUAL ? {} : { space: SPACE[space]! }),
  ...(phraseLength === USUAL ? {} : { phraseLength: LENGTH[phraseLength]! }),
  ...(repeats === USUAL ? {} : { repeats: REPEATS[repeats]! }),
  ...(colour === USUAL ? {} : { colour: COLOUR[colour]! }),
  ...(triplets === undefined ? {} : { triplets }),
  ...(substitution === undefined ? {} : { substitution }),
  ...(sixth === undefined ? {} : { sixth }),
  ...(firstDegree === undefined ? {} : { first: { degree: firstDegree } }),
  ...(landingDegree === undefined ? {} : { landing: { degree: landingDegree } }),
})

/** The range of a preference within that of an instrument; the comfortable part is no wider. */
export const rangeOf = ({ range }: Preference, instrument: Instrument['range']): Instrument['range'] =>
  range
    ? {
        low: range.low,
        high: range.high,
        comfortLow: Math.min(range.high, Math.max(instrument.comfortLow, range.low)),
        comfortHigh: Math.max(range.low, Math.min(instrument.comfortHigh, range.high)),
      }
    : instrument

/** The named brief that a preference equals, if any. */
export const nameOfPreference = (preference: Preference, own: readonly NamedBrief[]): string | undefined => {
  const text = JSON.stringify(sorted(preference))
  return [...BRIEFS, ...own].find((brief) => JSON.stringify(sorted(brief.preference)) === text)?.name
}

/** Without defaults and in a fixed order, so that equal preferences have equal text. */
const sorted = (preference: Preference): unknown =>
  Object.entries(preference)
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
