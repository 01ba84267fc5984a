import { type Degree, degreeSemitones } from '../../theory/pitch/degree.ts'
import { APPROACH_FIGURES, DEPARTURE_FIGURES, type DepartureFigure } from './figures.ts'
import { aboveRoot, type Harmony, hasPitch, STACK, walkIn, walkThirds, walkTo } from './harmony.ts'
import { landingBetween } from './landing.ts'
import type { Step } from './steps.ts'

/** A figure between an anchor and a target: the notes between them, its departure and its approach. */
export interface Fill {
  readonly notes: readonly number[]
  readonly departure: number
  readonly approach: number
}

/** The departure of a run that is counted out to land: one past the table's rows. */
export const COUNTED = DEPARTURE_FIGURES.length

export const MOST_SLOTS = 7

/** Every pair of a departure and an approach whose notes fill the slots. */
const pairsOf = (
  departures: readonly DepartureFigure[],
): readonly (readonly (readonly [number, number])[])[] =>
  Array.from({ length: MOST_SLOTS + 1 }, (_, slots) =>
    departures.flatMap((departure, o) =>
      APPROACH_FIGURES.flatMap((approach, c) =>
        departure.steps.length + approach.steps.length === slots ? [[o, c] as const] : [],
      ),
    ),
  )

const PAIRS = pairsOf(DEPARTURE_FIGURES)

const take = (step: Step, from: number, harmony: Harmony): number | undefined => {
  switch (step.over) {
    case 'half':
      return from + step.by
    case 'tones':
      return walkIn(harmony.isTone, from, step.by)
    case 'scale':
      return walkIn(harmony.isScale, from, step.by)
    case 'upper':
      return walkIn(harmony.isUpper, from, step.by)
    case 'thirds':
      return walkThirds(harmony, from, step.by)
    case 'degree':
      return walkTo(harmony, from, degreeOf(harmony, step.degree), step.by)
  }
}

/** Half steps of a degree above the root: a plain number is the chord's own degree of that number. */
export const degreeOf = (harmony: Harmony, degree: Degree): number => {
  const place = (STACK as readonly string[]).indexOf(degree)
  return (place < 0 ? undefined : harmony.stack[place]) ?? degreeSemitones(degree)
}

/** The notes of a departure from an anchor; undefined if it doesn't belong to the chord or the degree. */
export const departureNotes = (
  departure: DepartureFigure,
  anchor: number,
  harmony: Harmony,
): readonly number[] | undefined => {
  if (departure.kinds && !departure.kinds.includes(harmony.kind)) return undefined
  if (departure.from && degreeOf(harmony, departure.from) !== aboveRoot(harmony, anchor)) return undefined
  const notes: number[] = []
  for (const step of departure.steps) {
    const next = step === 'return' ? anchor : take(step, notes.at(-1) ?? anchor, harmony)
    if (next === undefined) return undefined
    notes.push(next)
  }
  return notes
}

/** Notes that are each counted from one pitch; undefined if a step leads nowhere. */
export const notesFrom = (
  steps: readonly Step[],
  from: number,
  harmony: Harmony,
): readonly number[] | undefined => {
  const notes = steps.map((step) => take(step, from, harmony))
  return notes.every((midi) => midi !== undefined) ? notes : undefined
}

/**
 * Every figure that fills the slots between an anchor (over `here`) and a target (over `there`): no note repeats the
 * one before, and a scale note of the approach fits the chord that sounds or the one it leads to. `own` are
 * departures beside those of the table.
 */
export const fillsBetween = (
  slots: number,
  here: Harmony,
  there: Harmony,
  anchor: number,
  target: number,
  own: readonly DepartureFigure[] = [],
): readonly Fill[] => {
  const fills: Fill[] = []
  const closed = APPROACH_FIGURES.map((approach) =>
    approach.steps.length > slots || (approach.around && anchor !== target)
      ? undefined
      : notesFrom(approach.steps, target, there),
  )
  const add = (left: readonly number[] | undefined, departure: number, approach: number) => {
    const right = closed[approach]
    if (!left || !right || joinsBadly(anchor, left, right, target)) return
    if (approach === 0 && slots > 0 && !arrives(left.at(-1)!, target, here, BY_STEP[departure] ?? true))
      return
    fills.push({ notes: [...left, ...right], departure, approach })
  }
  const opened = DEPARTURE_FIGURES.map((departure) =>
    departure.steps.length > slots ? undefined : departureNotes(departure, anchor, here),
  )
  for (const [o, c] of PAIRS[slots] ?? []) add(opened[o], o, c)
  const counted = slots >= 2 ? landingBetween(here, anchor, target, slots) : undefined
  if (counted?.some((midi) => !hasPitch(here.isScale, midi)))
    fills.push({ notes: counted, departure: COUNTED, approach: 0 })
  own.forEach((departure, at) => {
    const left = departureNotes(departure, anchor, here)
    APPROACH_FIGURES.forEach((approach, c) => {
      if (departure.steps.length + approach.steps.length === slots) add(left, COUNTED + 1 + at, c)
    })
  })
  return fills
}

/** Whether a note would repeat the one before. */
const joinsBadly = (
  anchor: number,
  left: readonly number[],
  right: readonly number[],
  target: number,
): boolean => {
  let before = anchor
  for (const note of left) {
    if (note === before) return true
    before = note
  }
  for (const note of right) {
    if (note === before) return true
    before = note
  }
  return before === target
}

/** Departures that name their degrees may move to the target by step from any note. */
const BY_STEP: readonly boolean[] = DEPARTURE_FIGURES.map(({ steps }) =>
  steps.some((step) => step !== 'return' && step.over === 'degree'),
)

/** Without an approach the last note is a chord tone next to the target, or a step away: no leap into the target. */
const arrives = (last: number, target: number, here: Harmony, byStep: boolean): boolean => {
  const size = Math.abs(last - target)
  return (byStep && size <= 2) || (size <= 4 && hasPitch(here.isTone, last))
}
