import type { DevelopmentId, Line, Reason } from '@eager-contour/core'
import { useState } from 'react'
import { analysisOf, engine } from '../../engine/engine.ts'
import { useSettings } from '../../settings/settings.ts'
import { useAppSelector } from '../../store/store.ts'
import { briefOf, rangeOf } from '../brief/briefs.ts'
import { selectPreference } from '../editor/editorSlice.ts'
import { type OpenLine, useWritten } from '../editor/openLine.ts'

/** What was made of the selected notes and is being tried. */
interface Tried {
  readonly id: DevelopmentId
  /** The line that it was made of, and what came of it, at concert pitch. */
  readonly of: Line
  readonly line?: Line
  readonly why?: Reason
}

/** Makes something of the selected notes: shown in outline first, heard, taken or left. */
export const useDevelopment = ({ open, concert, selection, write }: OpenLine) => {
  const { instrument } = useSettings()
  const preference = useAppSelector(selectPreference)
  const [tried, setTried] = useState<Tried>()
  // Another line, or a change to it, ends the trial.
  const current = tried && tried.of === concert ? tried : undefined
  const line = current?.line
  const outline = useWritten(open, line?.notes)
  return {
    tried: current,
    outline,
    onTry: async (id: DevelopmentId) => {
      const { from, to } = selection
      if (!concert || from === undefined || to === undefined) return
      const brief = {
        ...briefOf(preference),
        stretch: open.stretch,
        range: rangeOf(preference, instrument.range),
        seed: concert.seed + 1,
        count: 1,
      }
      const made = await engine().develop(
        analysisOf(open.sounding),
        { notes: concert.notes },
        { from, to },
        id,
        brief,
      )
      setTried({ id, of: concert, ...made })
    },
    onLeave: () => setTried(undefined),
    onTake: () => {
      if (line) write(line.notes)
      setTried(undefined)
    },
  }
}

export type DevelopmentTrial = ReturnType<typeof useDevelopment>
