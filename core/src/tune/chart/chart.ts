import type { Chord } from '../../theory/chord/chord.ts'
import { transposeChord } from '../../theory/chord/chord.ts'
import type { Fifths } from '../../theory/pitch/fifths.ts'
import { fifthsOf, noteName } from '../../theory/pitch/fifths.ts'
import { type Key, transposeKey } from '../../theory/pitch/key.ts'
import type { Feel } from '../../theory/rhythm/feel.ts'
import { barTicks, type Meter } from '../../theory/rhythm/meter.ts'
import type { Ticks } from '../../theory/rhythm/ticks.ts'

export interface ChartChord {
  readonly chord: Chord
  /** Ticks from the bar's start. */
  readonly start: Ticks
  readonly duration: Ticks
}

export interface ChartBar {
  readonly meter: Meter
  readonly chords: readonly ChartChord[]
  /** The section that begins at this bar. */
  readonly section?: string
}

/** A bar as written: with its repeat signs and the passes on which it is played. */
export interface NotatedBar {
  readonly bar: ChartBar
  readonly repeatStart?: true
  /** The number of times the repeated section that ends here is played. */
  readonly repeatEnd?: number
  /** The passes on which the bar is played, where it belongs to an ending. */
  readonly ending?: readonly number[]
  /** Written as %: the same as the bar before. */
  readonly sameAsBefore?: true
  /** Begins a line of the text. */
  readonly line?: true
  /** Comments on lines of their own above it, and the one at the end of its line. */
  readonly above?: readonly string[]
  readonly comment?: string
}

/** A tune's changes, as written and in playing order. */
export interface Chart {
  readonly title: string
  readonly key?: Key
  readonly meter: Meter
  /** Quarters a minute. */
  readonly tempo: number
  readonly feel: Feel
  readonly form: string
  /** Beats before the first bar. */
  readonly pickup: number
  readonly written: readonly NotatedBar[]
  /** The index of the written bar that is played at each position. */
  readonly order: readonly number[]
  /** The bars as they are played. */
  readonly bars: readonly ChartBar[]
  /** Comments after the last bar. */
  readonly after?: readonly string[]
}

/** A chord where it sounds, in ticks from beat 1 of bar 1. */
export interface ChordSpan {
  readonly index: number
  readonly bar: number
  readonly start: Ticks
  readonly end: Ticks
  readonly chord: Chord
}

/**
 * The tick at which each bar starts, and finally the tick at which the tune ends.
 *
 * @example barStarts(chart) // [0, 1920, 3840, 5760, 7680]
 */
export const barStarts = (chart: Chart): readonly Ticks[] => {
  const starts: Ticks[] = [0]
  for (const bar of chart.bars) starts.push(starts.at(-1)! + barTicks(bar.meter))
  return starts
}

/** Every chord in playing order. */
export const chordSpans = (chart: Chart): readonly ChordSpan[] => {
  const starts = barStarts(chart)
  return chart.bars
    .flatMap((bar, at) =>
      bar.chords.map(({ chord, start, duration }) => ({
        bar: at,
        start: starts[at]! + start,
        end: starts[at]! + start + duration,
        chord,
      })),
    )
    .map((span, index) => ({ index, ...span }))
}

/** A stretch of a tune: its first and last bar, counted from 0, both inside. */
export interface Stretch {
  readonly from: number
  readonly to: number
}

/**
 * All bars of a tune as a stretch.
 *
 * @example wholeTune(chart) // { from: 0, to: 3 }
 */
export const wholeTune = (chart: Chart): Stretch => ({ from: 0, to: chart.bars.length - 1 })

/**
 * The stretch clipped to the tune, its ends in order.
 *
 * @example fitStretch(chart, { from: 2, to: 9 }) // { from: 2, to: 3 }
 */
export const fitStretch = (chart: Chart, stretch: Stretch): Stretch => {
  const last = Math.max(0, chart.bars.length - 1)
  const clamp = (bar: number) => Math.min(last, Math.max(0, bar))
  const from = clamp(Math.min(stretch.from, stretch.to))
  return { from, to: clamp(Math.max(stretch.from, stretch.to)) }
}

/**
 * Where a stretch starts and ends, in ticks.
 *
 * @example stretchTicks(chart, { from: 1, to: 2 }) // { start: 1920, end: 5760 }
 */
export const stretchTicks = (
  chart: Chart,
  stretch: Stretch,
): { readonly start: Ticks; readonly end: Ticks } => {
  const starts = barStarts(chart)
  return { start: starts[stretch.from]!, end: starts[stretch.to + 1]! }
}

/**
 * The number of fifths by which a chart actually moves when transposed: its key is respelled where its signature
 * would pass six accidentals (B major up a whole step is D♭, not C♯), and everything else moves with the key.
 *
 * @example chartShift(chart, 2) // 2
 */
export const chartShift = ({ key }: Chart, by: Fifths): Fifths =>
  key ? fifthsOf(transposeKey(key, by).tonic) - fifthsOf(key.tonic) : by

/**
 * The chart with every chord and its key moved along the line of fifths (7 steps up is a half step up). Chords are spelled
 * in the new key as they were in the old one: D♯m7 as iii of B major, a bridge of dominants in sharps stays in sharps.
 * @example transposeChart(chart, 5).bars[0].chords[0].chord.symbol // 'C#m7'
 */
export const transposeChart = (chart: Chart, by: Fifths): Chart => {
  if (by === 0) return chart
  const key = chart.key && transposeKey(chart.key, by)
  const shift = chartShift(chart, by)
  const move = (bar: ChartBar): ChartBar => ({
    ...bar,
    chords: bar.chords.map((cell) => ({ ...cell, chord: transposeChord(cell.chord, shift) })),
  })
  const written = chart.written.map((one) => ({ ...one, bar: move(one.bar) }))
  return { ...chart, ...(key ? { key } : {}), written, bars: chart.order.map((at) => written[at]!.bar) }
}

export const describeKey = (key: Key): string => `${noteName(fifthsOf(key.tonic))} ${key.mode}`
