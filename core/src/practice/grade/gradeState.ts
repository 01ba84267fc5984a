import { swinging } from '../../theory/rhythm/swing.ts'
import { QUARTER, ticksToMs } from '../../theory/rhythm/ticks.ts'
import type { Exercise } from '../drill/exercise.ts'
import type { Judged } from './judged.ts'
import { GRADE_RULES, type GradeRules } from './rules.ts'

/** An alignment of played and expected notes. */
export interface Hypothesis {
  /** The number of expected notes dealt with. */
  readonly next: number
  readonly cost: number
  /** Decisions that aren't settled yet, oldest first. */
  readonly open: readonly Decision[]
  /** How far the player is behind (negative: ahead), in milliseconds, judging by the notes that matched. */
  readonly behindMs: number
  /** The expected note that was just skipped: the next played note may still match it. */
  readonly owed?: number
}

export interface Decision extends Judged {
  /** When it is settled at the latest. */
  readonly dueMs: number
  /** A note that matched, settled immediately. */
  readonly plain: boolean
}

/** A grade in progress: plain data. */
export interface GradeState {
  readonly exercise: Exercise
  readonly rules: GradeRules
  readonly placesMs: readonly number[]
  readonly hypotheses: readonly Hypothesis[]
  readonly settled: readonly Judged[]
  readonly playedCount: number
  readonly clockMs: number
}

export const beatMs = (exercise: Exercise): number => ticksToMs(QUARTER, exercise.spec.tempo)

/**
 * When each expected note of an exercise is due, in milliseconds from its first beat: as the band would play it.
 *
 * @example placesMsOf(exercise)[0] // 0
 */
export const placesMsOf = ({ expected, swing, spec }: Exercise): readonly number[] => {
  const starts = expected.map(({ start }) => start)
  return starts.map(swinging(starts, swing)).map((tick) => ticksToMs(tick, spec.tempo))
}

/**
 * The state of a grade before the first note.
 *
 * @example startGrade(exercise).settled.length // 0
 */
export const startGrade = (exercise: Exercise, rules: GradeRules = GRADE_RULES): GradeState => ({
  exercise,
  rules,
  placesMs: placesMsOf(exercise),
  hypotheses: [{ next: 0, cost: 0, open: [], behindMs: 0 }],
  settled: [],
  playedCount: 0,
  clockMs: Number.NEGATIVE_INFINITY,
})

/** A decision without what only the alignment needs. */
export const bare = ({ dueMs: _due, plain: _plain, ...judged }: Decision): Judged => judged
