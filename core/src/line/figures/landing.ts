import type { ChordKind } from '../../theory/chord/chord.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import { aboveRoot, type Harmony, hasPitch, STACK, type StackDegree, walkIn } from './harmony.ts'

/** A whole step of the scale that can be filled with a half step: its lower and upper degree. */
type Gap = readonly [lower: StackDegree, upper: StackDegree]

const ABOVE_SEVEN: Gap = ['7', 'R']
const ABOVE_FIVE: Gap = ['5', '13']

/**
 * Where the first half step goes, by the chord's kind, so that chord tones stay on the beats (common practice, no
 * source).
 */
const ADDED: Readonly<Record<ChordKind, readonly Gap[]>> = {
  dominant: [ABOVE_SEVEN],
  sus: [ABOVE_SEVEN],
  minor: [ABOVE_SEVEN],
  halfDiminished: [ABOVE_SEVEN],
  major: [ABOVE_FIVE],
  augmented: [ABOVE_FIVE],
  tonicMinor: [ABOVE_FIVE],
  diminished: [],
  none: [],
}

/** Where further ones go, to reach other landings. */
const MORE: readonly Gap[] = [
  ['R', '9'],
  ['9', '3'],
]

/** A run by step in one direction, counted out to land. */
export interface LandingRun {
  /** From the start up to, not including, the landing. MIDI numbers. */
  readonly notes: readonly number[]
  readonly landing: number
  /** How many half steps were added. */
  readonly halfSteps: number
}

/** The pitch classes of the half steps that a harmony takes, in order of use. */
const halfStepsOf = (harmony: Harmony): readonly number[] =>
  [...ADDED[harmony.kind], ...MORE].flatMap(([lower, upper]) => {
    const low = harmony.stack[STACK.indexOf(lower)]
    const high = harmony.stack[STACK.indexOf(upper)]
    if (low === undefined || high === undefined || (high - low + 12) % 12 !== 2) return []
    return [(harmony.root + low + 1) % 12]
  })

/** Sets of half steps: fewest first, and among equals those that use the earlier ones first. */
const subsetsOf = (classes: readonly number[]): readonly (readonly number[])[] =>
  Array.from({ length: 1 << classes.length }, (_, bits) =>
    classes.filter((_class, at) => ((bits >> at) & 1) === 1),
  ).sort((a, b) => a.length - b.length || rank(classes, a) - rank(classes, b))

const rank = (classes: readonly number[], some: readonly number[]): number =>
  some.reduce((sum, one) => sum + (1 << classes.indexOf(one)), 0)

const walk = (
  harmony: Harmony,
  added: readonly number[],
  from: number,
  direction: 1 | -1,
  steps: number,
): readonly number[] => {
  const set = harmony.isScale.map((inside, pitchClass) => inside || added.includes(pitchClass))
  const notes = [from]
  while (notes.length <= steps) notes.push(walkIn(set, notes.at(-1)!, direction))
  return notes
}

/** Where a run may land: the chord's tones, and the 6 of a major or tonic minor chord. */
const rests = (harmony: Harmony, midi: number): boolean =>
  hasPitch(harmony.isTone, midi) ||
  ((harmony.kind === 'major' || harmony.kind === 'tonicMinor') && aboveRoot(harmony, midi) === 9)

/** Notes from one strong beat to the next. */
const HALF_BAR = 4

/** The strong beats of a run carry notes that it may land on or, at a cost, the 9. */
const standsWell = (harmony: Harmony, notes: readonly number[]): boolean =>
  notes.every((midi, at) => at === 0 || at % HALF_BAR !== 0 || rests(harmony, midi) || isNinth(harmony, midi))

const isNinth = (harmony: Harmony, midi: number): boolean =>
  aboveRoot(harmony, midi) === harmony.stack[STACK.indexOf('9')]

/**
 * The ways to run from a note by step in one direction so that after a number of notes (including the first) a chord
 * tone falls on the next strong beat, where another harmony may sound: fewest added half steps first, none where the count
 * already works.
 */
export const landings = (
  harmony: Harmony,
  from: number,
  direction: 1 | -1,
  count: number,
  next: Harmony = harmony,
): readonly LandingRun[] => {
  const found: LandingRun[] = []
  for (const added of subsetsOf(halfStepsOf(harmony))) {
    const path = walk(harmony, added, from, direction, count)
    const landing = path[count]!
    const notes = path.slice(0, count)
    const used = notes.filter((midi) => added.includes(pitchClass(midi))).length
    if (!rests(next, landing) || !standsWell(harmony, notes) || used < added.length) continue
    if (found.some((run) => run.landing === landing || run.halfSteps === used)) continue
    found.push({ notes, landing, halfSteps: used })
  }
  return found
}

/** The notes between two pitches by step in one direction that fill the slots; undefined if there are none. */
export const landingBetween = (
  harmony: Harmony,
  from: number,
  to: number,
  slots: number,
): readonly number[] | undefined => {
  const direction = to > from ? 1 : -1
  const walked = Math.abs(to - from)
  if (slots < 1 || walked <= slots || walked > 2 * (slots + 2)) return undefined
  for (const added of subsetsOf(halfStepsOf(harmony))) {
    const path = walk(harmony, added, from, direction, slots + 1)
    if (path[slots + 1] === to) return path.slice(1, slots + 1)
  }
  return undefined
}
