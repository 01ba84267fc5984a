import {
  barStarts,
  barTicks,
  beatTicks,
  type Chart,
  type Score,
  type Stretch,
  type Ticks,
} from '@eager-contour/core'
import { cumsum, range } from 'd3-array'
import { scaleLinear } from 'd3-scale'
import { type Piece, piecesOf, pieceWidths, shared } from './spacing.ts'

/** Lowest and highest MIDI number shown. */
export interface Heights {
  readonly low: number
  readonly high: number
}

/** A row of bars, terrain above staff: both place a tick at the same x. */
export interface SystemLayout {
  readonly from: number
  readonly to: number
  /** The first bar drawn: the one before `from` if the row begins with a pickup. */
  readonly first: number
  readonly width: number
  /** Room for pitch names above and clef and signature below. */
  readonly gutter: number
  readonly barX: (bar: number) => number
  readonly xOf: (tick: Ticks) => number
  /** The tick at an x, inside the system. */
  readonly tickOf: (x: number) => Ticks
  /** A tick as bar and beat. */
  readonly placeOf: (tick: Ticks) => string
  /** With the pickup. */
  readonly start: Ticks
  readonly end: Ticks
  /** Pixels per half step on the terrain. */
  readonly halfStep: number
  /** Seen from far: the terrain alone, its marks small. */
  readonly far: boolean
  /** Whether a bar has a time signature: the first of the stretch, and where the meter changes. */
  readonly timeAt: (bar: number) => boolean
  /** The same for rows in which everything stands at the same places. */
  readonly spacing: string
}

/** The number of bars in a row: as many as are readable, or a number; with more than four the view is from far. */
export type Zoom = 'read' | 2 | 8 | 16
export const ZOOMS: readonly { readonly value: Zoom; readonly name: string }[] = [
  { value: 2, name: 'two bars' },
  { value: 'read', name: 'four' },
  { value: 8, name: 'eight' },
  { value: 16, name: 'sixteen' },
]
/** Pixels per half step, by zoom. */
const HALF_STEPS: Readonly<Record<Zoom, number>> = { 2: 13, read: 10, 8: 9, 16: 8 }

const LEAST_BAR = 158
const MOST_BARS = 4
/** Before the first note of a bar (for its accidental) and after the last. */
export const PAD = { before: 28, after: 0 } as const
/** From far there are no accidentals to make room for, and no clef. */
const FAR_PAD = 8
const FAR_GUTTER = 44
/** A time signature, after the clef or before a bar's first note. */
const TIME_ROOM = 22

/** A bar as a row spaces it. */
interface SpacedBar {
  readonly pieces: readonly Piece[]
  /** Room before its first note. */
  readonly before: number
  /** Its part of the row, where nothing needs more. */
  readonly share: number
  /** What it needs at least. */
  readonly least: number
}

/** The room for clef, signature and time signature before a row's first bar, in pixels. */
export const gutterOf = (signature: number): number => 56 + Math.abs(signature) * 11 + TIME_ROOM

/**
 * Splits a stretch into systems of up to four bars, as many as the width allows; or of exactly `barsInRow` bars, as
 * wide as they become. A pickup has room before the first bar. With the bars of a score, the signs of the staff decide the
 * spacing: each bar and each note gets the room that its signs need, and what is left goes by duration; without, time is even.
 */
