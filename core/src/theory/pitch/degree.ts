import { type Fifths, pitchClassOf } from './fifths.ts'
import { pitchClass } from './interval.ts'

/** Every degree that a chord or scale can name, counted from the root, with its distance on the line of fifths. */
const DEGREE_FIFTHS = {
  R: 0,
  b9: -5,
  '9': 2,
  '#9': 9,
  b3: -3,
  '3': 4,
  '4': -1,
  b11: -8,
  '11': -1,
  '#11': 6,
  b5: -6,
  '5': 1,
  '#5': 8,
  b13: -4,
  '13': 3,
  '6': 3,
  bb7: -9,
  b7: -2,
  '7': 5,
} as const satisfies Readonly<Record<string, number>>

export type Degree = keyof typeof DEGREE_FIFTHS

/**
 * Every degree, from the root to the 13.
 *
 * @example DEGREES.includes('#11') // true
 */
export const DEGREES = Object.keys(DEGREE_FIFTHS) as readonly Degree[]

/**
 * The steps of a degree on the line of fifths, above its root.
 *
 * @example degreeFifths('b7') // -2
 */
export const degreeFifths = (degree: Degree): Fifths => DEGREE_FIFTHS[degree]

/**
 * Half steps above the root, 0 to 11.
 *
 * @example degreeSemitones('b9') // 1
 */
export const degreeSemitones = (degree: Degree): number => DEGREE_SEMITONES[degree]

const DEGREE_SEMITONES = Object.fromEntries(
  Object.entries(DEGREE_FIFTHS).map(([degree, fifths]) => [degree, pitchClassOf(fifths)]),
) as Readonly<Record<Degree, number>>

export const isDegree = (text: string): text is Degree => text in DEGREE_FIFTHS

/** Names for pitches that are neither in the chord nor in its scale, by half steps above the root. */
const FOREIGN_DEGREES: readonly Degree[] = [
  'R',
  'b9',
  '9',
  'b3',
  '3',
  '11',
  '#11',
  '5',
  'b13',
  '13',
  'b7',
  '7',
]

/** Over a chord with a major third the minor one is heard as a ♯9. */
export const foreignDegree = (semitones: number, majorThird = false): Degree => {
  const above = pitchClass(semitones)
  return majorThird && above === 3 ? '#9' : FOREIGN_DEGREES[above]!
}
