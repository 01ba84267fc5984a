import {
  type Analysis,
  type ChordSpan,
  type CurvePoint,
  chordPitchClasses,
  degreeName,
  degreeSemitones,
  type Explanation,
  fifthsOf,
  guideTones,
  keySignature,
  type Line,
  noteName,
  pitchClassOf,
  readPitch,
  scaleDegrees,
  withSigns,
} from '@eager-contour/core'
import { curveMonotoneX, line as curveThrough } from 'd3-shape'
import { useMemo } from 'react'
import { noteLabel } from './labels.ts'
import type { SystemLayout } from './layout.ts'
import { RoleMark } from './marks.tsx'
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

/** A wash behind the notes that are pointed at. */
const Pointed = ({
  line,
  notes,
  place,
  layout,
  height,
}: {
  readonly line: Line
  readonly notes: readonly number[]
  readonly place: { readonly from: number; readonly to: number }
  readonly layout: SystemLayout
  readonly height: number
}) => {
  const inside = notes.filter((index) => index >= place.from && index <= place.to)
  if (inside.length === 0) return null
  const x1 = layout.xOf(line.notes[inside[0]!]!.start) - 15
  const x2 = layout.xOf(line.notes[inside.at(-1)!]!.start) + 15
  return (
    <rect
      data-testid="pointed"
      x={x1}
      y={0}
      width={x2 - x1}
      height={height}
      rx={8}
      fill="var(--saffron)"
      opacity={0.16}
    />
  )
}

/** The notes of another line that this one lacks, hollow, on a broken path with what stands beside them. */
const Outline = ({
  line,
  other,
  layout,
  yOf,
}: {
  readonly line: Line
  readonly other: Line
  readonly layout: SystemLayout
  readonly yOf: (midi: number) => number
}) => {
  const here = new Set(line.notes.map(({ start, midi }) => `${start} ${midi}`))
  const isNew = (index: number) => {
    const note = other.notes[index]
    return note !== undefined && !here.has(`${note.start} ${note.midi}`)
  }
  const points = other.notes.flatMap((note, index) =>
    note.start >= layout.start &&
    note.start < layout.end &&
    (isNew(index) || isNew(index - 1) || isNew(index + 1))
      ? [{ x: layout.xOf(note.start), y: yOf(note.midi), fresh: isNew(index) }]
      : [],
  )
  return (
    <g data-testid="outline" className="pointer-events-none">
      <path
        d={points.map(({ x, y }, at) => `${at === 0 ? 'M' : 'L'}${x},${y}`).join(' ')}
        fill="none"
        stroke="var(--madder)"
        strokeWidth={1.8}
        strokeDasharray="5 4"
      />
      {points
        .filter(({ fresh }) => fresh)
        .map(({ x, y }) => (
          <circle
            key={`${x} ${y}`}
            cx={x}
            cy={y}
            r={7}
            fill="var(--sheet)"
            stroke="var(--madder)"
            strokeWidth={2.2}
          />
        ))}
    </g>
  )
}

const range = (from: number, to: number): readonly number[] =>
  Array.from({ length: to - from + 1 }, (_, at) => from + at)

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

interface GroundProps {
  readonly analysis: Analysis
  readonly span: ChordSpan
  readonly layout: SystemLayout
  readonly low: number
  readonly high: number
  readonly yOf: (midi: number) => number
}

const Ground = ({ analysis, span, layout, low, high, yOf }: GroundProps) => {
  if (span.chord.tones.length === 0) return null
  const from = Math.max(span.start, layout.start)
  const until = Math.min(span.end, layout.end)
  const x1 = layout.xOf(from) - (isBarStart(layout, from) ? 26 : 16)
  const x2 =
    until === layout.end ? layout.width - 4 : layout.xOf(until) - (isBarStart(layout, until) ? 31 : 20)
  const tones = chordPitchClasses(span.chord)
  const guides = guideTones(span.chord).map(({ degree }) => degree)
  const root = pitchClassOf(fifthsOf(span.chord.root))
  const footholds = scaleDegrees(analysis.readings[span.index]!.scale).map(
    (degree) => (root + degreeSemitones(degree)) % 12,
  )
  return (
    <g>
      {range(low, high).map((midi) => {
        const at = tones.indexOf(midi % 12)
        const tone = span.chord.tones[at]
        if (tone) {
          const guide = guides.includes(tone.degree)
          const thick = guide ? 9 : 4
          return (
            <g key={midi}>
              <rect
                x={x1}
                y={yOf(midi) - thick / 2}
                width={Math.max(4, x2 - x1)}
                height={thick}
                rx={thick / 2}
                fill={guide ? 'var(--ledge-guide)' : 'var(--ledge)'}
              />
              {guide && (
                <text x={x1 + 3} y={yOf(midi) + 3.6} fontSize={10.5} fontWeight={700} fill="var(--ink)">
                  {degreeName(tone.degree)}
                </text>
              )}
            </g>
          )
        }
        return footholds.includes(midi % 12) ? (
          <line
            key={midi}
            x1={x1}
            x2={x2}
            y1={yOf(midi)}
            y2={yOf(midi)}
            stroke="var(--foothold)"
            strokeDasharray="1.5 6"
          />
        ) : null
      })}
    </g>
  )
}

const isBarStart = (layout: SystemLayout, tick: number): boolean =>
  range(layout.from, layout.to + 1).some(
    (bar) => Math.abs(layout.barX(bar) - layout.xOf(tick)) < 30 && layout.xOf(tick) > layout.barX(bar),
  )

/** Names at the left edge: the key's tonic, third and fifth, so that a height can be read. */
const PitchNames = ({
  analysis,
  low,
  high,
  yOf,
  x,
}: {
  readonly analysis: Analysis
  readonly low: number
  readonly high: number
  readonly yOf: (midi: number) => number
  readonly x: number
}) => {
  const key = analysis.chart.key ?? { tonic: 'C', mode: 'major' as const }
  const first = keySignature(key) - 1
  const byClass = new Map(range(first, first + 6).map((fifths) => [pitchClassOf(fifths), noteName(fifths)]))
  const tonic = pitchClassOf(fifthsOf(key.tonic))
  const shown = [tonic, (tonic + (key.mode === 'minor' ? 3 : 4)) % 12, (tonic + 7) % 12]
  return range(low, high)
    .filter((midi) => shown.includes(midi % 12))
    .map((midi) => (
      <text key={midi} x={x} y={yOf(midi) + 4} fontSize={13} textAnchor="end" fill="var(--soft)">
        {withSigns(byClass.get(midi % 12) ?? '')}
        {octaveOf(byClass.get(midi % 12), midi)}
      </text>
    ))
}

const octaveOf = (name: string | undefined, midi: number): number => {
  for (let octave = -1; octave < 10; octave += 1)
    if (readPitch(`${name}${octave}`)?.midi === midi) return octave
  return Math.floor(midi / 12) - 1
}

/** A bracket over an enclosure that closes on its target. */
const Bracket = ({ xs, ys }: { readonly xs: readonly number[]; readonly ys: readonly number[] }) => {
  const top = Math.min(...ys) - 17
  return (
    <path
      d={`M${xs[0]},${top + 6} V${top} H${xs[1]} V${ys.at(-1)! - 11}`}
      fill="none"
      stroke="var(--heather)"
      strokeWidth={1.6}
    />
  )
}
