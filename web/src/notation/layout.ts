import {
  barStarts,
  barTicks,
  beatTicks,
  type Chart,
  type Score,
  type Stretch,
  type Ticks,
} from '@eager-contour/core'
import { range } from 'd3-array'
import { scaleLinear } from 'd3-scale'

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

/** The room for clef, signature and time signature before a row's first bar, in pixels. */
export const gutterOf = (signature: number): number => 56 + Math.abs(signature) * 11 + TIME_ROOM

/**
 * Splits a stretch into systems of up to four bars, as many as the width allows; or of exactly `barsInRow` bars, as
 * wide as they become. A pickup has room before the first bar.
 */
export const layoutSystems = (
  chart: Chart,
  stretch: Stretch,
  width: number,
  { signature, pickup = 0 }: Pick<Score, 'signature'> & Partial<Pick<Score, 'pickup'>>,
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
  const systems: SystemLayout[] = []
  for (let from = stretch.from; from <= stretch.to; from += fit) {
    const to = Math.min(stretch.to, from + fit - 1)
    const first = firstOf(from)
    // The pickup is spaced as the first bar is.
    const share = first < from ? pickup / barTicks(chart.bars[from]!.meter) : 0
    const own = first < from ? before * (1 - share) : 0
    const barWidth = (width - gutter - 1 - own) / (fit + share)
    const barsX = gutter + own + share * barWidth
    const barX = (bar: number) => (bar < from ? gutter : barsX + (bar - from) * barWidth)
    // After the clef there is room for the time signature; elsewhere the notes make room.
    const beforeOf = (bar: number) => before + (!far && bar > from && changes(bar) ? TIME_ROOM : 0)
    // One piece for each bar; between them is the room before a bar's first note.
    const bars = range(from, to + 1)
    const xScale = scaleLinear(
      [
        ...(first < from ? [starts[from]! - pickup, starts[from]!] : []),
        ...bars.flatMap((bar) => [starts[bar]!, starts[bar]! + barTicks(chart.bars[bar]!.meter)]),
      ],
      [
        ...(first < from ? [gutter + before, barsX] : []),
        ...bars.flatMap((bar) => [barX(bar) + beforeOf(bar), barX(bar + 1) - PAD.after]),
      ],
    )
    const [start, end] = [
      starts[from]! - (first < from ? pickup : 0),
      starts[to]! + barTicks(chart.bars[to]!.meter),
    ]
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
    systems.push({
      far,
      halfStep: HALF_STEPS[zoom],
      timeAt,
      tickOf,
      placeOf,
      from,
      to,
      first,
      width: barsX + (to - from + 1) * barWidth + 1,
      gutter,
      barX,
      xOf,
      start,
      end,
    })
  }
  return systems
}
