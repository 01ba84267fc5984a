import { EIGHTH } from '../../../theory/rhythm/ticks.ts'
import { hasPitch } from '../../figures/harmony.ts'
import type { Brief } from '../brief.ts'
import { eighthAt, type Ground, isOfChord, type Segment } from './ground.ts'
import {
  clashes,
  hasReason,
  isInside,
  notePrice,
  type Piece,
  type PlacedNote,
  pieceOf,
  rangePrice,
} from './piece.ts'
import { SOLO_PRICES } from './prices.ts'

/** An idea: its notes, each as a step of its scale or as half steps from the note after it. */
interface IdeaNote {
  /** Ticks from the first note. */
  readonly onset: number
  readonly duration: number
  /** Scale steps from the first note of the idea. */
  readonly steps?: number
  /** Half steps from the next note, for a note outside the scale. */
  readonly fromNext?: number
  /** Whether it rises (1) or falls (-1) from the note before it; 0 for the first, or where it stays. */
  readonly way: number
}

export type Idea = readonly IdeaNote[]

const MOST_NOTES = 9
const LEAST_NOTES = 4
/** An idea lasts at most this many eighths. */
const MOST_EIGHTHS = 9

/** Steps of a scale from one pitch to another, both in it. */
const stepsBetween = (scale: readonly boolean[], from: number, to: number): number => {
  const way = to > from ? 1 : -1
  let steps = 0
  for (let midi = from; midi !== to; midi += way) if (hasPitch(scale, midi + way)) steps += way
  return steps
}

/** The idea of a phrase: its first notes, up to a silence or a little over a bar; undefined where there are too few. */
export const ideaOf = (ground: Ground, notes: readonly PlacedNote[]): Idea | undefined => {
  const first = notes[0]
  if (!first) return undefined
  let count = 0
  while (
    count < notes.length &&
    count < MOST_NOTES &&
    notes[count]!.start - first.start < MOST_EIGHTHS * EIGHTH
  )
    count += 1
  const taken = notes.slice(0, count)
  while (taken.length > LEAST_NOTES && !inOwnScale(ground, taken.at(-1)!)) taken.pop()
  const opening = taken.find((note) => inOwnScale(ground, note))
  if (taken.length < LEAST_NOTES || !opening || !inOwnScale(ground, taken.at(-1)!)) return undefined
  const idea: IdeaNote[] = []
  for (let at = 0; at < taken.length; at += 1) {
    const { start, duration, midi } = taken[at]!
    const segment = ground.at[eighthAt(ground, start)]
    if (!segment) return undefined
    const way = at === 0 ? 0 : Math.sign(midi - taken[at - 1]!.midi)
    const place = { onset: start - first.start, duration, way }
    if (inOwnScale(ground, taken[at]!))
      idea.push({ ...place, steps: stepsBetween(segment.harmony.isScale, opening.midi, midi) })
    else idea.push({ ...place, fromNext: midi - taken[at + 1]!.midi })
  }
  return idea
}

const inOwnScale = (ground: Ground, { start, midi }: PlacedNote): boolean => {
  const segment = ground.at[eighthAt(ground, start)]
  return segment !== undefined && hasPitch(segment.harmony.isScale, midi)
}

/** How an idea comes back. */
export interface Return {
  /** Turned over: what rose falls. */
  readonly turned?: boolean
  /** Only the first notes, for an answer that goes on differently. */
  readonly notes?: number
}

