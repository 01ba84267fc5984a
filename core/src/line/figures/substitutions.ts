import type { Chord } from '../../theory/chord/chord.ts'
import { readChordSymbol } from '../../theory/chord/read.ts'
import { type Fifths, noteName, plainRoot } from '../../theory/pitch/fifths.ts'
import type { ScaleId } from '../../theory/scale/scale.ts'
import { type Harmony, harmonyOf } from './harmony.ts'

/** Other chords for the same bars. */
export type SubstitutionId = 'backdoor' | 'tritone' | 'minorFour' | 'throughHalfSteps'

interface Stop {
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
    two: { fifths: -1, ending: 'm7', scale: 'dorian' },
    five: { fifths: -2, ending: '7', scale: 'lydianDominant' },
  },
  {
    id: 'tritone',
    name: 'ii and V of the tritone substitute',
    two: { fifths: -4, ending: 'm7', scale: 'dorian' },
    five: { fifths: -5, ending: '7', scale: 'lydianDominant' },
  },
  {
    id: 'minorFour',
    name: 'minor iv through both',
    two: { fifths: -1, ending: 'm6', scale: 'melodicMinor' },
    five: { fifths: -1, ending: 'm6', scale: 'melodicMinor' },
  },
  {
    id: 'throughHalfSteps',
    name: 'down by half steps, ii and ♭II7',
    two: { fifths: 2, ending: 'm7', scale: 'dorian' },
    five: { fifths: -5, ending: '7', scale: 'lydianDominant' },
  },
]

/** A substituted chord, with its harmony. */
export interface SubstitutionStep {
  readonly chord: Chord
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

const stopOf = ({ fifths, ending, scale }: Stop, one: Fifths): SubstitutionStep => {
  const outcome = readChordSymbol(`${noteName(plainRoot(one + fifths))}${ending}`)
  return outcome.ok
    ? { chord: outcome.value, harmony: harmonyOf(outcome.value, scale) }
    : stopOf({ fifths: 0, ending: '6', scale }, 0)
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
