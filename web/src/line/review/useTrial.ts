import {
  type Analysis,
  type Finding,
  type Instrument,
  type Line,
  type ReviewView,
  spellNotes,
} from '@eager-contour/core'
import { useMemo, useState } from 'react'
import type { Preference } from '../brief/briefs.ts'
import { useReview } from './useReview.ts'

/** An instrument's range as its notes are written. */
const rangeWritten = ({ range, written: { semitones } }: Instrument): Instrument['range'] => ({
  low: range.low + semitones,
  comfortLow: range.comfortLow + semitones,
  comfortHigh: range.comfortHigh + semitones,
  high: range.high + semitones,
})

/** The review of a line as written, and the fix being tried, at concert pitch. */
export const useTrial = (
  sounding: Analysis,
  written: Analysis,
  line: Line | undefined,
  preference: Preference,
  instrument: Instrument,
) => {
  const view = useMemo<ReviewView>(
    () => ({
      range: rangeWritten(instrument),
      approach: preference.approach ?? 'both',
      breathBars: preference.breathBars,
    }),
    [instrument, preference.approach, preference.breathBars],
  )
  const reviewed = useReview(written, line, view)
  const [tried, setTried] = useState<Finding>()
  const trying = reviewed?.line === line && reviewed?.review.findings.includes(tried!) ? tried : undefined
  /** The line with the fix being tried, at concert pitch. */
  const fixedLine = useMemo<Line | undefined>(
    () =>
      trying?.fix &&
      spellNotes(
        sounding,
        trying.fix.line.notes.map((note) => ({
          start: note.start,
          duration: note.duration,
          midi: note.midi - instrument.written.semitones,
        })),
      ),
    [trying, sounding, instrument],
  )
  return { reviewed, trying, fixedLine, setTried }
}
