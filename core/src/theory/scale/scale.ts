import type { Degree } from '../pitch/degree.ts'
import { degreeFifths, degreeSemitones } from '../pitch/degree.ts'
import { type Fifths, noteName } from '../pitch/fifths.ts'
import { pitchClass } from '../pitch/interval.ts'

export type ScaleId =
  | 'ionian'
  | 'dorian'
  | 'phrygian'
  | 'lydian'
  | 'mixolydian'
  | 'aeolian'
  | 'locrian'
  | 'locrianNatural9'
  | 'locrianFlat4'
  | 'melodicMinor'
  | 'harmonicMinor'
  | 'phrygianDominant'
  | 'lydianDominant'
  | 'mixolydianFlat6'
  | 'altered'
  | 'halfWhole'
  | 'wholeHalf'
  | 'wholeTone'
  | 'lydianAugmented'

export interface ScaleRow {
  readonly name: string
  readonly degrees: readonly Degree[]
  /** The scale with the same notes from another root: its name, and that root relative to this one. */
  readonly parent: { readonly name: string; readonly fifths: Fifths }
}

/**
 * The dictionary of scales: degrees from the chord's root, and the parent key in which the notes are known.
 *
 * @example SCALES.altered.degrees // ['R', 'b9', '#9', '3', '#11', 'b13', 'b7']
 */
export const SCALES: Readonly<Record<ScaleId, ScaleRow>> = {
  ionian: {
    name: 'Ionian',
    degrees: ['R', '9', '3', '11', '5', '13', '7'],
    parent: { name: 'major', fifths: 0 },
  },
  dorian: {
    name: 'Dorian',
    degrees: ['R', '9', 'b3', '11', '5', '13', 'b7'],
    parent: { name: 'major', fifths: -2 },
  },
  phrygian: {
    name: 'Phrygian',
    degrees: ['R', 'b9', 'b3', '11', '5', 'b13', 'b7'],
    parent: { name: 'major', fifths: -4 },
  },
  lydian: {
    name: 'Lydian',
    degrees: ['R', '9', '3', '#11', '5', '13', '7'],
    parent: { name: 'major', fifths: 1 },
  },
  mixolydian: {
    name: 'Mixolydian',
    degrees: ['R', '9', '3', '11', '5', '13', 'b7'],
    parent: { name: 'major', fifths: -1 },
  },
  aeolian: {
    name: 'Aeolian',
    degrees: ['R', '9', 'b3', '11', '5', 'b13', 'b7'],
    parent: { name: 'major', fifths: -3 },
  },
  locrian: {
    name: 'Locrian',
    degrees: ['R', 'b9', 'b3', '11', 'b5', 'b13', 'b7'],
    parent: { name: 'major', fifths: -5 },
  },
  locrianNatural9: {
    name: 'Locrian ♮9',
    degrees: ['R', '9', 'b3', '11', 'b5', 'b13', 'b7'],
    parent: { name: 'melodic minor', fifths: -3 },
  },
  locrianFlat4: {
    name: 'Locrian ♭4',
    degrees: ['R', 'b9', 'b3', 'b11', 'b5', 'b13', 'b7'],
    parent: { name: 'melodic minor', fifths: -5 },
  },
  melodicMinor: {
    name: 'melodic minor',
    degrees: ['R', '9', 'b3', '11', '5', '13', '7'],
    parent: { name: 'melodic minor', fifths: 0 },
  },
  harmonicMinor: {
    name: 'harmonic minor',
    degrees: ['R', '9', 'b3', '11', '5', 'b13', '7'],
    parent: { name: 'harmonic minor', fifths: 0 },
  },
  phrygianDominant: {
    name: 'Phrygian dominant',
    degrees: ['R', 'b9', '3', '11', '5', 'b13', 'b7'],
    parent: { name: 'harmonic minor', fifths: -1 },
  },
  lydianDominant: {
    name: 'Lydian dominant',
    degrees: ['R', '9', '3', '#11', '5', '13', 'b7'],
    parent: { name: 'melodic minor', fifths: 1 },
  },
  mixolydianFlat6: {
    name: 'Mixolydian ♭13',
    degrees: ['R', '9', '3', '11', '5', 'b13', 'b7'],
    parent: { name: 'melodic minor', fifths: -1 },
  },
  altered: {
    name: 'altered',
    degrees: ['R', 'b9', '#9', '3', '#11', 'b13', 'b7'],
    parent: { name: 'melodic minor', fifths: -5 },
  },
  halfWhole: {
    name: 'half–whole diminished',
    degrees: ['R', 'b9', '#9', '3', '#11', '5', '13', 'b7'],
    parent: { name: 'half–whole diminished', fifths: 0 },
  },
  wholeHalf: {
    name: 'whole–half diminished',
    degrees: ['R', '9', 'b3', '11', 'b5', 'b13', 'bb7', '7'],
    parent: { name: 'whole–half diminished', fifths: 0 },
  },
  wholeTone: {
    name: 'whole tone',
    degrees: ['R', '9', '3', '#11', '#5', 'b7'],
    parent: { name: 'whole tone', fifths: 0 },
  },
  lydianAugmented: {
    name: 'Lydian augmented',
    degrees: ['R', '9', '3', '#11', '#5', '13', '7'],
    parent: { name: 'melodic minor', fifths: 3 },
  },
}

/**
 * The degrees of a scale, upwards from its root.
 *
 * @example scaleDegrees('dorian') // ['R', '9', 'b3', '11', '5', '13', 'b7']
 */
export const scaleDegrees = (id: ScaleId): readonly Degree[] => SCALES[id].degrees

/** The scale's notes from a root, spelled by degree. */
export const scaleSpellings = (id: ScaleId, root: Fifths): readonly string[] =>
  SCALES[id].degrees.map((degree) => noteName(root + degreeFifths(degree)))

/** Half steps above the root of each scale note, rising. */
export const scaleSemitones = (id: ScaleId): readonly number[] => SEMITONES[id]

const SEMITONES = Object.fromEntries(
  Object.entries(SCALES).map(([id, { degrees }]) => [id, degrees.map(degreeSemitones)]),
) as unknown as Readonly<Record<ScaleId, readonly number[]>>

/** The degree's next scale note above and below, in half steps from it (a half or whole step, or more). */
export const scaleNeighbours = (
  id: ScaleId,
  semitones: number,
): { readonly above: number; readonly below: number } => {
  const steps = scaleSemitones(id)
  const up = steps.map((step) => pitchClass(step - semitones)).filter((distance) => distance > 0)
  const down = steps.map((step) => pitchClass(semitones - step)).filter((distance) => distance > 0)
  return { above: Math.min(...up), below: Math.min(...down) }
}

/** The scale's degree at a number of half steps above the root, if it has one. */
export const scaleDegreeAt = (id: ScaleId, semitones: number): Degree | undefined =>
  SCALES[id].degrees.find((degree) => degreeSemitones(degree) === pitchClass(semitones))

/** 'D♭ major from E♭' as its two names: the parent's root and name. */
export const parentOf = (id: ScaleId, root: Fifths): { readonly root: string; readonly name: string } => ({
  root: noteName(root + SCALES[id].parent.fifths),
  name: SCALES[id].parent.name,
})
