import {
  type Analysis,
  type ChordSpan,
  type Explanation,
  type Key,
  keyRegions,
  withSigns,
} from '@eager-contour/core'
import { memo } from 'react'
import type { SystemLayout } from '../../notation/layout.ts'
import { PlayedChord } from '../../notation/PlayedChord.tsx'
import { useSettings } from '../../settings/settings.ts'

/** From far, chords that would overlap the previous one are left to the form strip. */
const LEAST_ROOM = 34
const withRoom = (spans: readonly ChordSpan[], layout: SystemLayout): readonly ChordSpan[] => {
  if (!layout.far) return spans
  const shown: ChordSpan[] = []
  for (const span of spans) {
    const before = shown.at(-1)
    if (!before || layout.xOf(span.start) - layout.xOf(before.start) >= LEAST_ROOM) shown.push(span)
  }
  return shown
}

const keyWords = ({ tonic, mode }: Key): string => `${withSigns(tonic)} ${mode}`

interface RowHeadingProps {
  readonly analysis: Analysis
  readonly explanation: Explanation
  readonly layout: SystemLayout
  readonly keys: boolean
}

/** Over the terrain: key bands, and each chord with its numeral. */
export const RowHeading = memo(({ analysis, explanation, layout, keys }: RowHeadingProps) => {
  const { chordStyle } = useSettings()
  const inside = (tick: number) => tick >= layout.start && tick < layout.end
  const edge = (tick: number) => layout.xOf(tick) - (layout.far ? 7 : 26)
  return (
    <div style={{ width: layout.width }}>
      {keys && (
        <div className="relative h-6" data-testid="key-bands">
          {keyRegions(analysis).map(({ key, from, to }) => {
            const [start, end] = [analysis.spans[from]!.start, analysis.spans[to]!.end]
            if (start >= layout.end || end <= layout.start) return null
            const left = edge(Math.max(start, layout.start))
            const right = end >= layout.end ? layout.width - 4 : edge(end) - 4
            return (
              <span
                key={from}
                className="absolute bottom-0 overflow-hidden border-b-4 border-ledge-guide text-sm whitespace-nowrap text-soft"
                style={{ left, width: Math.max(0, right - left) }}
              >
                {keyWords(key)}
              </span>
            )
          })}
        </div>
      )}
      <div className={`relative ${layout.far ? 'h-6' : 'h-9'}`}>
        {withRoom(
          analysis.spans.filter((span) => inside(span.start)),
          layout,
        ).map((span) => (
          <span
            key={span.index}
            className="absolute bottom-1 flex items-baseline gap-2"
            style={{ left: layout.xOf(span.start) - (layout.far ? 6 : 22) }}
          >
            <PlayedChord
              span={span}
              explanation={explanation}
              style={chordStyle}
              className={layout.far ? 'text-sm' : 'text-2xl'}
            />
            {!layout.far && (
              <span className="text-soft">{withSigns(analysis.readings[span.index]!.numeral)}</span>
            )}
          </span>
        ))}
      </div>
    </div>
  )
})
