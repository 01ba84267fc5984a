import type { Analysis, CurvePoint, Explanation, Line } from '@eager-contour/core'
import { curveMonotoneX, line as curveThrough } from 'd3-shape'
import { useMemo } from 'react'
import { Ground, PitchNames, range } from './Ground.tsx'
import { noteLabel } from './labels.ts'
import type { SystemLayout } from './layout.ts'
import { RoleMark } from './marks.tsx'
import { Bracket, Outline, Pointed } from './outlines.tsx'
import { Ribbon } from './Ribbon.tsx'

const HALF_STEP = 10

interface TerrainProps {
  readonly analysis: Analysis
  readonly line: Line
  readonly explanation: Explanation
  readonly layout: SystemLayout
  /** Lowest and highest MIDI number shown. */
  readonly low: number
  readonly high: number
  readonly selected: number | undefined
  readonly onSelect: (index: number) => void
  /** A note that the pointer is over; none when it leaves. */
  readonly onHover: (index: number | undefined) => void
  /** Notes that are pointed at, first and last. */
  readonly pointed?: { readonly from: number; readonly to: number } | undefined
  /** Another line, shown in outline where it differs. */
  readonly outline?: Line | undefined
  /** The contour that the line follows, and whether it can be drawn now. */
  readonly contour: readonly CurvePoint[]
  readonly drawing: boolean
  readonly onDraw: (drawn: readonly CurvePoint[], done: boolean) => void
  readonly onBend: (tick: number, by: number) => void
}

/** The ground of each chord with its ledges and footholds, and the line as a path over it. */
export const Terrain = ({
  analysis,
  line,
  explanation,
  layout,
  low,
  high,
  selected,
  onSelect,
  onHover,
  pointed,
  outline,
  contour,
  drawing,
  onDraw,
  onBend,
}: TerrainProps) => {
  const height = (high - low + 1) * HALF_STEP
  const yOf = (midi: number) => (high - midi + 0.5) * HALF_STEP
  const spans = analysis.spans.filter((span) => span.start < layout.end && span.end > layout.start)
  const notes = line.notes.flatMap((note, index) =>
    note.start >= layout.start && note.start < layout.end ? [index] : [],
  )
  const ribbon = (
    <Ribbon
      layout={layout}
      points={contour}
      height={height}
      yOf={yOf}
      midiAt={(y) => Math.round(high + 0.5 - y / HALF_STEP)}
      drawing={drawing}
      onDraw={onDraw}
      onBend={onBend}
    />
  )
  const path = useMemo(() => phrasePaths(line, notes, layout, high), [line, notes, layout, high])
  return (
    <svg
      role="group"
      aria-label={`Terrain, bars ${layout.from + 1} to ${layout.to + 1}`}
      width={layout.width}
      height={height}
      className="block overflow-visible"
    >
      {spans.map((span) => (
        <Ground
          key={span.index}
          analysis={analysis}
          span={span}
          layout={layout}
          low={low}
          high={high}
          yOf={yOf}
        />
      ))}
      <PitchNames analysis={analysis} low={low} high={high} yOf={yOf} x={layout.gutter - 12} />
      {Array.from({ length: layout.to - layout.from + 2 }, (_, at) => (
        <line
          key={at}
          x1={layout.barX(layout.from + at)}
          x2={layout.barX(layout.from + at)}
          y1={0}
          y2={height}
          stroke="var(--rule)"
        />
      ))}
      {pointed && <Pointed line={line} notes={notes} place={pointed} layout={layout} height={height} />}
      {path.map((d) => (
        <path key={d} d={d} fill="none" stroke="var(--ink)" strokeWidth={1.8} />
      ))}
      {explanation.devices
        .filter(({ device, to }) => device.toLowerCase().includes('enclosure') && notes.includes(to))
        .map(({ from, to }) => (
          <Bracket
            key={from}
            xs={[from, to].map((index) => layout.xOf(Math.max(layout.start, line.notes[index]!.start)))}
            ys={range(from, to).map((index) => yOf(line.notes[index]!.midi))}
          />
        ))}
      {explanation.notes
        .filter(
          ({ index, role, target }) => role === 'outside' && target !== undefined && notes.includes(index),
        )
        .map(({ index, target }) => (
          <line
            key={index}
            x1={layout.xOf(line.notes[index]!.start)}
            y1={yOf(line.notes[index]!.midi)}
            x2={layout.xOf(line.notes[target!]!.start)}
            y2={yOf(line.notes[target!]!.midi)}
            stroke="var(--heather)"
            strokeDasharray="2 4"
          />
        ))}
      {!drawing && ribbon}
      {notes.map((index) => {
        const note = line.notes[index]!
        const reading = explanation.notes[index]!
        const target = reading.target === undefined ? undefined : line.notes[reading.target]
        return (
          <g
            key={index}
            transform={`translate(${layout.xOf(note.start)} ${yOf(note.midi)})`}
            role="button"
            tabIndex={index === (selected ?? notes[0]) ? 0 : -1}
            aria-label={noteLabel(analysis, note, reading)}
            aria-pressed={index === selected}
            data-note={index}
            onPointerEnter={() => onHover(index)}
            onPointerLeave={() => onHover(undefined)}
            onClick={() => onSelect(index)}
            onFocus={() => onSelect(index)}
            className="cursor-pointer outline-none"
          >
            <circle r={12} fill="transparent" />
            {index === selected && <circle r={13} fill="none" stroke="var(--ink)" strokeWidth={2} />}
            <RoleMark role={reading.role} lean={target && target.midi < note.midi ? -1 : 1} />
          </g>
        )
      })}
      {outline && <Outline line={line} other={outline} layout={layout} yOf={yOf} />}
      {drawing && ribbon}
    </svg>
  )
}

/** Phrases as smooth paths; a rest breaks the path. */
const phrasePaths = (
  line: Line,
  notes: readonly number[],
  layout: SystemLayout,
  high: number,
): readonly string[] => {
  const draw = curveThrough<number>()
    .x((index) => layout.xOf(line.notes[index]!.start))
    .y((index) => (high - line.notes[index]!.midi + 0.5) * HALF_STEP)
    .curve(curveMonotoneX)
  const phrases: number[][] = []
  for (const index of notes) {
    const before = line.notes[index - 1]
    const joined = before && before.start + before.duration === line.notes[index]!.start
    if (joined && phrases.length > 0) phrases.at(-1)!.push(index)
    else phrases.push([index])
  }
  return phrases.map((phrase) => draw(phrase) ?? '')
}
