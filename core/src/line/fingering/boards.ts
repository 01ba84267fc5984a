import type { Instrument } from '../../theory/instrument/instrument.ts'

/** A fingerboard, its strings from the lowest; without frets, a fret is where the half step would be. */
export interface Board {
  /** Sounding MIDI numbers of the open strings. */
  readonly strings: readonly number[]
  /** The highest fret. */
  readonly frets: number
  /** The length of an open string, in millimetres. */
  readonly scale: number
  /** Frets from the first finger to the fourth in a resting hand, and how many more a stretch reaches on either side. */
  readonly reach: number
  readonly stretch: number
}

/** Sizes of hands and necks (common practice, no source). */
const SIZES: Readonly<Record<string, Omit<Board, 'strings'>>> = {
  guitar: { frets: 22, scale: 648, reach: 3, stretch: 1 },
  'bass-guitar': { frets: 24, scale: 864, reach: 3, stretch: 0 },
  'double-bass': { frets: 19, scale: 1060, reach: 2, stretch: 0 },
}

/**
 * The fingerboard of an instrument; undefined for one that has none.
 *
 * @example boardOf(instrumentOf('guitar'))?.strings.length // 6
 */
export const boardOf = ({ id, strings }: Instrument): Board | undefined => {
  const size = SIZES[id]
  return strings && size ? { strings, ...size } : undefined
}

/** Centimetres that the hand moves from one fret to another, by both, with how many frets there are. */
export interface Distances {
  readonly frets: number
  readonly centimetres: Float64Array
}

const distances = new WeakMap<Board, Distances>()

/** How far the hand moves between the frets of a board; worked out once. */
export const distancesOf = (board: Board): Distances => {
  const known = distances.get(board)
  if (known) return known
  const count = board.frets + 1
  const made = {
    frets: count,
    centimetres: Float64Array.from(
      { length: count * count },
      (_, at) => Math.abs(fretAt(board, Math.floor(at / count)) - fretAt(board, at % count)) / 10,
    ),
  }
  distances.set(board, made)
  return made
}

/** Millimetres from the nut to a fret: each half step shortens the string by the twelfth root of two. */
export const fretAt = ({ scale }: Board, fret: number): number => scale * (1 - 2 ** (-fret / 12))
