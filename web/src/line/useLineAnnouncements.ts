import type { Line } from '@eager-contour/core'
import { useEffect, useRef } from 'react'
import { noteLabel } from '../notation/labels.ts'
import { useSettings } from '../settings/settings.ts'
import { announce } from '../store/announce.ts'
import { barsText } from '../tune/useTune.ts'
import { counted } from '../ui/counted.ts'
import { useOpenLine } from './editor/openLine.ts'

/** The only note that differs between two lines; undefined if more do, or none. */
const changedNote = (before: Line, now: Line): number | undefined => {
  if (before.notes.length !== now.notes.length) return undefined
  const differing = now.notes.flatMap((note, at) =>
    JSON.stringify(note) === JSON.stringify(before.notes[at]) ? [] : [at],
  )
  return differing.length === 1 ? differing[0] : undefined
}

/** Says for screen readers what became of the line: a new one, or the note that was changed, as it is now. */
export const useLineAnnouncements = (): void => {
  const { open, line, explanation } = useOpenLine()
  const { chordStyle } = useSettings()
  const before = useRef<Line>(undefined)
  useEffect(() => {
    const old = before.current
    before.current = line
    if (!line || !explanation || !old || old === line) return
    const at = changedNote(old, line)
    const note = at === undefined ? undefined : line.notes[at]
    if (at !== undefined && note)
      announce(noteLabel(explanation.changes, note, explanation.notes[at]!, chordStyle))
    else announce(`A line of ${counted(line.notes.length, 'note')} over ${barsText(open.stretch)}.`)
  }, [line, explanation, open.stretch, chordStyle])
}
