import {
  type Analysis,
  type ChordStyle,
  type Exercise,
  type Judged,
  msToTicks,
  pickupInto,
  pitchClass,
  type Ticks,
  withSigns,
} from '@eager-contour/core'
import { scaleLinear } from 'd3-scale'
import { useMemo, useRef } from 'react'
import { chordText } from '../../ui/ChordSymbol.tsx'
import { useWidth } from '../../ui/useWidth.ts'
import { CursorLine } from './CursorLine.tsx'
import { type BarRow, barsInRow, rowsOf } from './rows.ts'
import { useRowAt } from './useRowAt.ts'
import { VerdictShape } from './VerdictShape.tsx'

/** The least size of a note's name, and the pixels between two notes that it needs. */
const NAMES = { usual: { size: 20, room: 34 }, narrow: { size: 15, room: 26 } } as const
/** Where notes stand further apart their names are larger, up to this size: they are read from afar. */
const LARGEST_NAME = 40
/** In a picture this high (pixels) two rows of few bars are larger than one of many: notes have this room there. */
const TALL = { height: 380, room: 60, leastBars: 2 } as const
/** A name's size, of the pixels to the next note: beside its note, or over or under it. */
const OF_GAP = { beside: 0.4, over: 0.52 } as const
const NARROW = 600
/** The picture of everything is one row; on a phone rows of as many bars. */
const NARROW_WHOLE = 4
const namesFor = (width: number) => (width < NARROW ? NAMES.narrow : NAMES.usual)
/** Between two notes, for the name of the first. */
export const ROOM_FOR_NAME = NAMES.usual.room
/** Pixels to the next note that a name beside a note needs. */
const ROOM_BESIDE = 64
/** Before the first note of a bar. */
const BEFORE = 22
const TOP = 54
const BOTTOM = 32

interface TrailProps {
  readonly analysis: Analysis
  readonly exercise: Exercise
  readonly judged: readonly Judged[]
  /** Where the player is, in ticks from the stretch's first beat. */
  readonly position: () => Ticks | undefined
  readonly style: ChordStyle
  readonly height: number
  /** Everything, after the run: names only where there is room, and the weakest bar marked. */
  readonly whole?: { readonly weakestBar: number | undefined }
}

/**
 * The expected notes as a trail over the bars; each is filled by its verdict as it comes. If not all bars have room for
 * the notes' names, the row that is being played, and the next.
 */
export const Trail = ({ whole, ...trail }: TrailProps) => {
  const host = useRef<HTMLDivElement>(null)
  const width = useWidth(host)
  const { analysis, exercise, position, height } = trail
  const { stretch } = exercise.spec
  const rows = useMemo(() => {
    const all = stretch.to - stretch.from + 1
    const barsWith = (note: number) =>
      barsInRow(exercise, analysis.chart, { width: width - 2 * BEFORE, before: 0, note })
    const most = barsWith(namesFor(width).room)
    const few = height < TALL.height ? most : Math.max(TALL.leastBars, barsWith(TALL.room))
    const bars = whole ? Math.min(all, width < NARROW ? NARROW_WHOLE : all) : Math.min(most, few)
    return rowsOf(analysis.chart, stretch, bars, pickupInto({ notes: exercise.expected }, 0))
  }, [analysis.chart, exercise, stretch, width, height, whole])
  const reading = useRowAt(rows, position)
  const first = Math.max(0, Math.min(reading, rows.length - 2))
  const shown = whole ? rows : rows.slice(first, first + 2)
  return (
    <div ref={host}>
      {width > 0 &&
        shown.map((row, at) => (
          <TrailRow
            // The row in its place is drawn again: nothing moves while it is read.
            key={at}
            {...trail}
            row={row}
            width={width}
            height={whole ? height : height / shown.length}
            weakestBar={whole?.weakestBar}
          />
        ))}
    </div>
  )
}

interface TrailRowProps extends Omit<TrailProps, 'whole'> {
  readonly row: BarRow
  readonly width: number
  readonly weakestBar: number | undefined
}

