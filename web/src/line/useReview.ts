import type { Analysis, Line, Review, ReviewView } from '@eager-contour/core'
import { useEffect, useState } from 'react'
import { analysisOf, work } from '../work/work.ts'

/** What a teacher would say of the line, a moment after it changed; the old review stays until then. */
export const useReview = (
  analysis: Analysis,
  line: Line | undefined,
  view: ReviewView,
): { readonly review: Review; readonly line: Line } | undefined => {
  const [reviewed, setReviewed] = useState<{ readonly review: Review; readonly line: Line }>()
  useEffect(() => {
    if (!line) return
    let current = true
    void work()
      .review(analysisOf(analysis), line, view)
      .then((review) => current && setReviewed({ review, line }))
    return () => {
      current = false
    }
  }, [analysis, line, view])
  return line && reviewed
}
