import { type Degree, degreeSemitones } from '../../theory/pitch/degree.ts'
import { CLOSINGS, OPENINGS, type Opening, type Step } from './figures.ts'
import { aboveRoot, type Ground, holds, STACK, walkIn, walkThirds, walkTo } from './harmony.ts'
import { landingBetween } from './landing.ts'

/** A figure placed between an anchor and a target: the notes between them, how it leaves and how it arrives. */
export interface Fill {
  readonly notes: readonly number[]
  readonly opening: number
  readonly closing: number
}

/** The opening of a run that is counted out to land: one past the table's rows. */
export const COUNTED = OPENINGS.length

export const MOST_SLOTS = 7

/** Every pair of an opening and a closing whose notes fill so many slots. */
const pairsOf = (openings: readonly Opening[]): readonly (readonly (readonly [number, number])[])[] =>
  Array.from({ length: MOST_SLOTS + 1 }, (_, slots) =>
    openings.flatMap((opening, o) =>
      CLOSINGS.flatMap((closing, c) =>
        opening.steps.length + closing.steps.length === slots ? [[o, c] as const] : [],
      ),
    ),
  )

const PAIRS = pairsOf(OPENINGS)

const take = (step: Step, from: number, ground: Ground): number | undefined => {
  switch (step.over) {
    case 'half':
      return from + step.by
    case 'tones':
      return walkIn(ground.isTone, from, step.by)
    case 'scale':
      return walkIn(ground.isScale, from, step.by)
    case 'upper':
      return walkIn(ground.isUpper, from, step.by)
    case 'thirds':
      return walkThirds(ground, from, step.by)
    case 'degree':
      return walkTo(ground, from, degreeOf(ground, step.degree), step.by)
  }
}

/** Half steps of a degree above the root: a plain number is the chord's own degree of that number. */
export const degreeOf = (ground: Ground, degree: Degree): number => {
  const place = (STACK as readonly string[]).indexOf(degree)
  return (place < 0 ? undefined : ground.stack[place]) ?? degreeSemitones(degree)
}

/** The notes of an opening from an anchor; undefined where it does not belong to the chord or the degree. */
export const openingNotes = (
  opening: Opening,
  anchor: number,
  ground: Ground,
): readonly number[] | undefined => {
  if (opening.kinds && !opening.kinds.includes(ground.kind)) return undefined
  if (opening.from && degreeOf(ground, opening.from) !== aboveRoot(ground, anchor)) return undefined
  const notes: number[] = []
  for (const step of opening.steps) {
    const next = step === 'return' ? anchor : take(step, notes.at(-1) ?? anchor, ground)
    if (next === undefined) return undefined
    notes.push(next)
  }
  return notes
}

/** Notes that are each counted from one pitch; undefined where a step leads nowhere. */
export const notesFrom = (
  steps: readonly Step[],
  from: number,
  ground: Ground,
): readonly number[] | undefined => {
  const notes = steps.map((step) => take(step, from, ground))
  return notes.every((midi) => midi !== undefined) ? notes : undefined
}

/**
 * Every figure that fills the slots between an anchor (over `here`) and a target (over `there`): no note repeats the one
 * before, and a scale note of the closing fits the chord that sounds under it or the one that it leads to. `own` are openings beside those of the table.
 */
export const fillsBetween = (
  slots: number,
  here: Ground,
  there: Ground,
  anchor: number,
  target: number,
  own: readonly Opening[] = [],
): readonly Fill[] => {
  const fills: Fill[] = []
  const closed = CLOSINGS.map((closing) =>
    closing.steps.length > slots || (closing.around && anchor !== target)
      ? undefined
      : notesFrom(closing.steps, target, there),
  )
  const add = (left: readonly number[] | undefined, opening: number, closing: number) => {
    const right = closed[closing]
    if (!left || !right || joinsBadly(anchor, left, right, target)) return
    if (closing === 0 && slots > 0 && !arrives(left.at(-1)!, target, here, BY_STEP[opening] ?? true)) return
    fills.push({ notes: [...left, ...right], opening, closing })
  }
  const opened = OPENINGS.map((opening) =>
    opening.steps.length > slots ? undefined : openingNotes(opening, anchor, here),
  )
  for (const [o, c] of PAIRS[slots] ?? []) add(opened[o], o, c)
  const counted = slots >= 2 ? landingBetween(here, anchor, target, slots) : undefined
  if (counted?.some((midi) => !holds(here.isScale, midi)))
    fills.push({ notes: counted, opening: COUNTED, closing: 0 })
  own.forEach((opening, at) => {
    const left = openingNotes(opening, anchor, here)
    CLOSINGS.forEach((closing, c) => {
      if (opening.steps.length + closing.steps.length === slots) add(left, COUNTED + 1 + at, c)
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

/** Openings that name their degrees may go into the target by step from any note. */
const BY_STEP: readonly boolean[] = OPENINGS.map(({ steps }) =>
  steps.some((step) => step !== 'return' && step.over === 'degree'),
)

/** Without a closing the last note is a chord tone that goes on to its neighbour, or else a step away: no leap into the target. */
const arrives = (last: number, target: number, here: Ground, byStep: boolean): boolean => {
  const size = Math.abs(last - target)
  return (byStep && size <= 2) || (size <= 4 && holds(here.isTone, last))
}
