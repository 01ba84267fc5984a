import {
  type Analysis,
  analyseChart,
  type Chart,
  fifthsOf,
  guideTones,
  pitchClassOf,
  wholeTune,
} from '@eager-contour/core'
import { curveMonotoneX, line as lineThrough } from 'd3-shape'
import { memo, useMemo } from 'react'

const WIDTH = 190
const HEIGHT = 38
/** Of a ledge, and above and below all. */
const LEDGE = 5
const MARGIN = 4

/** The octave of a pitch class in which it is nearest to a height. */
const nearest = (pitchClass: number, height: number): number =>
  pitchClass + 12 * Math.round((height - pitchClass) / 12)

/** The middle of the way, in half steps, and how strongly it is drawn back there: it neither climbs nor falls for ever. */
const MIDDLE = 6
const BACK = 0.35

/** Where the ground is under each chord (keys by fifths from the tune's own), and the guide tone that is reached from the last one. */
const reliefOf = ({ spans, readings, chart }: Analysis) => {
  const home = fifthsOf(chart.key?.tonic ?? readings[0]?.key.tonic ?? 'C')
  let height = MIDDLE
  return spans.map(({ start, end, chord }, at) => {
    const away = ((((fifthsOf(readings[at]!.key.tonic) - home + 6) % 12) + 12) % 12) - 6
    const reached = guideTones(chord).map(({ spelling }) => nearest(pitchClassOf(fifthsOf(spelling)), height))
    const effort = (to: number) => Math.abs(to - height) + BACK * Math.abs(to - MIDDLE)
    height =
      reached.reduce<number | undefined>(
        (best, one) => (best === undefined || effort(one) < effort(best) ? one : best),
        undefined,
      ) ?? height
    return { start, end, away, height }
  })
}

/** A tune's ground in small: each key on its level, and over it the way of the guide tones from chord to chord. */
export const TuneRelief = memo(({ chart }: { readonly chart: Chart }) => {
  const parts = useMemo(() => reliefOf(analyseChart(chart)), [chart])
  const { from, to } = wholeTune(chart)
  const length = parts.at(-1)?.end ?? 1
  const x = (tick: number) => (tick / length) * WIDTH
  const levels = parts.map(({ away }) => away)
  const heights = parts.map(({ height }) => height)
  const scaled = (value: number, all: readonly number[], low: number, high: number) => {
    const [least, most] = [Math.min(...all), Math.max(...all)]
    return most === least ? (low + high) / 2 : low - ((value - least) / (most - least)) * (low - high)
  }
  const groundY = (away: number) => scaled(away, levels, HEIGHT - MARGIN, HEIGHT * 0.45)
  const pathY = (height: number) => scaled(height, heights, HEIGHT - 2 * MARGIN, MARGIN)
  const path = lineThrough<(typeof parts)[number]>()
    .x(({ start, end }) => x((start + end) / 2))
    .y(({ height }) => pathY(height))
    .curve(curveMonotoneX)(parts)
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`The changes in small: ${to - from + 1} bars`}
    >
      {parts.map(({ start, end, away }) => (
        <rect
          key={start}
          x={x(start)}
          y={groundY(away) - LEDGE / 2}
          width={Math.max(1, x(end) - x(start) - 1)}
          height={LEDGE}
          rx={LEDGE / 2}
          fill={away === 0 ? 'var(--ledge-guide)' : 'var(--foothold)'}
        />
      ))}
      <path d={path ?? undefined} fill="none" stroke="var(--ink)" strokeWidth={1.6} />
    </svg>
  )
})