export const layoutSystems = (
  chart: Chart,
  stretch: Stretch,
  width: number,
  { signature, pickup = 0, bars: written = [] }: Pick<Score, 'signature'> & Partial<Score>,
  zoom: Zoom = 'read',
  barsInRow?: number,
): readonly SystemLayout[] => {
  const far = zoom === 8 || zoom === 16
  const gutter = far ? FAR_GUTTER : gutterOf(signature)
  const readable = Math.max(1, Math.min(MOST_BARS, Math.floor((width - gutter) / LEAST_BAR)))
  const fit = barsInRow ?? (zoom === 'read' ? readable : far ? zoom : Math.min(zoom, readable))
  const changes = (bar: number) =>
    JSON.stringify(chart.bars[bar]!.meter) !== JSON.stringify(chart.bars[bar - 1]?.meter)
  const before = far ? FAR_PAD : PAD.before
  const firstOf = (from: number) => (pickup > 0 && from === stretch.from ? from - 1 : from)
  const timeAt = (bar: number) => bar === firstOf(stretch.from) || (bar > stretch.from && changes(bar))
  const starts = barStarts(chart)
  const known = new Map(far ? [] : written.map((bar) => [bar.number, bar]))

  /** A bar's pieces, the pickup's, too: one, where nothing is known of its signs. */
  const piecesIn = (bar: number, from: number): readonly Piece[] => {
    const isPickup = bar < from
    const start = isPickup ? starts[from]! - pickup : starts[bar]!
    const ticks = isPickup ? pickup : barTicks(chart.bars[bar]!.meter)
    const signs = known.get(bar)
    return signs ? piecesOf(signs, ticks) : [{ start, ticks, least: 0, wished: 0 }]
  }

  /** A row's bars as they are spaced, the pickup before the first one. */
  const rowFrom = (from: number, to: number): readonly SpacedBar[] =>
    range(firstOf(from), to + 1).map((bar) => {
      const pieces = piecesIn(bar, from)
      // After the clef there is room for the time signature; elsewhere the notes make room.
      const room = before + (!far && bar > from && changes(bar) ? TIME_ROOM : 0)
      return {
        pieces,
        before: room,
        // The pickup is spaced as the first bar is.
        share: bar < from ? pickup / barTicks(chart.bars[from]!.meter) : 1,
        least: room + pieces.reduce((sum, { least }) => sum + least, 0),
      }
    })
  const inside = width - gutter - 1
  /** The last bar of the row that begins with a bar: as many as can be read, fewer where their signs need more room. */
  const lastOf = (from: number): number => {
    const most = Math.min(stretch.to, from + fit - 1)
    if (barsInRow !== undefined) return most
    const fits = (to: number) => rowFrom(from, to).reduce((sum, { least }) => sum + least, 0) <= inside
    return range(most, from, -1).find(fits) ?? from
  }
  const rows: { readonly from: number; readonly to: number }[] = []
  for (let from = stretch.from; from <= stretch.to; from = rows.at(-1)!.to + 1)
    rows.push({ from, to: lastOf(from) })

  return rows.map(({ from, to }): SystemLayout => {
    const first = firstOf(from)
    const row = rowFrom(from, to)
    const shares = row.reduce((sum, { share }) => sum + share, 0)
    // A last row with fewer bars is no wider than they are in a full one.
    const missing = to === stretch.to ? fit - (to - from + 1) : 0
    const full = inside * (shares / (shares + missing))
    const widths = shared(
      Math.max(
        full,
        Math.min(
          inside,
          row.reduce((sum, { least }) => sum + least, 0),
        ),
      ),
      row.map(({ least }) => least),
      row.map(({ share }) => share),
    )
    const edges = [gutter, ...cumsum(widths, (one) => one).map((edge) => gutter + edge)]
    const barX = (bar: number) => edges[Math.max(0, Math.min(widths.length, bar - first))]!
    const ticks: Ticks[] = []
    const places: number[] = []
    for (const [at, { pieces, before: room }] of row.entries()) {
      const own = pieceWidths(pieces, widths[at]! - room - PAD.after)
      let x = edges[at]! + room
      for (const [piece, { start }] of pieces.entries()) {
        ticks.push(start)
        places.push(x)
        x += own[piece]!
      }
      // Between the bars is the room before a bar's first note.
      ticks.push(pieces.at(-1)!.start + pieces.at(-1)!.ticks)
      places.push(x)
    }
    const xScale = scaleLinear(ticks, places)
    const [start, end] = [ticks[0]!, ticks.at(-1)!]
    const xOf = (tick: Ticks) => xScale(tick)
    const tickOf = (x: number) => Math.min(end - 1, Math.max(start, Math.round(xScale.invert(x))))
    const placeOf = (tick: Ticks) => {
      if (tick < starts[from]!) return `before bar ${from + 1}`
      const bar = Math.min(
        to,
        Math.max(
          from,
          starts.findLastIndex((start) => start <= tick),
        ),
      )
      const beat = Math.floor((tick - starts[bar]!) / beatTicks(chart.bars[bar]!.meter)) + 1
      return `bar ${bar + 1}, beat ${beat}`
    }
    return {
      ...{
        far,
        halfStep: HALF_STEPS[zoom],
        timeAt,
        tickOf,
        placeOf,
        from,
        to,
        first,
        gutter,
        barX,
        xOf,
        start,
        end,
      },
      width: edges.at(-1)! + 1,
      spacing: [...ticks, ...places].join(),
    }
  })
}
