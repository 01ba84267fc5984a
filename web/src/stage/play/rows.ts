import { barStarts, barTicks, type Chart, type Exercise, type Stretch, type Ticks } from '@eager-contour/core'
import { range } from 'd3-array'

/** Bars drawn in one row; ticks from the stretch's first beat. */
export interface BarRow {
  readonly from: number
  readonly to: number
  readonly start: Ticks
  readonly end: Ticks
}

interface RowRoom {
  /** Pixels for all the bars of a row. */
  readonly width: number
  /** Pixels before a bar's first note. */
  readonly before: number
  /** Pixels that a note needs for its head, its accidental and its name. */
  readonly note: number
}

/** The numbers of bars that a row may have: rows end where phrases do. */
const IN_ROW = [8, 4, 2] as const

/** The most bars in a row, up to a number, with which every note has its room; one bar if it is too narrow for more. */
export const barsInRow = (
  { expected, spec: { stretch } }: Pick<Exercise, 'expected' | 'spec'>,
  chart: Chart,
  { width, before, note }: RowRoom,
  most = 4,
): number => {
  const starts = [...new Set(expected.map(({ start }) => start))].sort((a, b) => a - b)
  return barsWithRoom(stretch, chart, starts, { width, before, note }, most)
}

/** The same for anything that starts at given ticks. */
export const barsWithRoom = (
  stretch: Stretch,
  chart: Chart,
  starts: readonly Ticks[],
  { width, before, note }: RowRoom,
  most: number,
): number => {
  const gap = Math.min(...starts.slice(1).map((start, at) => start - starts[at]!))
  const bar = Math.max(...range(stretch.from, stretch.to + 1).map((at) => barTicks(chart.bars[at]!.meter)))
  const fits = (bars: number) => ((width / bars - before) * gap) / bar >= note
  return IN_ROW.find((bars) => bars <= most && fits(bars)) ?? 1
}

/** A stretch in rows of a number of bars, with the ticks of a pickup in the first. */
export const rowsOf = (
  chart: Chart,
  { from, to }: Stretch,
  bars: number,
  pickup: Ticks = 0,
): readonly BarRow[] => {
  const starts = barStarts(chart)
  const endOf = (bar: number) => starts[bar]! + barTicks(chart.bars[bar]!.meter)
  return range(from, to + 1, bars).map((first) => {
    const last = Math.min(to, first + bars - 1)
    const start = first === from ? 0 - pickup : starts[first]! - starts[from]!
    return { from: first, to: last, start, end: endOf(last) - starts[from]! }
  })
}

/** The row that a tick is read in: the first before the first beat, the last after the end. */
export const rowAt = (rows: readonly BarRow[], tick: Ticks | undefined): number =>
  tick === undefined
    ? 0
    : Math.max(
        0,
        rows.findLastIndex(({ start }) => start <= tick),
      )
