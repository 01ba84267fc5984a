import {
  type Analysis,
  barStarts,
  type ChordSpan,
  type KeyRegion,
  keyRegions,
  type PatternSpan,
  type Stretch,
  type Ticks,
} from '@eager-contour/core'

/** A chord in a row: repeats without a change are one place. */
export interface MapChord {
  readonly span: ChordSpan
  readonly start: Ticks
  readonly end: Ticks
}

/** A row of bars of the map. */
export interface MapRow {
  readonly from: number
  readonly to: number
  readonly start: Ticks
  readonly end: Ticks
  readonly chords: readonly MapChord[]
}

const MOST_BARS = 4
/** Pixels that a chord needs, on average in a row. */
const LEAST_CHORD = 92

/** Splits the stretch into rows of as many bars as fit the width, at most four. */
export const mapRows = (analysis: Analysis, stretch: Stretch, width: number): readonly MapRow[] => {
  const starts = barStarts(analysis.chart)
  const inStretch = analysis.spans.filter(({ bar }) => bar >= stretch.from && bar <= stretch.to)
  const aBar = Math.max(1, inStretch.length / (stretch.to - stretch.from + 1))
  const fit = Math.max(1, Math.min(MOST_BARS, Math.floor(width / (LEAST_CHORD * Math.min(2, aBar)))))
  const rows: MapRow[] = []
  let at = 0
  for (let from = stretch.from; from <= stretch.to; from += fit) {
    const to = Math.min(stretch.to, from + fit - 1)
    const chords: MapChord[] = []
    for (; at < inStretch.length && inStretch[at]!.bar <= to; at += 1) {
      const span = inStretch[at]!
      const last = chords.at(-1)
      if (last && last.span.chord.symbol === span.chord.symbol && last.end === span.start)
        chords[chords.length - 1] = { ...last, end: span.end }
      else chords.push({ span, start: span.start, end: span.end })
    }
    rows.push({ from, to, start: starts[from]!, end: starts[to + 1]!, chords })
  }
  return rows
}

/** A mark over some of a row's time: a key's band or a pattern's bracket. */
export interface RowMark {
  readonly name: string
  readonly start: Ticks
  readonly end: Ticks
  /** Whether it starts and ends in this row. */
  readonly opens: boolean
  readonly closes: boolean
  /** Marks that would overlap are on different levels, from 0. */
  readonly level: number
}

const within = (
  row: MapRow,
  { spans }: Analysis,
  marks: readonly { readonly name: string; readonly from: number; readonly to: number }[],
): readonly RowMark[] => {
  const placed: RowMark[] = []
  for (const { name, from, to } of marks) {
    const start = spans[from]!.start
    const end = spans[to]!.end
    if (end <= row.start || start >= row.end) continue
    const mark = { start: Math.max(start, row.start), end: Math.min(end, row.end) }
    let level = 0
    while (placed.some((other) => other.level === level && other.end > mark.start && other.start < mark.end))
      level += 1
    placed.push({ name, ...mark, opens: start >= row.start, closes: end <= row.end, level })
  }
  return placed
}

export const patternMarks = (
  row: MapRow,
  analysis: Analysis,
  name: (pattern: PatternSpan) => string,
): readonly RowMark[] =>
  within(
    row,
    analysis,
    analysis.patterns.map((pattern) => ({ ...pattern, name: name(pattern) })),
  )

export const keyMarks = (
  row: MapRow,
  analysis: Analysis,
  name: (region: KeyRegion) => string,
): readonly RowMark[] =>
  within(
    row,
    analysis,
    keyRegions(analysis).map((region) => ({ ...region, name: name(region) })),
  )
