import {
  type Analysis,
  type Centre,
  chordPitchClasses,
  degreeFifths,
  degreeName,
  degreeSemitones,
  fifthsOf,
  guideTones,
  noteName,
  pitchClassOf,
  type SmallestSets,
  scaleDegrees,
} from '@eager-contour/core'
import { classesOf, threadsBetween } from '../notation/threads.ts'
import type { MapChord, MapRow } from './mapRows.ts'

/** The heights shown, and pixels to the half step. */
export interface Frame {
  readonly low: number
  readonly high: number
  readonly halfStep: number
}

interface Named {
  readonly noteText: (name: string) => string
}

const range = (from: number, to: number): readonly number[] =>
  Array.from({ length: to - from + 1 }, (_, at) => from + at)

const yOf = ({ high, halfStep }: Pick<Frame, 'high' | 'halfStep'>, midi: number): number =>
  (high - midi + 0.5) * halfStep

/** From this width a ledge has room for degree and name, and a foothold for its own. */
const WIDE = 62

interface NearGroundProps extends Named {
  readonly frame: Frame
  readonly analysis: Analysis
  readonly chord: MapChord
  readonly x1: number
  readonly x2: number
  readonly dim: boolean
}

/** A chord's ledges with degree and name, broader at the guide tones, and the footholds between them. */
export const NearGround = ({ frame, analysis, chord, x1, x2, noteText, dim }: NearGroundProps) => {
  const { low, high } = frame
  const { span } = chord
  if (span.chord.tones.length === 0) return null
  const { scale, avoid } = analysis.readings[span.index]!
  const classes = chordPitchClasses(span.chord)
  const guides = guideTones(span.chord).map(({ degree }) => degree)
  const root = fifthsOf(span.chord.root)
  const rootClass = pitchClassOf(root)
  const width = Math.max(30, x2 - x1)
  return (
    <g opacity={dim ? 0.45 : 1}>
      {range(low, high).map((midi) => {
        const y = yOf(frame, midi)
        const tone = span.chord.tones[classes.indexOf(midi % 12)]
        if (tone) {
          const guide = guides.includes(tone.degree)
          const thick = guide ? frame.halfStep - 2 : frame.halfStep - 7
          return (
            <g key={midi}>
              <rect
                x={x1}
                y={y - thick / 2}
                width={width}
                height={thick}
                rx={thick / 2}
                fill={guide ? 'var(--ledge-guide)' : 'var(--ledge)'}
              />
              <text
                x={x1 + 8}
                y={y + 5}
                fontSize={guide ? 16 : 14}
                fontWeight={guide ? 700 : 400}
                fill="var(--ink)"
              >
                {degreeName(tone.degree)}
              </text>
              {width > WIDE && (
                <text
                  x={x1 + 40}
                  y={y + 5}
                  fontSize={guide ? 17 : 15}
                  fontWeight={guide ? 700 : 400}
                  className="font-head"
                  fill="var(--ink)"
                >
                  {noteText(tone.spelling)}
                </text>
              )}
            </g>
          )
        }
        const degree = scaleDegrees(scale).find(
          (one) => (rootClass + degreeSemitones(one)) % 12 === midi % 12,
        )
        if (!degree) return null
        const avoided = avoid.includes(degree)
        return (
          <g key={midi}>
            <line
              x1={x1 + (width > WIDE ? 70 : 34)}
              x2={x1 + width}
              y1={y}
              y2={y}
              stroke={avoided ? 'var(--saffron)' : 'var(--foothold)'}
              strokeWidth={1.5}
              strokeDasharray={avoided ? '5 4' : '1.5 5'}
            />
            <text x={x1 + 8} y={y + 5} fontSize={13} fill={avoided ? 'var(--saffron)' : 'var(--soft)'}>
              {degreeName(degree)}
            </text>
            {width > WIDE && (
              <text x={x1 + 40} y={y + 5} fontSize={13} fill={avoided ? 'var(--saffron)' : 'var(--soft)'}>
                {noteText(noteName(root + degreeFifths(degree)))}
              </text>
            )}
          </g>
        )
      })}
    </g>
  )
}

interface ThreadsProps {
  readonly frame: Frame
  readonly analysis: Analysis
  readonly row: MapRow
  readonly xOf: (tick: number) => number
}

/** The guide tones from chord to chord: common tones are level and thin, half steps strong. */
export const Threads = ({ frame, row, xOf }: ThreadsProps) => {
  const { low, high } = frame
  const guides = (span: MapChord['span']) =>
    classesOf(
      span,
      guideTones(span.chord).map(({ degree }) => degree),
    )
  return (
    <g fill="none" strokeLinecap="round">
      {row.chords.slice(0, -1).map((chord, at) => {
        const next = row.chords[at + 1]!
        const x = xOf(next.start)
        return threadsBetween(chord.span, next.span, guides, low, high).map(({ from, to }) => {
          const y1 = yOf(frame, from)
          const y2 = yOf(frame, to)
          const size = Math.abs(to - from)
          return (
            <path
              key={`${at} ${from} ${to}`}
              d={`M${x - 26},${y1} C${x - 8},${y1} ${x - 10},${y2} ${x + 10},${y2}`}
              stroke={size === 1 ? 'var(--madder)' : 'var(--ink)'}
              strokeWidth={size === 1 ? 3.5 : 2}
              strokeDasharray={size === 2 ? '6 4' : undefined}
            />
          )
        })
      })}
    </g>
  )
}

