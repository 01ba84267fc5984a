import type { Analysis, Exercise, Judged } from '@eager-contour/core'
import { memo } from 'react'
import { pitchName, placeWords } from '../../notation/labels.ts'

interface VerdictListProps {
  readonly analysis: Analysis
  /** As the instrument reads it. */
  readonly exercise: Exercise
  readonly judged: readonly Judged[]
}

/** Each verdict of the pass as text, beside the marks on the picture: for screen readers. */
export const VerdictList = memo(({ analysis, exercise, judged }: VerdictListProps) => {
  const start = analysis.spans.find(({ bar }) => bar === exercise.spec.stretch.from)?.start ?? 0
  return (
    <ol className="sr-only" aria-label="Verdicts so far">
      {judged.map(({ verdict, expected }, at) => {
        const asked = expected === undefined ? undefined : exercise.expected[expected]
        return (
          <li key={at}>
            {asked
              ? `${placeWords(analysis, Math.max(0, asked.start + start))}, ${pitchName(asked)}: ${verdict}`
              : `note ${at + 1}: ${verdict}`}
          </li>
        )
      })}
    </ol>
  )
})
