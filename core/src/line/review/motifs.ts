import { EIGHTH } from '../../theory/rhythm/ticks.ts'
import type { AnalysedNote } from '../explain/analysedLine.ts'
import { hasPitch } from '../figures/harmony.ts'

/** An idea that comes back: the same rhythm with the same or nearly the same steps of the scale. */
interface MotifPair {
  readonly first: number
  readonly second: number
  readonly notes: number
  /** Whether it stands over another chord. */
  readonly moved: boolean
}

export interface Motifs {
  readonly pairs: readonly MotifPair[]
  /** The indexes of all notes that belong to one. */
  readonly notes: ReadonlySet<number>
  readonly moved: boolean
}

/** An idea has at least this many notes, and may differ in one step by one. */
const LEAST = 4
const NEAREST_APART = 4
/** Intervals that must agree exactly before one may depart, and of even eighths at least. */
const MOST_EXACT = 3
const LEAST_EVEN = 5

/** Steps of the scale from one note to the next; a chromatic note counts half. */
const stepsBetween = (from: AnalysedNote, to: AnalysedNote): number => {
  const way = Math.sign(to.midi - from.midi)
  let steps = 0
  for (let midi = from.midi; midi !== to.midi; midi += way)
    if (hasPitch(to.harmony.isScale, midi + way)) steps += way
  return hasPitch(to.harmony.isScale, to.midi) ? steps : steps + way / 2
}

/** Every idea of four notes or more that returns with its rhythm and its contour. */
export const motifsOf = (notes: readonly AnalysedNote[]): Motifs => {
  const steps = notes.slice(1).map((note, at) => stepsBetween(notes[at]!, note))
  const gaps = notes.slice(1).map((note, at) => note.start - notes[at]!.start)
  const members = new Set<number>()
  const pairs: MotifPair[] = []
  let moved = false
  for (let first = 0; first + LEAST <= notes.length; first += 1)
    for (let second = first + NEAREST_APART; second + LEAST <= notes.length; second += 1) {
      if (
        pairs.some((pair) => first < pair.first + pair.notes && second - first === pair.second - pair.first)
      )
        continue
      const length = lengthAlike(steps, gaps, first, second)
      const count = length + 1
      if (count < LEAST || isPlain(steps, gaps, [first, second], length)) continue
      const chordMoved = notes[first]!.chord !== notes[second]!.chord
      pairs.push({ first, second, notes: count, moved: chordMoved })
      if (chordMoved) moved = true
      for (let at = 0; at < count; at += 1) {
        members.add(first + at)
        members.add(second + at)
      }
    }
  return { pairs, notes: members, moved }
}

/** How many intervals two places have in common: the same rhythm and steps, from the seventh note on one step apart at most once. */
const lengthAlike = (
  steps: readonly number[],
  gaps: readonly number[],
  first: number,
  second: number,
): number => {
  let length = 0
  let departures = 0
  while (second + length < steps.length && first + length + 1 < second) {
    if (gaps[first + length] !== gaps[second + length]) break
    const apart = Math.abs(steps[first + length]! - steps[second + length]!)
    if (apart > 1) break
    if (apart > 0.5) departures += 1
    if (departures > 1 || (departures === 1 && length < MOST_EXACT)) break
    length += 1
  }
  return length
}

/** Even eighths have to agree for longer, and without a departure: shapes of four in a row are common to all lines. */
const isPlain = (
  steps: readonly number[],
  gaps: readonly number[],
  [from, second]: readonly [number, number],
  length: number,
): boolean => {
  const even = gaps.slice(from, from + length).every((gap) => gap === EIGHTH)
  if (!even) return false
  if (length < LEAST_EVEN) return true
  for (let at = 0; at < LEAST_EVEN; at += 1) if (steps[from + at] !== steps[second + at]) return true
  const way = Math.sign(steps[from]!)
  return steps.slice(from, from + length).every((step) => Math.abs(step) <= 1 && Math.sign(step) === way)
}
