import { EIGHTH, type Ticks } from '../../../theory/rhythm/ticks.ts'
import type { DeviceId } from '../../figures/devices.ts'
import { hasPitch } from '../../figures/harmony.ts'
import { LEAP } from '../../notes/limits.ts'
import { eighthAt, type Ground, isOfChord, type Segment, standingOf } from './ground.ts'
import { SOLO_PRICES } from './prices.ts'

/** Where the notes of a piece come from. */
export type Source =
  | { readonly kind: 'fragment'; readonly id: number }
  | {
      readonly kind: 'figure'
      readonly device: DeviceId
      readonly name: string
      readonly triplet?: true
    }
  | { readonly kind: 'cell'; readonly index: number }
  | { readonly kind: 'vocabulary'; readonly index: number }
  | { readonly kind: 'idea' }
  | { readonly kind: 'locked' }
  | { readonly kind: 'note' }

/** A note at its place, unspelled. */
export interface PlacedNote {
  readonly start: Ticks
  readonly duration: Ticks
  readonly midi: number
}

/** Notes that the search takes as one. */
export interface Piece {
  readonly notes: readonly PlacedNote[]
  readonly source: Source
  /** The eighth, from the start of the stretch, that it begins in. */
  readonly begin: number
  /** The first eighth at which another piece may begin. */
  readonly free: number
  readonly price: number
  /** The way from its first note to its second, and into its last. */
  readonly leaves: Way
  readonly arrives: Way
}

/** A direction, and whether it is a leap that asks for an answer: down by leap, down, none, up, up by leap. */
export type Way = 0 | 1 | 2 | 3 | 4
const NO_WAY: Way = 2
const ASKS = LEAP - 1

export const wayOf = (interval: number): Way => {
  if (interval === 0) return NO_WAY
  if (interval > 0) return interval >= ASKS ? 4 : 3
  return interval <= -ASKS ? 0 : 1
}

/** The price of one way after another: turns cost a little, leaps that go on cost more. */
export const turnPrice = (before: Way, after: Way): number => {
  if (before === NO_WAY || after === NO_WAY) return 0
  const turns = before < NO_WAY !== after < NO_WAY
  if (before === 0 || before === 4) return turns ? 0 : SOLO_PRICES.openLeap
  return turns ? SOLO_PRICES.turn : 0
}

export const intervalPrice = (interval: number): number => {
  const size = Math.abs(interval)
  return SOLO_PRICES.interval[size] ?? SOLO_PRICES.tooWide + size - 12
}

/** The price of a note by its place and pitch; the coming chord may claim a note right before it. */
export const notePrice = (ground: Ground, tick: Ticks, duration: Ticks, midi: number): number => {
  const index = eighthAt(ground, tick)
  const here = ground.at[index]
  if (!here) return SOLO_PRICES.standing.outside[0]
  const onGrid = (tick - ground.start) % EIGHTH === 0
  const place = onGrid ? 2 - ground.strength[index]! : 2
  const price = (segment: Segment) => {
    const standing = standingOf(segment, midi)
    return SOLO_PRICES.standing[standing][place]! + (duration > EIGHTH ? SOLO_PRICES.held[standing] : 0)
  }
  const own = price(here)
  if (own === 0 || here.end - tick > EIGHTH) return own
  const coming = ground.at[index + 1]
  return coming && coming !== here ? Math.min(own, price(coming) + 0.1) : own
}

/** Whether a pitch belongs to the scale that sounds, or to the one that comes within an eighth. */
export const isInside = (ground: Ground, tick: Ticks, midi: number): boolean => {
  const index = eighthAt(ground, tick)
  const here = ground.at[index]
  if (!here) return false
  if (isOfChord(here, midi)) return true
  const coming = ground.at[index + 1]
  return (
    coming !== undefined &&
    coming !== here &&
    here.end - tick <= EIGHTH &&
    hasPitch(coming.harmony.isTone, midi)
  )
}

/** Whether a pitch is a chord tone where it stands, or of the chord that comes within an eighth. */
const isToneAt = (ground: Ground, { start, midi }: PlacedNote): boolean => {
  const index = eighthAt(ground, start)
  const [here, coming] = [ground.at[index], ground.at[index + 1]]
  if (here && hasPitch(here.harmony.isTone, midi)) return true
  return coming !== undefined && coming !== here && hasPitch(coming.harmony.isTone, midi)
}

/**
 * Whether a note outside its scale has a reason: it leads by step into a chord tone, at once or round one other note, or it
 * passes by step between its neighbours.
 */
export const hasReason = (ground: Ground, notes: readonly PlacedNote[], at: number): boolean => {
  const { midi } = notes[at]!
  const [before, next, after] = [notes[at - 1], notes[at + 1], notes[at + 2]]
  if (!next) return false
  const out = next.midi - midi
  if (Math.abs(out) <= 2 && isToneAt(ground, next)) return true
  if (after && Math.abs(after.midi - midi) <= 2 && isToneAt(ground, after)) return true
  const into = before ? midi - before.midi : 0
  return (
    Math.abs(into) <= 2 && Math.abs(out) <= 2 && into * out > 0 && isInside(ground, next.start, next.midi)
  )
}

/** Whether a note longer than an eighth clashes with its chord and does not go on by step into it. */
export const clashes = (ground: Ground, notes: readonly PlacedNote[]): boolean =>
  notes.some(({ start, duration, midi }, at) => {
    if (duration <= EIGHTH || notePrice(ground, start, duration, midi) < SOLO_PRICES.held.avoid) return false
    const next = notes[at + 1]
    return !next || next.start > start + duration || Math.abs(next.midi - midi) > 2
  })

/** Each half step outside the comfortable part of a range. */
export const rangePrice = (
  range: { readonly comfortLow: number; readonly comfortHigh: number },
  midi: number,
): number => SOLO_PRICES.outsideComfort * Math.max(0, range.comfortLow - midi, midi - range.comfortHigh)

export const pieceOf = (
  ground: Ground,
  notes: readonly PlacedNote[],
  source: Source,
  price: number,
): Piece => {
  const first = notes[0]!
  const last = notes.at(-1)!
  const ends = last.start + Math.min(last.duration, EIGHTH)
  return {
    notes,
    source,
    begin: Math.floor((first.start - ground.start) / EIGHTH),
    free: Math.ceil((ends - ground.start) / EIGHTH),
    price,
    leaves: notes.length > 1 ? wayOf(notes[1]!.midi - first.midi) : NO_WAY,
    arrives: notes.length > 1 ? wayOf(last.midi - notes.at(-2)!.midi) : NO_WAY,
  }
}
