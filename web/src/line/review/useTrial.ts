import { type Finding, type Line, type ReviewView, spellNotes, writtenRange } from '@eager-contour/core'
import { useMemo, useState } from 'react'
import { useSettings } from '../../settings/settings.ts'
import { useAppSelector } from '../../store/store.ts'
import { selectChangesWish, selectPreference } from '../editor/editorSlice.ts'
import type { OpenLine } from '../editor/openLine.ts'
import { useReview } from './useReview.ts'

/** The review of the line as written, and the fix being tried, at concert pitch. */
export const useTrial = ({ open, line }: OpenLine) => {
  const { sounding, written } = open
  const { instrument } = useSettings()
  const preference = useAppSelector(selectPreference)
  const changes = useAppSelector(selectChangesWish)
  const view = useMemo<ReviewView>(
    () => ({
      range: writtenRange(instrument),
      approach: preference.approach ?? 'both',
      breathBars: preference.breathBars,
      changes,
    }),
    [instrument, preference.approach, preference.breathBars, changes],
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
        changes,
      ),
    [trying, sounding, instrument, changes],
  )
  return { reviewed, trying, fixedLine, setTried }
}

export type Trial = ReturnType<typeof useTrial>
