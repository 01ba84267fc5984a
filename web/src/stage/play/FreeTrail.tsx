import {
  type Analysis,
  type ChordStyle,
  chordPitchClasses,
  type Exercise,
  guideTones,
  type Judged,
  limitsOf,
  msToTicks,
  pitchClass,
  QUARTER,
  type Ticks,
} from '@eager-contour/core'
import { scaleLinear } from 'd3-scale'
import { curveMonotoneX, line as lineThrough } from 'd3-shape'
import { useMemo, useRef } from 'react'
import { startOf } from '../../practice/asked.ts'
import { chordText } from '../../ui/ChordSymbol.tsx'
import { useWidth } from '../../ui/useWidth.ts'
import { VERDICT_COLOURS } from '../../ui/verdicts.ts'
import { type AllowedNote, allowedNotes } from './allowedNotes.ts'
import { CursorLine } from './CursorLine.tsx'
import { type BarRow, barsWithRoom, rowsOf } from './rows.ts'
import { useRowAt } from './useRowAt.ts'

const TOP = 48
const BOTTOM = 12
/** Half steps shown above and below the example. */
const MARGIN = 2
/** Before a chord's first beat, for the names of its notes; and after its last. */
const NAMES = 44
const AFTER = 14
/** For a chord with its names and a few notes. */
const ROOM_FOR_CHORD = 150
/** Narrower than this, the usual four bars are not in one row either. */
const NARROW = 600
/** The height of a ledge by what its note is in the chord; other notes of the scale are dotted lines. */
const LEDGES = { guide: 11, tone: 5 } as const
/** The names of two neighbouring notes need this height between them. */
const ROOM_FOR_NAME = 15

interface FreeTrailProps {
  readonly analysis: Analysis
  /** As the instrument reads it. */
  readonly exercise: Exercise
  readonly judged: readonly Judged[]
  readonly position: () => Ticks | undefined
  readonly style: ChordStyle
  readonly height: number
  /** Everything, after the run. */
  readonly whole?: boolean
}

/**
 * What a free rung allows over each chord, as ledges: broad for guide tones, thin for other chord tones, dotted for the
 * rest. Each played note lights up where it is.
 */
export const FreeTrail = ({ whole = false, ...trail }: FreeTrailProps) => {
  const host = useRef<HTMLDivElement>(null)
  const width = useWidth(host)
  const { analysis, exercise, position, height } = trail
  const { stretch } = exercise.spec
  const rows = useMemo(() => {
    const bars = stretch.to - stretch.from + 1
    const starts = analysis.spans
      .filter(({ bar }) => bar >= stretch.from && bar <= stretch.to)
      .map(({ start }) => start)
    const room = { width, before: 0, note: ROOM_FOR_CHORD }
    const isWide = width >= NARROW
    const inRow =
      isWide && (whole || bars <= 4) ? bars : barsWithRoom(stretch, analysis.chart, starts, room, 8)
    return rowsOf(analysis.chart, stretch, inRow)
  }, [analysis, stretch, width, whole])
  const reading = useRowAt(rows, position)
  const first = Math.max(0, Math.min(reading, rows.length - 2))
  const shown = whole ? rows : rows.slice(first, first + 2)
  return (
    <div ref={host}>
      {width > 0 &&
        shown.map((row, at) => (
          <FreeRow
            key={at}
            {...trail}
            row={row}
            width={width}
            height={whole ? height : height / shown.length}
          />
        ))}
    </div>
  )
}

interface FreeRowProps extends Omit<FreeTrailProps, 'whole'> {
  readonly row: BarRow
  readonly width: number
}

