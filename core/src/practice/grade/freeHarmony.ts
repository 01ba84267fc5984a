import { phraseAt } from '../../line/phrases/phrase.ts'
import { OCTAVE, pitchClass } from '../../theory/pitch/interval.ts'
import { EIGHTH, type Ticks } from '../../theory/rhythm/ticks.ts'
import { analyseChart } from '../../tune/analysis/analyse.ts'
import { type Analysis, chordAt } from '../../tune/analysis/analysis.ts'
import { barStarts, stretchTicks } from '../../tune/chart/chart.ts'
import { type Allowed, allowedOver } from '../drill/allowed.ts'
import type { Exercise } from '../drill/exercise.ts'
import type { FreeLimits } from '../drill/limits.ts'
import { type PhrasePlace, phrasePlaces } from '../drill/phrasePlaces.ts'
import { limitsOf } from '../drill/rungs.ts'

/** A free exercise prepared for grading: its changes, its limits, and the allowed notes over each chord. */
export interface FreeHarmony {
  readonly analysis: Analysis
  readonly limits: FreeLimits
  readonly allowed: readonly Allowed[]
  readonly start: Ticks
  readonly end: Ticks
  readonly starts: readonly Ticks[]
  /** Where the exercise's phrase may be played, with its notes; empty if it has none. */
  readonly phrases: readonly PlacedPhrase[]
}

export interface PlacedPhrase extends PhrasePlace {
  readonly notes: readonly { readonly start: Ticks; readonly midi: number }[]
}

/** A phrase is compared by its intervals, in any octave. */
const MIDDLE = 60

const harmonies = new WeakMap<Exercise, FreeHarmony>()

const placedPhrases = (analysis: Analysis, { phrase, stretch }: Exercise['spec']): readonly PlacedPhrase[] =>
  phrase
    ? phrasePlaces(analysis, phrase, stretch).map((place) => ({
        ...place,
        notes: phraseAt(analysis, phrase, place.bar, MIDDLE).notes,
      }))
    : []

/** Everything known about a free exercise before a note is played; cached per exercise. */
export const harmonyFor = (exercise: Exercise): FreeHarmony => {
  const known = harmonies.get(exercise)
  if (known) return known
  const { spec, free } = exercise
  const limits = limitsOf(spec.rung, spec.variant)
  if (!free || !limits) throw new Error(`the rung ${spec.rung} has no limits`)
  const analysis = analyseChart(free.chart, free.readings)
  const harmony: FreeHarmony = {
    analysis,
    limits,
    allowed: allowedOver(analysis, spec.stretch, limits.notes),
    ...stretchTicks(analysis.chart, spec.stretch),
    starts: barStarts(analysis.chart),
    phrases: placedPhrases(analysis, spec),
  }
  harmonies.set(exercise, harmony)
  return harmony
}

/** Closer together than any two notes of an exercise. */
export const isAt = (a: Ticks, b: Ticks): boolean => Math.abs(a - b) <= EIGHTH / 2

/** The same pitch class. */
export const isSame = (a: number, b: number): boolean => (a - b) % OCTAVE === 0

/**
 * Whether a pitch is allowed at a tick; one struck at the end of a chord and held into the next belongs to either,
 * and the phrase's own notes are allowed at their places.
 */
export const isAllowed = (
  { analysis, allowed, phrases }: FreeHarmony,
  midi: number,
  tick: Ticks,
): boolean => {
  const ofPhrase = phrases.some(({ notes }) =>
    notes.some((note) => isAt(note.start, tick) && isSame(note.midi, midi)),
  )
  if (ofPhrase) return true
  const { index, end } = chordAt(analysis, tick)
  const holds = (chord: number) => allowed[chord]?.[pitchClass(midi)] ?? true
  return holds(index) || (end - tick <= EIGHTH && holds(index + 1))
}