/** The idea as pieces that begin at an eighth, from every scale note near its first height; rhythm and steps are kept. */
export const ideaPieces = (
  ground: Ground,
  range: Brief['range'],
  idea: Idea,
  begin: number,
  { turned = false, notes: count = idea.length }: Return = {},
): readonly Piece[] => {
  const pieces: Piece[] = []
  const start = ground.start + begin * EIGHTH
  let length = Math.min(count, idea.length)
  while (length > 0 && idea[length - 1]!.steps === undefined) length -= 1
  if (!ground.at[begin] || length < LEAST_NOTES || !tripletsOnBeats(ground, idea, start)) return pieces
  for (let from = range.low; from <= range.high; from += 1) {
    const placed = placedFrom(ground, idea.slice(0, length), start, from, turned)
    if (!placed) continue
    if (placed.some(({ midi }) => midi < range.low || midi > range.high)) continue
    if (clashes(ground, placed)) continue
    let price: number = SOLO_PRICES.fragment
    for (const { start: tick, duration, midi } of placed)
      price += 0.6 * notePrice(ground, tick, duration, midi) + rangePrice(range, midi) / 2
    placed.slice(1).forEach(({ start: tick, midi }, at) => {
      const before = placed[at]!
      const changes = ground.at[eighthAt(ground, tick)] !== ground.at[eighthAt(ground, before.start)]
      if (changes && Math.abs(midi - before.midi) > 2) price += (SOLO_PRICES.innerJump * ground.joins) / 3
    })
    pieces.push(pieceOf(ground, placed, { kind: 'idea' }, price))
  }
  return pieces
}

/** An idea with a triplet is moved by beats: a triplet begins on one. */
const tripletsOnBeats = (ground: Ground, idea: Idea, start: number): boolean =>
  idea.every(({ onset }, at) => {
    if (onset % (EIGHTH / 2) === 0) return true
    const before = idea[at - 1]
    return (
      !before || before.onset % EIGHTH !== 0 || ground.strength[eighthAt(ground, start + before.onset)]! > 0
    )
  })

/** The notes of an idea with its first scale note at a pitch; undefined where a note has no place. */
const placedFrom = (
  ground: Ground,
  idea: Idea,
  start: number,
  from: number,
  turned: boolean,
): readonly PlacedNote[] | undefined => {
  const placed: (PlacedNote | undefined)[] = new Array(idea.length).fill(undefined)
  const segmentAt = (at: number): Segment | undefined => {
    const tick = start + idea[at]!.onset
    return tick >= ground.end ? undefined : ground.at[eighthAt(ground, tick)]
  }
  const opening = idea.findIndex(({ steps }) => steps !== undefined)
  const home = segmentAt(opening)
  if (!home || !hasPitch(home.harmony.isScale, from)) return undefined
  for (let at = idea.length - 1; at >= 0; at -= 1) {
    const { onset, duration, steps, fromNext } = idea[at]!
    const segment = segmentAt(at)
    if (!segment) return undefined
    const midi =
      steps !== undefined
        ? walked(segment, from, turned ? -steps : steps)
        : placed[at + 1]!.midi + (turned ? -fromNext! : fromNext!)
    placed[at] = { start: start + onset, duration, midi }
  }
  const notes = placed as readonly PlacedNote[]
  const last = notes.at(-1)!
  // Between scales, a step can shrink to nothing: the shape would be lost.
  const keepsShape = idea.every(
    ({ way }, at) => at === 0 || Math.sign(notes[at]!.midi - notes[at - 1]!.midi) === (turned ? -way : way),
  )
  if (!keepsShape || !isInside(ground, last.start, last.midi)) return undefined
  return notes.every(
    ({ start: tick, midi }, at) =>
      at === notes.length - 1 || isInside(ground, tick, midi) || hasReason(ground, notes, at),
  )
    ? notes
    : undefined
}

/** Steps over the scale of a chord from a pitch that may not be in it. */
const walked = (segment: Segment, from: number, steps: number): number => {
  let midi = from
  if (!isOfChord(segment, midi)) midi = hasPitch(segment.harmony.isScale, midi - 1) ? midi - 1 : midi + 1
  let left = Math.abs(steps)
  const way = steps > 0 ? 1 : -1
  while (left > 0) {
    midi += way
    if (hasPitch(segment.harmony.isScale, midi)) left -= 1
  }
  return midi
}
