import type { Exercise } from '../drill/exercise.ts'
import type { PlayedNote } from '../listen/take.ts'
import { judgeFree } from './free.ts'
import type { Judged } from './judged.ts'
import { GRADE_RULES, type GradeRules } from './rules.ts'
import { toldOf } from './told.ts'
import { cheapestWay, type Frame, frameOf, START, type Way, waysAfter } from './wholeTake.ts'

/** A grade in progress: plain data. */
export interface GradeState {
  readonly exercise: Exercise
  readonly rules: GradeRules
  readonly frame: Frame
  /** The notes so far, in the order of their onsets, and their numbers in the order in which they came. */
  readonly notes: readonly PlayedNote[]
  readonly given: readonly number[]
  /** How what was played so far can be read. */
  readonly ways: readonly Way[]
  /** The time that has passed, in milliseconds from the first beat. */
  readonly clockMs: number
  /** How many expected notes can no longer come. */
  readonly passed: number
  /** The verdicts so far: those of the whole take, as far as it has been played. */
  readonly judged: readonly Judged[]
  readonly playedCount: number
}

/**
 * The state of a grade before the first note.
 *
 * @example startGrade(exercise).judged.length // 0
 */
export const startGrade = (exercise: Exercise, rules: GradeRules = GRADE_RULES): GradeState => ({
  exercise,
  rules,
  frame: frameOf(exercise, rules),
  notes: [],
  given: [],
  ways: [START],
  clockMs: Number.NEGATIVE_INFINITY,
  passed: 0,
  judged: [],
  playedCount: 0,
})

/**
 * Takes one more note. What was played so far is read as the whole take is at the end: a later note can still change how an
 * earlier one is told (of two that were swapped, of a bar that is played again). A note that comes late is put where it
 * belongs. A note without a time is left out.
 *
 * @example gradeStep(startGrade(exercise), played[0]).judged.length // 1
 */
export const gradeStep = (state: GradeState, note: PlayedNote): GradeState => gradeSteps(state, [note])

/**
 * Takes several notes, in the order in which they came.
 *
 * @example gradeSteps(startGrade(exercise), played).playedCount // played.length
 */
export const gradeSteps = (state: GradeState, notes: readonly PlayedNote[]): GradeState => {
  const after = notes.reduce(taken, state)
  return after.exercise.free || after.notes === state.notes ? after : told(after)
}

/** The state with one more note, not told yet. */
const taken = (state: GradeState, note: PlayedNote): GradeState => {
  const { exercise, rules, frame, playedCount } = state
  const counted = { ...state, playedCount: playedCount + 1 }
  if (!Number.isFinite(note.onsetMs)) return counted
  if (exercise.free) return { ...counted, judged: [...state.judged, judgeFree(exercise, note, playedCount)] }
  const at = state.notes.findLastIndex(({ onsetMs }) => onsetMs <= note.onsetMs) + 1
  const notes = state.notes.toSpliced(at, 0, note)
  const given = state.given.toSpliced(at, 0, playedCount)
  const reading = { exercise, rules, frame, notes }
  const isLast = at === notes.length - 1
  let ways = isLast ? state.ways : [START]
  for (let index = isLast ? at : 0; index < notes.length; index += 1) ways = waysAfter(reading, ways, index)
  return { ...counted, notes, given, ways, clockMs: Math.max(state.clockMs, note.onsetMs) }
}

/**
 * Lets time pass without a note: what can no longer come is missed. The same state if nothing changes.
 *
 * @example advanceGrade(startGrade(exercise), 5000).judged[0].verdict // 'missed'
 */
export const advanceGrade = (state: GradeState, nowMs: number): GradeState => {
  if (state.exercise.free || nowMs <= state.clockMs) return state
  const next = { ...state, clockMs: nowMs }
  return passedIn(next) === state.passed ? state : told(next)
}

/** A note this part of the window before its place counts as its answer, if another isn't likelier. */
const EARLY = 0.25

/** How many expected notes can no longer come at the state's time, judging by where the player is. */
const passedIn = (state: GradeState): number => dueIn(state, state.frame.window)

/** How many expected notes were due some milliseconds ago, at least those that were matched. */
const dueIn = ({ frame, ways, clockMs }: GradeState, agoMs: number): number => {
  const { at, behind } = ways[0]!
  const due = clockMs - agoMs - behind
  let count = Math.max(0, at + 1)
  while (count < frame.places.length && frame.places[count]! <= due) count += 1
  return count
}

/** The state with the verdicts that its notes and its time give. */
const told = (state: GradeState): GradeState => {
  const { exercise, rules, notes, given, ways, frame } = state
  const passed = passedIn(state)
  // Where an expected note is due, what was played there is its answer rather than one note more.
  const due = dueIn(state, -EARLY * frame.window)
  const best = cheapestWay({ exercise, rules, frame, notes }, ways, due)
  const reach = Math.max(passed, best.at + 1)
  const { judged } = toldOf(exercise, notes, rules, best.last)
  const before = new Map(state.judged.map((one) => [nameOf(one), one]))
  return {
    ...state,
    passed,
    judged: judged
      .filter(({ verdict, expected }) => verdict !== 'missed' || expected! < reach)
      .map((one) => {
        const now = one.played === undefined ? one : { ...one, played: given[one.played]! }
        const same = before.get(nameOf(now))
        // What is told as before stays the same object: nothing is drawn again for it.
        return same && isSame(same, now) ? same : now
      }),
  }
}

const nameOf = ({ expected, played }: Judged): string =>
  expected === undefined ? `extra ${played}` : String(expected)

const isSame = (a: Judged, b: Judged): boolean =>
  a.verdict === b.verdict && a.played === b.played && a.offMs === b.offMs && a.forgiven === b.forgiven
