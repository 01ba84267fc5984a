import {
  type Chord,
  type ChordKind,
  chordKind,
  chordPitchClasses,
  guideTones,
} from '../../theory/chord/chord.ts'
import { type Degree, degreeSemitones } from '../../theory/pitch/degree.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import { type ScaleId, scaleDegrees, scaleSemitones } from '../../theory/scale/scale.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'

/** The seven degrees of a stack of thirds by number alone: chord and scale say how each is altered. */
export const STACK = ['R', '3', '5', '7', '9', '11', '13'] as const

export type StackDegree = (typeof STACK)[number]

/** Half steps above the root of a dominant's altered notes: ♭9, ♯9, ♯11, ♭13 (common practice, no source). */
export const ALTERED_NOTES: readonly number[] = [1, 3, 6, 8]

/** Half steps above the root of a ♯11, which is a colour of every dominant that has its 5. */
const SHARP_ELEVENTH = 6

/** Whether a pitch is the ♯11 of a dominant: a colour, whatever its scale is (common practice, no source). */
export const isSharpEleventh = ({ kind, root, isTone }: Harmony, midi: number): boolean =>
  kind === 'dominant' &&
  pitchClass(midi - root) === SHARP_ELEVENTH &&
  hasPitch(isTone, root + 4) &&
  !hasPitch(isTone, midi)

/** What neighbours the 5 of a minor chord from above: the ♭13 by ear, or the natural 13. */
export type MinorSixth = 'b13' | '13'

/** A chord and its scale as pitch-class sets: the harmony that a figure moves over. */
export interface Harmony {
  /** By pitch class 0 to 11. */
  readonly isTone: readonly boolean[]
  readonly isGuide: readonly boolean[]
  readonly isScale: readonly boolean[]
  /** What may neighbour a chord tone from above. */
  readonly isUpper: readonly boolean[]
  readonly root: number
  readonly kind: ChordKind
  /** Half steps above the root of each degree of the stack; undefined where neither chord nor scale has one. */
  readonly stack: readonly (number | undefined)[]
}

const setOf = (classes: readonly number[]): readonly boolean[] => {
  const set = new Array<boolean>(12).fill(false)
  for (const pitchClass of classes) set[pitchClass % 12] = true
  return set
}

export const harmonyOf = (chord: Chord, scale: ScaleId, sixth: MinorSixth = 'b13'): Harmony => {
  const tones = chordPitchClasses(chord)
  const root = chord.tones.length === 0 ? 0 : pitchClassOf(fifthsOf(chord.root))
  const guides = guideTones(chord).map((tone) => tones[chord.tones.indexOf(tone)]!)
  const steps = scaleSemitones(scale).map((step) => (root + step) % 12)
  const kind = chordKind(chord)
  const isScale = setOf([...steps, ...tones])
  return {
    isTone: setOf(tones),
    isGuide: setOf(guides),
    isScale,
    isUpper: upperNotes(isScale, root, kind, sixth),
    root,
    kind,
    stack: stackOf(chord, scale),
  }
}

/** Tones of a chord that a scale keeps: the root, the guide tones, and what the scale contains. */
const keptBy = (chord: Chord, scale: ScaleId): Chord => {
  const guides = guideTones(chord)
  const steps = scaleSemitones(scale)
  const tones = chord.tones.filter(
    (tone) => tone.degree === 'R' || guides.includes(tone) || steps.includes(pitchClass(tone.semitones)),
  )
  return { ...chord, tones }
}

/**
 * The harmony of a chord as it is read in its tune. A scale that the player chose counts more than the chord's own 5, 9 and
 * 13: over an altered scale a dominant has no natural 5.
 */
export const harmonyRead = (analysis: Analysis, index: number): Harmony => {
  const { chord } = analysis.spans[index]!
  const { scale } = analysis.readings[index]!
  const chosen = analysis.overrides.some(
    (own) => own.scale !== undefined && index >= own.from && index <= own.to,
  )
  return harmonyOf(chosen ? keptBy(chord, scale) : chord, scale)
}

/** Above the 5 of a tonic minor the ♭13, if chosen; above the ♭5 of a half-diminished chord the 13, if chosen. */
const upperNotes = (
  isScale: readonly boolean[],
  root: number,
  kind: ChordKind,
  sixth: MinorSixth,
): readonly boolean[] => {
  const replaced =
    kind === 'tonicMinor' && sixth === 'b13'
      ? '13'
      : kind === 'halfDiminished' && sixth === '13'
        ? 'b13'
        : undefined
  if (replaced === undefined) return isScale
  const set = [...isScale]
  set[(root + degreeSemitones(replaced)) % 12] = false
  set[(root + degreeSemitones(sixth)) % 12] = true
  return set
}

/** The degrees that can fill a number of the stack, likeliest first. */
const STANDS_FOR: Readonly<Record<StackDegree, readonly Degree[]>> = {
  R: ['R'],
  '3': ['3', 'b3', '4'],
  '5': ['5', 'b5', '#5'],
  '7': ['7', 'b7', 'bb7', '6'],
  '9': ['9', 'b9', '#9'],
  '11': ['11', '#11', 'b11'],
  '13': ['13', '6', 'b13'],
}

/** The chord's own tones first, then the scale's. */
const stackOf = (chord: Chord, scale: ScaleId): readonly (number | undefined)[] => {
  const own = chord.tones.map(({ degree }) => degree)
  return STACK.map((number) => {
    const among = (degrees: readonly Degree[]) => STANDS_FOR[number].find((one) => degrees.includes(one))
    const degree = among(own) ?? among(scaleDegrees(scale))
    return degree === undefined ? undefined : degreeSemitones(degree)
  })
}

export const hasPitch = (set: readonly boolean[], midi: number): boolean => set[pitchClass(midi)]!

/** Half steps of a pitch above the nearest root below it, 0 to 11. */
export const aboveRoot = (harmony: Harmony, midi: number): number => pitchClass(midi - harmony.root)

/** The next member of a pitch-class set above (1) or below (-1) a pitch; the pitch itself where the set is empty. */
const nextIn = (set: readonly boolean[], midi: number, direction: 1 | -1): number => {
  for (let distance = 1; distance <= 12; distance += 1)
    if (hasPitch(set, midi + direction * distance)) return midi + direction * distance
  return midi
}

/** A number of members up (positive) or down. */
export const walkIn = (set: readonly boolean[], midi: number, steps: number): number => {
  let at = midi
  for (let count = Math.abs(steps); count > 0; count -= 1) at = nextIn(set, at, steps > 0 ? 1 : -1)
  return at
}

/** The nearest pitch above (1) or below (-1) another, at a number of half steps above the root. */
export const walkTo = (harmony: Harmony, midi: number, semitones: number, direction: 1 | -1): number => {
  const away = pitchClass(harmony.root + semitones - midi)
  if (direction > 0) return midi + (away === 0 ? 12 : away)
  return midi - (12 - away)
}

/** A number of thirds up (positive) or down the stack; undefined from a pitch that isn't in it. */
export const walkThirds = (harmony: Harmony, midi: number, thirds: number): number | undefined => {
  const above = aboveRoot(harmony, midi)
  let place = harmony.stack.indexOf(above)
  if (place < 0) return undefined
  let at = midi
  const way = thirds > 0 ? 1 : -1
  for (let count = Math.abs(thirds); count > 0; count -= 1) {
    place = (place + way + STACK.length) % STACK.length
    const semitones = harmony.stack[place]
    if (semitones === undefined) return undefined
    at = walkTo(harmony, at, semitones, way)
  }
  return at
}
