import { CLOSINGS, type Closing, OPENINGS, type Opening, type Step } from './figures.ts'
import { type Ground, holds, walkIn } from './ground.ts'

/** A figure placed between an anchor and a target: the notes between them, how it leaves and how it arrives. */
export interface Fill {
  readonly notes: readonly number[]
  readonly opening: number
  readonly closing: number
}

/** Every pair of an opening and a closing whose notes fill so many slots. */
const PAIRS: ReadonlyMap<number, readonly (readonly [number, number])[]> = new Map(
  [0, 1, 2, 3].map((slots) => [
    slots,
    OPENINGS.flatMap((opening, o) =>
      CLOSINGS.flatMap((closing, c) =>
        opening.steps.length + closing.steps.length === slots ? [[o, c] as const] : [],
      ),
    ),
  ]),
)

const take = (step: Step, from: number, ground: Ground): number =>
  step.over === 'half'
    ? from + step.by
    : walkIn(step.over === 'tones' ? ground.isTone : ground.isScale, from, step.by)

const openingNotes = (opening: Opening, anchor: number, ground: Ground): readonly number[] => {
  let at = anchor
  return opening.steps.map((step) => {
    at = step === 'return' ? anchor : take(step, at, ground)
    return at
  })
}

const closingNotes = (closing: Closing, target: number, ground: Ground): readonly number[] =>
  closing.steps.map((step) => take(step, target, ground))

/**
 * Every figure that fills the slots between an anchor (over `here`) and a target (over `there`): no note repeats the one
 * before, and a scale note of the closing fits the chord that sounds under it or the one that it leads to.
 */
export const fillsBetween = (
  slots: number,
  here: Ground,
  there: Ground,
  anchor: number,
  target: number,
): readonly Fill[] => {
  const pairs = PAIRS.get(slots) ?? []
  const opened = OPENINGS.map((opening) =>
    opening.steps.length > slots ? NO_NOTES : openingNotes(opening, anchor, here),
  )
  const closed = CLOSINGS.map((closing) =>
    closing.steps.length > slots ? NO_NOTES : closingNotes(closing, target, there),
  )
  const fills: Fill[] = []
  for (const [o, c] of pairs) {
    const left = opened[o]!
    const right = closed[c]!
    if (joinsBadly(anchor, left, right, target)) continue
    if (c === 0 && slots > 0 && !arrivesByChord(left.at(-1)!, target, here)) continue
    fills.push({ notes: [...left, ...right], opening: o, closing: c })
  }
  return fills
}

const NO_NOTES: readonly number[] = []

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

/** Without a closing the last note is a chord tone that goes on to its neighbour: no leap into the target. */
const arrivesByChord = (last: number, target: number, here: Ground): boolean =>
  Math.abs(last - target) <= 4 && holds(here.isTone, last)
