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
import { memo } from 'react'
import type { SystemLayout } from '../layout.ts'

/** Whole numbers from one to another, both inside. */
export const range = (from: number, to: number): readonly number[] =>
  Array.from({ length: to - from + 1 }, (_, at) => from + at)

interface GroundProps {
  readonly analysis: Analysis
  readonly span: ChordSpan
  readonly layout: SystemLayout
  readonly low: number
  readonly high: number
}

/** The height of a pitch on the terrain, in pixels from its top. */
export const heightOf = ({ halfStep }: SystemLayout, high: number, midi: number): number =>
  (high - midi + 0.5) * halfStep

/** How far before its first tick a chord's ground starts, at a bar and inside one. */
const GAPS = { bar: 26, beat: 16 } as const
const FAR_GAPS = { bar: 7, beat: 5 } as const

/** A chord's ledges, broader at its guide tones, and its footholds. */
export const Ground = memo(({ analysis, span, layout, low, high }: GroundProps) => {
  const yOf = (midi: number) => heightOf(layout, high, midi)
  if (span.chord.tones.length === 0) return null
  const from = Math.max(span.start, layout.start)
  const until = Math.min(span.end, layout.end)
  const gap = layout.far ? FAR_GAPS : GAPS
  const x1 = layout.xOf(from) - (isBarStart(layout, from) ? gap.bar : gap.beat)
  const x2 =
    until === layout.end
      ? layout.width - 4
      : layout.xOf(until) - (isBarStart(layout, until) ? gap.bar + 5 : gap.beat + 4)
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
          const thick = (guide ? 9 : 4) * (layout.far ? 0.5 : 1)
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
              {guide && !layout.far && (
                <text x={x1 + 3} y={yOf(midi) + 3.6} fontSize={10.5} fontWeight={700} fill="var(--ink)">
                  {degreeName(tone.degree)}
                </text>
              )}
            </g>
          )
        }
        return footholds.includes(midi % 12) && !layout.far ? (
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
})

const isBarStart = (layout: SystemLayout, tick: number): boolean =>
  range(layout.from, layout.to + 1).some(
    (bar) => Math.abs(layout.barX(bar) - layout.xOf(tick)) < 30 && layout.xOf(tick) > layout.barX(bar),
  )

/** Names at the left edge: the key's tonic, third and fifth, to read heights by. */
export const PitchNames = memo(({ analysis, low, high, layout }: Omit<GroundProps, 'span'>) => {
  const key = analysis.chart.key ?? { tonic: 'C', mode: 'major' as const }
  const first = keySignature(key) - 1
  const byClass = new Map(range(first, first + 6).map((fifths) => [pitchClassOf(fifths), noteName(fifths)]))
  const tonic = pitchClassOf(fifthsOf(key.tonic))
  const shown = [tonic, (tonic + (key.mode === 'minor' ? 3 : 4)) % 12, (tonic + 7) % 12]
  return range(low, high)
    .filter((midi) => shown.includes(midi % 12))
    .map((midi) => (
      <text
        key={midi}
        x={layout.gutter - 12}
        y={heightOf(layout, high, midi) + 4}
        fontSize={layout.far ? 11 : 13}
        textAnchor="end"
        fill="var(--soft)"
      >
        {withSigns(byClass.get(midi % 12) ?? '')}
        {octaveOf(byClass.get(midi % 12), midi)}
      </text>
    ))
})

const octaveOf = (name: string | undefined, midi: number): number => {
  for (let octave = -1; octave < 10; octave += 1)
    if (readPitch(`${name}${octave}`)?.midi === midi) return octave
  return Math.floor(midi / 12) - 1
}
