import {
  type Analysis,
  type ChordSpan,
  chordPitchClasses,
  degreeName,
  degreeSemitones,
  fifthsOf,
  guideTones,
  keySignature,
  noteName,
  pitchClassOf,
  readPitch,
  scaleDegrees,
  withSigns,
} from '@eager-contour/core'
import type { SystemLayout } from './layout.ts'

/** Whole numbers from one to another, both inside. */
export const range = (from: number, to: number): readonly number[] =>
  Array.from({ length: to - from + 1 }, (_, at) => from + at)

interface GroundProps {
  readonly analysis: Analysis
  readonly span: ChordSpan
  readonly layout: SystemLayout
  readonly low: number
  readonly high: number
  readonly yOf: (midi: number) => number
}

/** A chord's ledges, broader at its guide tones, and its footholds. */
export const Ground = ({ analysis, span, layout, low, high, yOf }: GroundProps) => {
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
export const PitchNames = ({
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
