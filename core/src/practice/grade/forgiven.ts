import type { Exercise } from '../drill/exercise.ts'
import type { PlayedNote } from '../listen/take.ts'
import type { MoveKind } from './judged.ts'
import { samePitch } from './places.ts'
import type { GradeRules } from './rules.ts'

/** One decision of a way through the take, with those before it. */
export interface Step {
  readonly played: number
  /** The expected note that it matches; undefined for an extra one. */
  readonly expected: number | undefined
  readonly move: MoveKind | undefined
  readonly before: Step | undefined
}

/** A note this long before a right one is its grace note; this long after one, at its pitch, a bounce. In milliseconds. */
const GRACE_MS = 70
const BOUNCE_MS = 30
export const MOST_GRACES = 2

export const isGrace = (note: PlayedNote, target: PlayedNote): boolean => {
  const before = target.onsetMs - note.onsetMs
  return before > 0 && before <= GRACE_MS
}

export const isBounce = (note: PlayedNote, before: PlayedNote | undefined): boolean =>
  before !== undefined && note.midi === before.midi && note.onsetMs - before.onsetMs <= BOUNCE_MS

/** Extra notes that are forgiven: grace notes of a right note, bounces of the one before. */
export const forgivenOf = (
  notes: readonly PlayedNote[],
  rules: GradeRules,
  exercise: Exercise,
  steps: readonly Step[],
): ReadonlyMap<number, 'grace' | 'bounce'> => {
  const found = new Map<number, 'grace' | 'bounce'>()
  let matched: PlayedNote | undefined
  let open: number[] = []
  for (const { played, expected } of steps) {
    const note = notes[played]!
    if (expected === undefined) {
      if (isBounce(note, matched)) found.set(played, 'bounce')
      else open.push(played)
      continue
    }
    if (samePitch(rules, exercise.expected[expected]!, note.midi))
      for (const one of open.slice(-MOST_GRACES)) if (isGrace(notes[one]!, note)) found.set(one, 'grace')
    open = []
    matched = note
  }
  return found
}
