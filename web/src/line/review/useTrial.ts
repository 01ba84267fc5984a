import {
  type Analysis,
  type Finding,
  type Instrument,
  type Line,
  type ReviewView,
  spellNotes,
} from '@eager-contour/core'
import { useMemo, useState } from 'react'
import type { Wish } from '../brief/briefs.ts'
import { useReview } from './useReview.ts'

/** An instrument's range as its notes are written. */
const rangeWritten = ({ range, written: { semitones } }: Instrument): Instrument['range'] => ({
  low: range.low + semitones,
  comfortLow: range.comfortLow + semitones,
  comfortHigh: range.comfortHigh + semitones,
  high: range.high + semitones,
})

/** The review of a line as written, and the mend that is being tried, at concert pitch. */
export const useTrial = (
  sounding: Analysis,
  written: Analysis,
  line: Line | undefined,
  wish: Wish,
  of: Instrument,
) => {
  const view = useMemo<ReviewView>(
    () => ({
      range: rangeWritten(of),
      approach: wish.approach ?? 'both',
      breathBars: wish.breathBars,
    }),
    [of, wish.approach, wish.breathBars],
  )
  const reviewed = useReview(written, line, view)
  const [tried, setTried] = useState<Finding>()
  const trying = reviewed?.line === line && reviewed?.review.findings.includes(tried!) ? tried : undefined
  /** The line with the mend that is being tried, at concert pitch. */
  const mended = useMemo<Line | undefined>(
    () =>
      trying?.mend &&
      spellNotes(
        sounding,
        trying.mend.line.notes.map((note) => ({
          start: note.start,
          duration: note.duration,
          midi: note.midi - of.written.semitones,
        })),
      ),
    [trying, sounding, of],
  )
  return { reviewed, trying, mended, setTried }
}
