import { EIGHTH, type Ticks } from '../../theory/rhythm/ticks.ts'
import type { Board, Distances } from './boards.ts'

/** A place where a note can be played: its string (0 the lowest), its fret, and the fret of the hand's first finger. */
export interface Fingered {
  readonly string: number
  /** 0 for the open string. */
  readonly fret: number
  readonly position: number
  /** 1 to 4, or 0 for the open string. */
  readonly finger: number
}

/** What a way over the fingerboard costs (common practice, no source). None is negative; higher is worse. */
const FINGERING_PRICES = {
  /** A shift of the hand, and each centimetre of it; with more time it costs less, down to this share. */
  shift: 0.6,
  shiftCentimetre: 0.22,
  shiftAtLeast: 0.3,
  /** Each fret beyond the resting hand. */
  stretch: 0.9,
  /** To the next string, and each one that is skipped. */
  crossing: 0.15,
  skipped: 0.35,
  /** One finger for two notes in a row: across two strings on one fret, and by a slide. */
  roll: 0.5,
  slide: 0.9,
  /** An open string, and each fret of the hand's distance from it beyond the first position. */
  open: 0.25,
  openFar: 0.12,
  /** Each fret up the neck. */
  height: 0.02,
} as const

/** The price of a place by itself. */
export const placePrice = ({ reach }: Board, { fret, position }: Fingered): number => {
  const height = FINGERING_PRICES.height * position
  if (fret === 0) return height + FINGERING_PRICES.open + FINGERING_PRICES.openFar * (position - 1)
  const offset = fret - position
  const over = offset < 0 ? -offset : Math.max(0, offset - reach)
  return height + FINGERING_PRICES.stretch * over
}

/** The price of going from one place to the next; `gap` is the number of ticks from note to note. */
export const stepPrice = (
  { frets, centimetres }: Distances,
  from: Fingered,
  to: Fingered,
  gap: Ticks,
): number => {
  let price = 0
  if (from.position !== to.position) {
    const hurry = Math.max(FINGERING_PRICES.shiftAtLeast, Math.min(1, EIGHTH / gap))
    price +=
      hurry *
      (FINGERING_PRICES.shift +
        FINGERING_PRICES.shiftCentimetre * centimetres[from.position * frets + to.position]!)
  }
  const strings = Math.abs(from.string - to.string)
  if (strings > 0) price += FINGERING_PRICES.crossing + FINGERING_PRICES.skipped * (strings - 1)
  const sameFinger = from.finger > 0 && from.finger === to.finger && from.position === to.position
  if (sameFinger && strings > 0) price += FINGERING_PRICES.roll
  if (sameFinger && strings === 0 && from.fret !== to.fret) price += FINGERING_PRICES.slide
  return price
}
