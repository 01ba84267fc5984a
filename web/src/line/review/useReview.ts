import type { Analysis, Line, Review, ReviewView } from '@eager-contour/core'
import { useEffect, useState } from 'react'
import { bandIfReady } from '../../audio/band.ts'
import { analysisOf, engine } from '../../engine/engine.ts'

/** The time that a new line takes to be drawn during playback. */
const AFTER_NOTES_MS = 250

/** The review of the line, a moment after it changed; the old review stays until then. */
export const useReview = (
  analysis: Analysis,
  line: Line | undefined,
  view: ReviewView,
): { readonly review: Review; readonly line: Line } | undefined => {
  const [reviewed, setReviewed] = useState<{ readonly review: Review; readonly line: Line }>()
  useEffect(() => {
    if (!line) return
    let current = true
    const review = () =>
      void engine()
        .review(analysisOf(analysis), line, view)
        .then((found) => current && setReviewed({ review: found, line }))
    // During playback the notes come first.
    const timer = setTimeout(review, bandIfReady()?.position() === undefined ? 0 : AFTER_NOTES_MS)
    return () => {
      current = false
      clearTimeout(timer)
    }
  }, [analysis, line, view])
  return line && reviewed
}
