import {
  type Analysis,
  type ChordStyle,
  type Exercise,
  type Judged,
  msToTicks,
  type NoteVerdict,
  pitchClass,
  withSigns,
} from '@eager-contour/core'
import { scaleLinear } from 'd3-scale'
import { chordText } from '../../ui/ChordSymbol.tsx'
import { VERDICT_COLOURS } from '../../ui/verdicts.ts'
import { CursorLine } from './CursorLine.tsx'

const WIDTH = 1200
/** Between two notes, for the name of the first. */
const ROOM_FOR_NAME = 34
const TOP = 54
const BOTTOM = 32

interface TrailProps {
  readonly analysis: Analysis
  readonly exercise: Exercise
  readonly judged: readonly Judged[]
  readonly position: () => number | undefined
  readonly weakestBar: number | undefined
  readonly style: ChordStyle
  readonly showNames: boolean
  readonly height: number
}

/** The expected notes as a trail over the bars; each is filled by its verdict as it comes. */
export const Trail = ({
  analysis,
  exercise,
  judged,
  position,
  weakestBar,
  style,
  showNames,
  height: HEIGHT,
}: TrailProps) => {
  const { from, to } = exercise.spec.stretch
  const bars = to - from + 1
  const pitches = exercise.expected.map(({ midi }) => midi)
  const low = Math.min(...pitches)
  const high = Math.max(...pitches, low + 8)
  const x = scaleLinear([0, exercise.length], [22, WIDTH + 6])
  const y = scaleLinear([high, low], [TOP + 7, HEIGHT - BOTTOM - 7])
  const gaps = exercise.expected.slice(1).map((note, at) => x(note.start) - x(exercise.expected[at]!.start))
  const named = showNames && Math.min(...gaps, WIDTH) >= ROOM_FOR_NAME
  /** Beside the note; if the next is near, on the side away from the line. */
  const nameAt = (index: number) => {
    const [note, next] = [exercise.expected[index]!, exercise.expected[index + 1]]
    const [cx, cy] = [x(note.start), y(note.midi)]
    if (Math.min(...gaps, WIDTH) >= ROOM_BESIDE) return { x: cx + 13, y: cy + 7 }
    const rises = next !== undefined && next.midi >= note.midi
    return { x: cx, y: cy + (rises ? 27 : -14), textAnchor: 'middle' as const }
  }
  const verdictOf = new Map(
    judged.flatMap((one) => (one.expected === undefined ? [] : [[one.expected, one] as const])),
  )
  const barLength = exercise.length / bars
  const spans = analysis.spans.filter((span) => span.bar >= from && span.bar <= to)
  const first = spans[0]?.start ?? 0
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="w-full"
      role="img"
      aria-label="The expected notes with their verdicts"
      data-testid="trail"
    >
      {Array.from({ length: bars }, (_, at) => (
        <g key={at}>
          <line
            x1={x(at * barLength) - 18}
            x2={x(at * barLength) - 18}
            y1={10}
            y2={HEIGHT - 6}
            stroke="var(--rule)"
            strokeWidth={2}
          />
          {weakestBar === from + at && (
            <rect
              x={x(at * barLength) - 14}
              y={HEIGHT - 12}
              width={barLength * ((WIDTH - 16) / exercise.length) - 8}
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
          fontSize={bars > 8 ? 15 : 24}
          fontWeight={700}
          fontFamily="var(--font-head)"
          fill="var(--soft)"
        >
          {chordText(span.chord, style)}
        </text>
      ))}
      {exercise.expected.map((note, index) => {
        const one = verdictOf.get(index)
        const cx = x(note.start)
        const cy = y(note.midi)
        return (
          <g key={index} data-verdict={one?.verdict ?? 'open'}>
            <Verdict
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
              <text {...nameAt(index)} fontSize={20} fill="var(--ink)">
                {withSigns(note.spelling.replace(/-?\d+$/, ''))}
              </text>
            )}
          </g>
        )
      })}
      {judged
        .filter(
          ({ verdict, onsetMs, midi }) => verdict === 'extra' && onsetMs !== undefined && midi !== undefined,
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
      <CursorLine position={position} x={x} length={exercise.length} top={40} bottom={HEIGHT - 14} />
    </svg>
  )
}

/** Pixels to the next note that a name beside a note needs. */
const ROOM_BESIDE = 56

/** The played pitch in the octave of the expected one. */
const nearOctave = (midi: number, asked: number): number => asked + pitchClass(midi - asked + 6) - 6

const Verdict = ({
  verdict,
  cx,
  cy,
  wrongY,
}: {
  readonly verdict: NoteVerdict | undefined
  readonly cx: number
  readonly cy: number
  readonly wrongY: number
}) => {
  if (verdict === undefined)
    return <circle cx={cx} cy={cy} r={8} fill="none" stroke="var(--soft)" strokeWidth={2.5} />
  const colour = VERDICT_COLOURS[verdict]
  if (verdict === 'right') return <circle cx={cx} cy={cy} r={9.5} fill={colour} />
  if (verdict === 'missed')
    return (
      <circle cx={cx} cy={cy} r={8} fill="none" stroke={colour} strokeWidth={2.5} strokeDasharray="3 4" />
    )
  if (verdict === 'wrong') {
    return (
      <g stroke={colour} strokeWidth={3.5} fill="none">
        <circle cx={cx} cy={cy} r={8} strokeWidth={2} />
        <path d={`M${cx - 6},${wrongY - 6} l12,12 m-12,0 l12,-12`} />
      </g>
    )
  }
  const way = verdict === 'early' ? -1 : 1
  return (
    <g fill={colour} stroke={colour} strokeWidth={3}>
      <circle cx={cx} cy={cy} r={8} />
      <path
        d={`M${cx + way * 8},${cy} h${way * 10} m${-way * 5},-5 l${way * 5},5 l${-way * 5},5`}
        fill="none"
      />
    </g>
  )
}
