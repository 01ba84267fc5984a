import type { Piece } from './piece.ts'

/** What the plan asks of one phrase, in eighths from the start of the stretch. */
export interface PhraseWish {
  readonly begin: number
  /** The eighth of its last note. */
  readonly end: number
  /** How far its begin and end may move, in eighths. */
  readonly loose: number
  /** The earliest and latest eighth for the begin, and for the last note. */
  readonly beginWithin: readonly [number, number]
  readonly endWithin: readonly [number, number]
  /** The height that the line should have at an eighth, how far off costs nothing, and each half step beyond. */
  readonly arc: (eighth: number) => number
  readonly slack: number
  readonly offArc: number
  /** Whether it should end off the beat; left out where it doesn't matter. */
  readonly endOff?: boolean
  /** The piece that it begins with is one of these, where given. */
  readonly first?: readonly Piece[]
  /** The last note may only be one of these pitches. */
  readonly lastPitch?: (midi: number, eighth: number) => boolean
  readonly firstPitch?: (midi: number, eighth: number) => boolean
  /** Extra price of beginning on a pitch: how it follows the phrase before. */
  readonly beginPrice?: (midi: number) => number
  /** Extra price of ending on a pitch. */
  readonly endPrice?: (midi: number, eighth: number) => number
  /** A piece that has to come at least once, where given. */
  readonly must?: (piece: Piece) => boolean
  /** Pieces of these fragments may not come. */
  readonly banned: ReadonlySet<number>
  /** Nor figures of these names in a triplet, which would be worn. */
  readonly worn: ReadonlySet<string>
  /** Nor these pieces. */
  readonly without?: ReadonlySet<Piece>
  readonly seed: number
}
