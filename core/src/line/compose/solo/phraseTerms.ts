import { noiseBase, noiseOf } from '../../../random/noise.ts'
import { EIGHTH } from '../../../theory/rhythm/ticks.ts'
import { joinPrice } from './arrival.ts'
import { eighthAt, type Ground, standingOf } from './ground.ts'
import type { PhraseWish } from './phraseWish.ts'
import { type Piece, turnPrice, type Way, wayOf } from './piece.ts'
import { SOLO_PRICES } from './prices.ts'

/** What a phrase costs, by what it is paid for; the sum is the cost that the search found. */
export interface PhraseTerms {
  /** Its pieces: fragments, figures, notes by their standing over their chords. */
  readonly pieces: number
  /** The steps and leaps between pieces, turns, changes of chord that are not met. */
  readonly joins: number
  /** How far it leaves its arc, and begins and ends off its plan; silence inside it. */
  readonly plan: number
  /** How it begins after the phrase before, and where it ends. */
  readonly ends: number
  /** What the seed adds, so that each seed has a line of its own. */
  readonly seed: number
}

/** The terms of a row of pieces, one after the other. */
export const termsOf = (ground: Ground, wish: PhraseWish, pieces: readonly Piece[]): PhraseTerms => {
  const terms = { pieces: 0, joins: 0, plan: 0, ends: 0, seed: 0 }
  let before: Piece | undefined
  let way: Way | undefined
  for (const piece of pieces) {
    const at = piece.begin
    const { midi } = piece.notes[0]!
    const own = ownTerms(wish, piece, noiseBase(wish.seed, at, 0))
    terms.pieces += own.price
    terms.seed += own.noise
    terms.plan += own.away
    if (!before || way === undefined) {
      terms.plan += SOLO_PRICES.beginOff * Math.abs(at - wish.begin)
      terms.ends += wish.beginPrice?.(midi) ?? 0
      way = piece.arrives
    } else {
      const last = before.notes.at(-1)!
      const into = wayOf(midi - last.midi)
      terms.plan += waitPrice(ground, last, at)
      terms.joins += joinPrice(ground, before, way, at, midi)
      if (piece.notes.length > 1) terms.joins += turnPrice(into, piece.leaves)
      way = piece.notes.length > 1 ? piece.arrives : into
    }
    before = piece
  }
  const last = pieces.at(-1)!
  const eighth = Math.floor((last.notes.at(-1)!.start - ground.start) / EIGHTH)
  const off = SOLO_PRICES.endOff * Math.abs(eighth - wish.end)
  terms.plan += off
  terms.ends += endPrice(ground, wish, last, eighth) - off
  return terms
}

/** A piece's own price with the seed's noise, and how far it is from the phrase's arc. */
export const ownPrice = (wish: PhraseWish, piece: Piece, base: number): number => {
  const { price, noise, away } = ownTerms(wish, piece, base)
  return price + noise + away
}

const ownTerms = (
  wish: PhraseWish,
  piece: Piece,
  base: number,
): { readonly price: number; readonly noise: number; readonly away: number } => {
  const { notes, source, price } = piece
  const id = source.kind === 'fragment' ? source.id : source.kind === 'figure' ? 1000 : 2000
  const beats = (notes.at(-1)!.start - notes[0]!.start + EIGHTH) / (2 * EIGHTH)
  const noise =
    source.kind === 'note'
      ? SOLO_PRICES.noise * 0.3 * noiseOf(base, id + notes[0]!.midi)
      : SOLO_PRICES.noise * Math.sqrt(beats) * noiseOf(base, id * 16 + (notes[0]!.midi % 12))
  let away = 0
  for (let at = 0; at < notes.length; at += 1) {
    const { midi } = notes[at]!
    const height = wish.arc(piece.begin + at)
    away += Math.max(0, Math.abs(midi - height) - wish.slack)
  }
  return { price, noise, away: wish.offArc * away }
}

/** The price of the time between a piece and the next one: its last note cut short, a breath, or a longer silence. */
export const waitPrice = (ground: Ground, last: Piece['notes'][number], to: number): number => {
  const there = ground.start + to * EIGHTH
  const ends = last.start + last.duration
  if (there < ends) return (SOLO_PRICES.clipped * (ends - there)) / EIGHTH
  if (there === ends) return 0
  const segment = ground.at[eighthAt(ground, last.start)]
  const hangs = segment && standingOf(segment, last.midi) === 'outside' ? SOLO_PRICES.unresolved : 0
  if (there - ends === EIGHTH && ground.strength[to - 1]! > 0 && segment === ground.at[to - 1])
    return hangs + ground.breath
  return hangs + (SOLO_PRICES.gap * (there - ends)) / EIGHTH
}

/** The price of ending a phrase with a piece. */
export const endPrice = (ground: Ground, wish: PhraseWish, piece: Piece, lastEighth: number): number => {
  const { midi, start } = piece.notes.at(-1)!
  if (wish.lastPitch && !wish.lastPitch(midi, lastEighth)) return Number.POSITIVE_INFINITY
  const segment = ground.at[lastEighth]!
  const coming = ground.at[lastEighth + 1] ?? segment
  const standings = [standingOf(segment, midi), standingOf(coming, midi)]
  const off = ground.strength[lastEighth] === 0 || (start - ground.start) % EIGHTH !== 0
  const standing = off
    ? Math.min(SOLO_PRICES.ending[standings[0]!], SOLO_PRICES.ending[standings[1]!])
    : SOLO_PRICES.ending[standings[0]!]
  const place =
    wish.endOff === undefined
      ? 0
      : wish.endOff !== off
        ? SOLO_PRICES.endOnStrong * (ground.strength[lastEighth] === 2 ? 2 : 1)
        : 0
  return (
    standing +
    place +
    (wish.endPrice?.(midi, lastEighth) ?? 0) +
    SOLO_PRICES.endOff * Math.abs(lastEighth - wish.end)
  )
}
