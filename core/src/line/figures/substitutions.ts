import type { Chord } from '../../theory/chord/chord.ts'
import { readChordSymbol } from '../../theory/chord/read.ts'
import { type Fifths, noteName, plainRoot } from '../../theory/pitch/fifths.ts'
import type { ScaleId } from '../../theory/scale/scale.ts'
import { type Harmony, harmonyOf } from './harmony.ts'

/** Other chords for the same bars. */
export type SubstitutionId = 'backdoor' | 'tritone' | 'minorFour' | 'throughHalfSteps'

interface Stop {
  /** What it is, in words. */
  readonly role: string
  /** From the I, along the line of fifths. */
  readonly fifths: Fifths
  readonly ending: string
  readonly scale: ScaleId
}

/**
 * What is played over the ii and over the V of a ii–V, counted from the I that it resolves to (common practice, no
 * source).
 */
interface Substitution {
  readonly id: SubstitutionId
  readonly name: string
  readonly two: Stop
  readonly five: Stop
}

/**
 * Other chords that can be played over a ii–V, with the scale of each.
 *
 * @example SUBSTITUTIONS.map(({ id }) => id) // ['backdoor', 'tritone', 'minorFour', 'throughHalfSteps']
 */
export const SUBSTITUTIONS: readonly Substitution[] = [
  {
    id: 'backdoor',
    name: 'backdoor, iv m7 and ♭VII7',
    two: { role: 'the minor iv', fifths: -1, ending: 'm7', scale: 'dorian' },
    five: { role: 'the backdoor dominant', fifths: -2, ending: '7', scale: 'lydianDominant' },
  },
  {
    id: 'tritone',
    name: 'ii and V of the tritone substitute',
    two: { role: 'the ii of the tritone substitute', fifths: -4, ending: 'm7', scale: 'dorian' },
    five: { role: 'the tritone substitute', fifths: -5, ending: '7', scale: 'lydianDominant' },
  },
  {
    id: 'minorFour',
    name: 'minor iv through both',
    two: { role: 'the minor iv', fifths: -1, ending: 'm6', scale: 'melodicMinor' },
    five: { role: 'the minor iv', fifths: -1, ending: 'm6', scale: 'melodicMinor' },
  },
  {
    id: 'throughHalfSteps',
    name: 'down by half steps, ii and ♭II7',
    two: { role: 'the ii', fifths: 2, ending: 'm7', scale: 'dorian' },
    five: { role: 'the tritone substitute', fifths: -5, ending: '7', scale: 'lydianDominant' },
  },
]

/** A substituted chord, with its harmony. */
export interface SubstitutionStep {
  readonly chord: Chord
  readonly role: string
  readonly scale: ScaleId
  readonly harmony: Harmony
}

/** The chords of a substitution that resolves to a I, with their harmonies. */
export const substitutionSteps = (
  id: SubstitutionId,
  one: Fifths,
): { readonly two: SubstitutionStep; readonly five: SubstitutionStep } => {
  const substitution = SUBSTITUTIONS.find((row) => row.id === id)!
  return { two: stopOf(substitution.two, one), five: stopOf(substitution.five, one) }
}

/** The harmonies of a substitution that resolves to a I. */
export const substitutionHarmonies = (
  id: SubstitutionId,
  one: Fifths,
): { readonly two: Harmony; readonly five: Harmony } => {
  const { two, five } = substitutionSteps(id, one)
  return { two: two.harmony, five: five.harmony }
}

const stopOf = ({ role, fifths, ending, scale }: Stop, one: Fifths): SubstitutionStep => {
  const outcome = readChordSymbol(`${noteName(plainRoot(one + fifths))}${ending}`)
  return outcome.ok
    ? { chord: outcome.value, role, scale, harmony: harmonyOf(outcome.value, scale) }
    : stopOf({ role, fifths: 0, ending: '6', scale }, 0)
}

/** Other chords for the bars of a tonic: each from the tonic, along the line of fifths (common practice, no source). */
export interface Progression {
  readonly id: string
  readonly name: string
  readonly stops: readonly { readonly fifths: Fifths; readonly ending: string }[]
}

export const PROGRESSIONS: readonly Progression[] = [
  {
    id: 'upByDiminished',
    name: 'I ♯I° ii ♯II° iii',
    stops: [
      { fifths: 0, ending: 'maj7' },
      { fifths: 7, ending: 'dim7' },
      { fifths: 2, ending: 'm7' },
      { fifths: 9, ending: 'dim7' },
      { fifths: 4, ending: 'm7' },
    ],
  },
  {
    id: 'downByHalfSteps',
    name: 'iii ♭III7 ii ♭II7 I',
    stops: [
      { fifths: 4, ending: 'm7' },
      { fifths: -3, ending: '7' },
      { fifths: 2, ending: 'm7' },
      { fifths: -5, ending: '7' },
      { fifths: 0, ending: 'maj7' },
    ],
  },
]

/** The chord symbols of a progression on a tonic (given on the line of fifths). */
export const progressionChords = ({ stops }: Progression, tonic: Fifths): readonly string[] =>
  stops.map(({ fifths, ending }) => `${noteName(plainRoot(tonic + fifths))}${ending}`)
