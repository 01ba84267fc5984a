import { barTicks, type Ticks, type WrittenBar, type WrittenEvent } from '@eager-contour/core'

/**
 * How wide the signs of the staff are as they are engraved, in pixels (Bravura, a staff space of 10; a test measures them in the
 * browser).
 */
const WIDTHS = {
  head: 13,
  rest: 12,
  /** Accidentals by their half steps. */
  accidentals: { '-2': 18, '-1': 11, 0: 7, 1: 10, 2: 10 } as Readonly<Record<number, number>>,
  /** Courtesy accidentals are smaller, in parentheses. */
  courtesy: { size: 0.67, parentheses: 8 },
  beforeHead: 2,
  dot: 8,
  /** Beside its stem, if that goes up. */
  flag: 12,
} as const
/** Between a sign and the next one. */
const AIR = 2
/** Between two notes, where there is room: the degrees under them are wider than heads. */
const WISHED = 21
/** A chord's symbol and numeral, each sign of the symbol and the rest, where several chords share a bar. */
const SYMBOL = { sign: 8, rest: 28 } as const
/** Rests stand a little before their beat: see `staffDrawing`. */
export const REST_SHIFT = 6

/** Pixels left and right of the place of an event's tick: of the middle of its head. */
export const extentOf = (event: WrittenEvent): { readonly left: number; readonly right: number } => {
  const dots = event.dots * WIDTHS.dot
  if (!event.pitch) return { left: WIDTHS.rest / 2 + REST_SHIFT, right: WIDTHS.rest / 2 - REST_SHIFT + dots }
  const whole = event.accidental === undefined ? 0 : (WIDTHS.accidentals[event.accidental] ?? 0)
  const { size, parentheses } = WIDTHS.courtesy
  const sign = event.courtesy ? whole * size + parentheses : whole
  const flag = event.beam === undefined && ['eighth', '16th'].includes(event.length) ? WIDTHS.flag : 0
  return {
    left: WIDTHS.head / 2 + (sign > 0 ? sign + WIDTHS.beforeHead : 0),
    right: WIDTHS.head / 2 + dots + flag,
  }
}

/** A piece of a bar, from a tick to the next one at which something stands. */
export interface Piece {
  readonly start: Ticks
  /** Its share of the bar's width, if there is room enough. */
  readonly ticks: Ticks
  /** What it needs, so that nothing lies over anything else; and what reads well. */
  readonly least: number
  readonly wished: number
}

/** The pieces of a bar from its first tick to its end; what stands at the end is the bar line. */
export const piecesOf = (
  { start, meter, events, chords }: WrittenBar,
  ticks: Ticks = barTicks(meter),
): readonly Piece[] => {
  // A bar of rest is one piece: the rest stands in its middle.
  if (events.length < 2 && !events[0]?.pitch) return [{ start, ticks, least: 0, wished: 0 }]
  const pieces = events.map((event, at): Piece => {
    const next = events[at + 1]
    const least = extentOf(event).right + AIR + (next ? extentOf(next).left : 0)
    const between = event.pitch && next?.pitch ? WISHED : 0
    return {
      start: start + event.start,
      ticks: (next?.start ?? ticks) - event.start,
      least,
      wished: Math.max(least, between),
    }
  })
  return chords.length < 2
    ? pieces
    : withRoomForChords(
        pieces,
        chords.map((chord) => ({ ...chord, start: start + chord.start })),
      )
}

/** Pieces as wide as the symbols of the chords above them need to be. */
const withRoomForChords = (pieces: readonly Piece[], chords: WrittenBar['chords']): readonly Piece[] =>
  pieces.map((piece) => {
    const at = chords.findLastIndex(({ start }) => start <= piece.start)
    const chord = chords[Math.max(0, at)]!
    const next = chords[Math.max(0, at) + 1]
    const under = pieces.filter(({ start }) => start >= chord.start && (!next || start < next.start))
    const sum = (value: (one: Piece) => number) => under.reduce((all, one) => all + value(one), 0)
    const short = chord.symbol.length * SYMBOL.sign + SYMBOL.rest - sum(({ least }) => least)
    if (short <= 0 || !under.includes(piece)) return piece
    const least = piece.least + (short * piece.ticks) / sum(({ ticks }) => ticks)
    return { ...piece, least, wished: Math.max(least, piece.wished) }
  })

/**
 * Shares a width among parts by their weights, but none gets less than it needs; if all together need more than there is,
 * each gets less than it needs by the same factor.
 */
export const shared = (
  width: number,
  needs: readonly number[],
  weights: readonly number[],
): readonly number[] => {
  const needed = needs.reduce((sum, need) => sum + need, 0)
  if (needed >= width) return needs.map((need) => (needed === 0 ? 0 : (need * width) / needed))
  const held = new Set<number>()
  for (;;) {
    const left = width - [...held].reduce((sum, at) => sum + needs[at]!, 0)
    const weight = weights.reduce((sum, one, at) => (held.has(at) ? sum : sum + one), 0)
    const shares = needs.map((need, at) => (held.has(at) ? need : (left * weights[at]!) / weight))
    const short = needs.findIndex((need, at) => !held.has(at) && shares[at]! < need)
    if (short < 0) return shares
    for (const [at, need] of needs.entries()) if (shares[at]! < need) held.add(at)
  }
}

/** The widths of a bar's pieces: as wished where there is room for it, else so that nothing lies over anything else. */
export const pieceWidths = (pieces: readonly Piece[], width: number): readonly number[] => {
  const wished = pieces.map((piece) => piece.wished)
  const fits = wished.reduce((sum, one) => sum + one, 0) <= width
  return shared(
    width,
    fits ? wished : pieces.map(({ least }) => least),
    pieces.map(({ ticks }) => ticks),
  )
}