interface FarGroundProps extends Named {
  readonly frame: Frame
  readonly analysis: Analysis
  readonly row: MapRow
  readonly centre: Centre
  /** Pitch classes of the centre's own triad. */
  readonly triad: readonly number[]
  readonly xOf: (tick: number) => number
}

/** One key centre across the row, and where a chord's tone is outside it. */
export const FarGround = ({ analysis, row, centre, triad, frame, xOf, noteText }: FarGroundProps) => {
  const { low, high } = frame
  const tonic = fifthsOf(centre.key.tonic)
  const x1 = xOf(row.start) + 8
  const width = xOf(row.end) - x1 - 8
  return (
    <g>
      {range(low, high).map((midi) => {
        const degree = scaleDegrees(centre.scale).find(
          (one) => (pitchClassOf(tonic) + degreeSemitones(one)) % 12 === midi % 12,
        )
        if (!degree) return null
        const y = yOf(frame, midi)
        const home = triad.includes(midi % 12)
        return (
          <g key={midi}>
            <rect
              x={x1}
              y={y - (home ? 9 : 4)}
              width={width}
              height={home ? 18 : 8}
              rx={home ? 9 : 4}
              fill={home ? 'var(--ledge-guide)' : 'var(--ledge)'}
            />
            <text
              x={x1 + 10}
              y={y + 5}
              fontSize={home ? 17 : 14}
              fontWeight={home ? 700 : 400}
              className="font-head"
              fill="var(--ink)"
            >
              {noteText(noteName(tonic + degreeFifths(degree)))}
            </text>
          </g>
        )
      })}
      {row.chords.flatMap((chord) => {
        const clash = centre.clashes.find(({ chord: index }) => index === chord.span.index)
        if (!clash) return []
        const classes = classesOf(chord.span, clash.degrees)
        return range(low, high)
          .filter((midi) => classes.includes(midi % 12))
          .map((midi) => {
            const tone = chord.span.chord.tones[chordPitchClasses(chord.span.chord).indexOf(midi % 12)]!
            const x = xOf(chord.start) + 40
            const y = yOf(frame, midi)
            return (
              <g key={`${chord.span.index} ${midi}`}>
                <path
                  d={`M${x - 6},${y - 6} l12,12 M${x - 6},${y + 6} l12,-12`}
                  stroke="var(--heather)"
                  strokeWidth={3}
                />
                <text x={x + 12} y={y + 5} fontSize={15} fontWeight={700} fill="var(--heather)">
                  {degreeName(tone.degree)} {noteText(tone.spelling)}
                </text>
              </g>
            )
          })
      })}
      <title>{analysis.chart.title}</title>
    </g>
  )
}

interface SetsProps extends Named {
  readonly frame: Frame
  readonly sets: SmallestSets
  readonly row: MapRow
  readonly analysis: Analysis
  readonly xOf: (tick: number) => number
}

/** The smallest sets: a circle for each note, filled if it is new, and connected to the previous one if it stays. */
export const Sets = ({ frame, sets, row, analysis, xOf, noteText }: SetsProps) => (
  <g>
    {sets.sets.map(({ chord, notes }, at) => {
      const span = analysis.spans[chord]!
      if (span.start < row.start || span.start >= row.end) return null
      const until = sets.sets[at + 1] ? analysis.spans[sets.sets[at + 1]!.chord]!.start : row.end
      const x1 = xOf(span.start) + 18
      const x2 = Math.min(xOf(until), xOf(row.end)) - 26
      return notes.map(({ midi, degree, spelling, stays }) => {
        const y = yOf(frame, midi)
        return (
          <g key={`${chord} ${midi}`}>
            <line x1={stays ? x1 - 44 : x1} x2={x2} y1={y} y2={y} stroke="var(--madder)" strokeWidth={3} />
            <circle
              cx={x1}
              cy={y}
              r={9}
              fill={stays ? 'var(--sheet)' : 'var(--madder)'}
              stroke="var(--madder)"
              strokeWidth={2.5}
            />
            <rect x={x1 + 14} y={y - 10} width={56} height={20} rx={10} fill="var(--sheet)" />
            <text x={x1 + 20} y={y + 5} fontSize={15} fontWeight={700} fill="var(--ink)">
              {degreeName(degree)} {noteText(spelling.replace(/-?\d+$/, ''))}
            </text>
          </g>
        )
      })
    })}
  </g>
)