const FreeRow = ({ analysis, exercise, judged, position, style, height, row, width }: FreeRowProps) => {
  const { spec } = exercise
  const pitches = (exercise.free?.example ?? []).map(({ midi }) => midi)
  const low = Math.min(...pitches, 72) - MARGIN
  const high = Math.max(...pitches, 60) + MARGIN
  const y = scaleLinear([high + 0.5, low - 0.5], [TOP, height - BOTTOM])
  const limits = limitsOf(spec.rung, spec.variant)
  const grounds = useMemo(
    () =>
      allowedNotes(analysis, spec.stretch, limits, { low, high }).filter(
        ({ span }) => span.bar >= row.from && span.bar <= row.to,
      ),
    [analysis, spec.stretch, limits, low, high, row],
  )
  const first = startOf(analysis, exercise)
  const left = scaleLinear([row.start, row.end], [4, width - 4])
  // Between two chords is room for the names of the next one's notes.
  const x = scaleLinear(
    grounds.flatMap(({ span }) => [span.start - first, span.end - first]),
    grounds.flatMap(({ span }) => [left(span.start - first) + NAMES, left(span.end - first) - AFTER]),
  )
  const notes = judged.flatMap(({ played, onsetMs, midi, verdict }) => {
    if (onsetMs === undefined || midi === undefined) return []
    const tick = msToTicks(onsetMs, spec.tempo)
    const isHere = tick < row.end && (tick >= row.start || row.start <= 0)
    return isHere ? [{ played, tick, verdict, height: y(Math.min(high, Math.max(low, midi))) }] : []
  })
  const paths = phrasesOf(notes)
  const way = lineThrough<Played>()
    .x(({ tick }) => x(tick))
    .y((note) => note.height)
    .curve(curveMonotoneX)
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="w-full"
      role="img"
      aria-label="Allowed notes over each chord, and the notes played"
      data-testid="trail"
    >
      {grounds.map(({ span, notes }) => (
        <g key={span.index}>
          <text
            x={x(span.start - first) - 8}
            y={30}
            fontSize={28}
            fontWeight={700}
            fontFamily="var(--font-head)"
            fill="var(--ink)"
          >
            {chordText(span.chord, style)}
          </text>
          <Ledges
            notes={notes}
            guides={guideTones(span.chord).map(
              ({ degree }) =>
                chordPitchClasses(span.chord)[span.chord.tones.findIndex((one) => one.degree === degree)]!,
            )}
            tones={chordPitchClasses(span.chord)}
            from={x(span.start - first) - 8}
            to={left(span.end - first) - AFTER}
            y={(midi) => y(midi)}
          />
        </g>
      ))}
      {paths.map((path) => (
        <path
          key={path[0]!.tick}
          d={way(path) ?? undefined}
          fill="none"
          stroke="var(--soft)"
          strokeWidth={3}
          strokeLinecap="round"
          data-testid="played-path"
        />
      ))}
      {notes.map(({ played, tick, height: cy, verdict }) => {
        const cx = x(tick)
        return verdict === 'right' ? (
          <circle key={played} data-verdict="right" cx={cx} cy={cy} r={9} fill={VERDICT_COLOURS.right} />
        ) : (
          <path
            key={played}
            data-verdict={verdict}
            d={`M${cx - 7},${cy - 7} l14,14 m-14,0 l14,-14`}
            stroke={VERDICT_COLOURS[verdict]}
            strokeWidth={4}
          />
        )
      })}
      <CursorLine position={position} x={x} row={row} top={38} bottom={height - 4} />
    </svg>
  )
}

/** A note where it was played: its tick and its height on the picture. */
interface Played {
  readonly tick: Ticks
  readonly height: number
}

/** After a silence of this a new path begins. */
const SILENCE: Ticks = 1.5 * QUARTER

/** The notes played, in paths over the ground: one from each silence to the next. */
const phrasesOf = <T extends Played>(notes: readonly T[]): readonly (readonly T[])[] => {
  const paths: T[][] = []
  for (const note of [...notes].sort((a, b) => a.tick - b.tick)) {
    const path = paths.at(-1)
    if (path && note.tick - path.at(-1)!.tick < SILENCE) path.push(note)
    else paths.push([note])
  }
  return paths
}

interface LedgesProps {
  readonly notes: readonly AllowedNote[]
  /** Pitch classes. */
  readonly guides: readonly number[]
  readonly tones: readonly number[]
  readonly from: number
  readonly to: number
  readonly y: (midi: number) => number
}

/** The allowed notes of a chord, each named before its ledge where there is room: chord tones first. */
const Ledges = ({ notes, guides, tones, from, to, y }: LedgesProps) => {
  const rankOf = (midi: number) =>
    guides.includes(pitchClass(midi)) ? 0 : tones.includes(pitchClass(midi)) ? 1 : 2
  const named: AllowedNote[] = []
  for (const note of [...notes].sort((a, b) => rankOf(a.midi) - rankOf(b.midi)))
    if (named.every(({ midi }) => Math.abs(y(midi) - y(note.midi)) >= ROOM_FOR_NAME)) named.push(note)
  return notes.map((note) => {
    const rank = rankOf(note.midi)
    const thick = rank === 0 ? LEDGES.guide : LEDGES.tone
    return (
      <g key={note.midi}>
        {rank === 2 ? (
          <line
            x1={from}
            x2={to}
            y1={y(note.midi)}
            y2={y(note.midi)}
            stroke="var(--foothold)"
            strokeWidth={2}
            strokeDasharray="2 6"
          />
        ) : (
          <rect
            x={from}
            width={Math.max(4, to - from)}
            y={y(note.midi) - thick / 2}
            height={thick}
            rx={thick / 2}
            fill={rank === 0 ? 'var(--ledge-guide)' : 'var(--ledge)'}
          />
        )}
        {to - from > 50 && named.includes(note) && (
          <text
            x={from - 6}
            y={y(note.midi) + 6}
            fontSize={rank === 2 ? 15 : 18}
            fontWeight={rank === 0 ? 700 : 400}
            textAnchor="end"
            fill={rank === 2 ? 'var(--soft)' : 'var(--ink)'}
          >
            {note.name}
          </text>
        )}
      </g>
    )
  })
}