const TrailRow = ({
  analysis,
  exercise,
  judged,
  position,
  style,
  row,
  width: WIDTH,
  height: HEIGHT,
  weakestBar,
}: TrailRowProps) => {
  const bars = row.to - row.from + 1
  const pitches = exercise.expected.map(({ midi }) => midi)
  const low = Math.min(...pitches)
  const high = Math.max(...pitches, low + 8)
  const x = scaleLinear([row.start, row.end], [BEFORE, WIDTH + 6])
  const here = exercise.expected.flatMap((note, index) =>
    note.start >= row.start && note.start < row.end ? [{ note, index }] : [],
  )
  const gap = Math.min(WIDTH, ...here.slice(1).map(({ note }, at) => x(note.start) - x(here[at]!.note.start)))
  const names = namesFor(WIDTH)
  const named = gap >= names.room
  const isBeside = gap >= ROOM_BESIDE
  const size = Math.max(names.size, Math.min(LARGEST_NAME, gap * OF_GAP[isBeside ? 'beside' : 'over']))
  const more = size - NAMES.usual.size
  const y = scaleLinear([high, low], [TOP + 7 + more, HEIGHT - BOTTOM - 7 - more])
  /** Beside the note; if the next is near, on the side away from the line. */
  const nameAt = (index: number) => {
    const [note, next] = [exercise.expected[index]!, exercise.expected[index + 1]]
    const [cx, cy] = [x(note.start), y(note.midi)]
    if (isBeside) return { x: cx + 13, y: cy + size * 0.36 }
    const rises = next !== undefined && next.midi >= note.midi
    return { x: cx, y: cy + (rises ? 7 + size : -14), textAnchor: 'middle' as const }
  }
  const verdictOf = new Map(
    judged.flatMap((one) => (one.expected === undefined ? [] : [[one.expected, one] as const])),
  )
  const first = analysis.spans.find(({ bar }) => bar === exercise.spec.stretch.from)?.start ?? 0
  const spans = analysis.spans.filter((span) => span.bar >= row.from && span.bar <= row.to)
  const starts = [...new Map(spans.toReversed().map((span) => [span.bar, span.start - first]))].reverse()
  const isHere = (onsetMs: number) => {
    const tick = msToTicks(onsetMs, exercise.spec.tempo)
    return tick < row.end && (tick >= row.start || row.start <= 0)
  }
  const endOf = (at: number) => starts[at + 1]?.[1] ?? row.end
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="w-full"
      role="img"
      aria-label="The expected notes with their verdicts"
      data-testid="trail"
    >
      {starts.map(([bar, start], at) => (
        <g key={bar}>
          <line
            x1={x(start) - 18}
            x2={x(start) - 18}
            y1={10}
            y2={HEIGHT - 6}
            stroke="var(--rule)"
            strokeWidth={2}
          />
          {weakestBar === bar && (
            <rect
              x={x(start) - 14}
              y={HEIGHT - 12}
              width={x(endOf(at)) - x(start) - 8}
              height={7}
              rx={3}
              fill="var(--madder)"
            />
          )}
        </g>
      ))}
      {spans.map((span) => (
        <text
          key={span.index}
          x={x(span.start - first) - 10}
          y={30}
          fontSize={bars > 8 ? 15 : WIDTH < NARROW ? 18 : 24}
          fontWeight={700}
          fontFamily="var(--font-head)"
          fill="var(--soft)"
        >
          {chordText(span.chord, style)}
        </text>
      ))}
      {here.map(({ note, index }) => {
        const one = verdictOf.get(index)
        const cx = x(note.start)
        const cy = y(note.midi)
        return (
          <g key={index} data-verdict={one?.verdict ?? 'open'}>
            <VerdictShape
              verdict={one?.verdict}
              cx={cx}
              cy={cy}
              wrongY={
                one?.verdict === 'wrong' && one.midi !== undefined
                  ? y(Math.min(high + 2, Math.max(low - 2, nearOctave(one.midi, note.midi))))
                  : cy
              }
            />
            {named && (
              <text {...nameAt(index)} fontSize={size} fill="var(--ink)">
                {withSigns(note.spelling.replace(/-?\d+$/, ''))}
              </text>
            )}
          </g>
        )
      })}
      {judged
        .filter(
          ({ verdict, onsetMs, midi }) =>
            verdict === 'extra' && onsetMs !== undefined && midi !== undefined && isHere(onsetMs),
        )
        .map(({ played, onsetMs, midi, forgiven }) => {
          const cx = x(msToTicks(onsetMs!, exercise.spec.tempo))
          const cy = y(Math.min(high + 1, Math.max(low - 1, midi!)))
          // A grace note, a bounce, a note played again: small, as it costs nothing.
          if (forgiven)
            return (
              <circle
                key={`extra ${played}`}
                data-verdict={forgiven}
                cx={cx}
                cy={cy}
                r={3}
                fill="none"
                stroke="var(--soft)"
                strokeWidth={1.5}
              />
            )
          return (
            <path
              key={`extra ${played}`}
              data-verdict="extra"
              d={`M${cx - 5},${cy - 5} l10,10 m-10,0 l10,-10`}
              stroke="var(--madder)"
              strokeWidth={3}
            />
          )
        })}
      <CursorLine position={position} x={x} row={row} top={40} bottom={HEIGHT - 14} />
    </svg>
  )
}

/** The played pitch in the octave of the expected one. */
const nearOctave = (midi: number, asked: number): number => asked + pitchClass(midi - asked + 6) - 6
