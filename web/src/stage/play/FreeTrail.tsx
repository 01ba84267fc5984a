import {
  type Analysis,
  allowedOver,
  type ChordStyle,
  type Exercise,
  type Judged,
  limitsOf,
  msToTicks,
  spellNotes,
  withSigns,
} from '@eager-contour/core'
import { scaleLinear } from 'd3-scale'
import { useMemo } from 'react'
import { chordText } from '../../ui/ChordSymbol.tsx'
import { VERDICT_COLOURS } from '../../ui/verdicts.ts'
import { CursorLine } from './CursorLine.tsx'

const WIDTH = 1200
const TOP = 44
const BOTTOM = 10
/** Half steps shown above and below the example. */
const MARGIN = 2

interface FreeTrailProps {
  readonly analysis: Analysis
  /** As the instrument reads it. */
  readonly exercise: Exercise
  readonly judged: readonly Judged[]
  readonly position: () => number | undefined
  readonly style: ChordStyle
  readonly height: number
}

/** What a free rung allows over each chord, as ledges; each played note lights up where it is. */
export const FreeTrail = ({ analysis, exercise, judged, position, style, height }: FreeTrailProps) => {
  const { spec, length } = exercise
  const { from, to } = spec.stretch
  const x = scaleLinear([0, length], [14, WIDTH - 6])
  const pitches = (exercise.free?.example ?? []).map(({ midi }) => midi)
  const low = Math.min(...pitches, 72) - MARGIN
  const high = Math.max(...pitches, 60) + MARGIN
  const y = scaleLinear([high + 0.5, low - 0.5], [TOP, height - BOTTOM])
  const half = y(low) - y(low + 1)
  const limits = limitsOf(spec.rung, spec.variant)
  const ledges = useMemo(() => {
    const allowed = limits ? allowedOver(analysis, spec.stretch, limits.notes) : []
    return analysis.spans
      .filter((span) => span.bar >= from && span.bar <= to)
      .map((span) => {
        const here = Array.from({ length: high - low + 1 }, (_, at) => low + at).filter(
          (midi) => allowed[span.index]?.[midi % 12],
        )
        const named = spellNotes(
          analysis,
          here.map((midi, at) => ({ start: span.start + at, duration: 1, midi })),
        ).notes
        return {
          span,
          here: here.map((midi, at) => ({
            midi,
            name: withSigns(named[at]!.spelling.replace(/-?\d+$/, '')),
          })),
        }
      })
  }, [analysis, spec.stretch, limits, from, to, low, high])
  const first = ledges[0]?.span.start ?? 0
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      className="w-full"
      role="img"
      aria-label="Allowed notes over each chord, and the notes played"
      data-testid="trail"
    >
      {ledges.map(({ span, here }) => {
        const left = x(span.start - first)
        const right = x(Math.min(length, span.end - first)) - 8
        // Where every note is allowed, only the chord tones are drawn.
        const chordTones = here.length > high - low ? span.chord.tones.length : 0
        return (
          <g key={span.index}>
            <text
              x={left}
              y={28}
              fontSize={24}
              fontWeight={700}
              fontFamily="var(--font-head)"
              fill="var(--soft)"
            >
              {chordText(span.chord, style)}
            </text>
            {chordTones === 0 &&
              here.map(({ midi, name }) => (
                <g key={midi}>
                  <rect
                    x={left}
                    width={Math.max(4, right - left)}
                    y={y(midi) - half * 0.42}
                    height={half * 0.84}
                    rx={3}
                    fill="var(--ledge-guide)"
                  />
                  {right - left > 60 && half >= 8 && (
                    <text x={left + 6} y={y(midi) + 5} fontSize={Math.min(17, half + 4)} fill="var(--soft)">
                      {name}
                    </text>
                  )}
                </g>
              ))}
            <line x1={left - 6} x2={left - 6} y1={8} y2={height} stroke="var(--rule)" strokeWidth={2} />
          </g>
        )
      })}
      {judged.map(({ played, onsetMs, midi, verdict }) => {
        if (onsetMs === undefined || midi === undefined) return null
        const cx = x(msToTicks(onsetMs, spec.tempo))
        const cy = y(Math.min(high, Math.max(low, midi)))
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
      <CursorLine position={position} x={x} length={length} top={36} bottom={height - 4} />
    </svg>
  )
}
