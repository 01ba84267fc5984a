import { type Analysis, type ChordSpan, guideTones } from '@eager-contour/core'
import { memo } from 'react'
import type { SystemLayout } from '../layout.ts'
import { classesOf, threadsBetween } from '../threads.ts'
import { heightOf } from './Ground.tsx'

interface GuideThreadsProps {
  readonly analysis: Analysis
  readonly layout: SystemLayout
  readonly low: number
  readonly high: number
}

const guides = (span: ChordSpan) =>
  classesOf(
    span,
    guideTones(span.chord).map(({ degree }) => degree),
  )

/** The guide tones from chord to chord: half steps strong, common tones level, whole steps dashed. */
export const GuideThreads = memo(({ analysis, layout, low, high }: GuideThreadsProps) => {
  const yOf = (midi: number) => heightOf(layout, high, midi)
  const spans = analysis.spans.filter((span) => span.start < layout.end && span.end > layout.start)
  return (
    <g fill="none" strokeLinecap="round" opacity={0.55} data-testid="threads">
      {spans.slice(0, -1).map((span, at) => {
        const next = spans[at + 1]!
        const x = layout.xOf(next.start) - (layout.far ? 5 : 22)
        const reach = layout.far ? 6 : 18
        return threadsBetween(span, next, guides, low, high).map(({ from, to }) => {
          const size = Math.abs(to - from)
          return (
            <path
              key={`${at} ${from} ${to}`}
              d={`M${x - reach},${yOf(from)} C${x},${yOf(from)} ${x},${yOf(to)} ${x + reach},${yOf(to)}`}
              stroke={size === 1 ? 'var(--madder)' : 'var(--ink)'}
              strokeWidth={size === 1 ? 3.5 : 2}
              strokeDasharray={size === 2 ? '6 4' : undefined}
            />
          )
        })
      })}
    </g>
  )
})
