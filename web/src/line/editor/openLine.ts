import { type Explanation, explainLine, type Line, type LineNote, spellNotes } from '@eager-contour/core'
import { createContext, use, useCallback, useDeferredValue, useMemo, useRef } from 'react'
import type { Selection } from '../../notation/selection.ts'
import { spelledFor } from '../../settings/names.ts'
import { useSettings } from '../../settings/settings.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import type { OpenTune } from '../../tune/useTune.ts'
import { selectChangesWish, selectLine, selectSelection } from './editorSlice.ts'
import { type EditorLine, lineReplaced } from './lineHistory.ts'

/** The line in the editor over the opened tune. */
export interface OpenLine {
  readonly open: OpenTune
  /** At concert pitch. */
  readonly concert: EditorLine | undefined
  /** As the player's instrument reads it, and what each note does. */
  readonly line: Line | undefined
  readonly explanation: Explanation | undefined
  readonly selection: Selection
  /** Other notes in the editor, at concert pitch, as an undo step. */
  readonly write: (notes: readonly LineNote[]) => void
}

/** The line that the page's parts show and change. */
export const OpenLineContext = createContext<OpenLine | undefined>(undefined)

export const useOpenLine = (): OpenLine => {
  const open = use(OpenLineContext)
  if (!open) throw new Error('no line is open here')
  return open
}

/** Writes notes at concert pitch as the player's instrument reads them, in the player's spelling. */
export const useWriting = ({ written }: OpenTune): ((notes: readonly LineNote[]) => Line) => {
  const { instrument, spelling } = useSettings()
  const up = instrument.written.semitones
  const wish = useAppSelector(selectChangesWish)
  return useCallback(
    (notes) => {
      const moved = notes.map(({ start, duration, midi }) => ({ start, duration, midi: midi + up }))
      return spelledFor(spelling, spellNotes(written, moved, wish))
    },
    [written, up, spelling, wish],
  )
}

/** A line at concert pitch as the player's instrument reads it, in the player's spelling. */
export const useWritten = (open: OpenTune, notes: readonly LineNote[] | undefined): Line | undefined => {
  const write = useWriting(open)
  return useMemo(() => notes && write(notes), [notes, write])
}

/** Reads the editor's line as it is written, and explains it. */
export const useReadLine = (open: OpenTune): OpenLine => {
  const { written, stretch } = open
  const dispatch = useAppDispatch()
  const concert = useAppSelector(selectLine)
  const selection = useAppSelector(selectSelection)
  // A new line is drawn in slices, so that it never blocks the player; the player's own edits are drawn immediately.
  const byHand = useRef<readonly LineNote[]>(undefined)
  const later = useDeferredValue(concert)
  const seen = concert?.notes === byHand.current ? concert : later
  const line = useWritten(open, seen?.notes)
  const wish = useAppSelector(selectChangesWish)
  const explanation = useMemo(() => line && explainLine(written, line, wish), [written, line, wish])
  const write = useCallback(
    (notes: readonly LineNote[]) => {
      byHand.current = notes
      dispatch(
        lineReplaced(concert ? { ...concert, notes } : { notes, stretch, seed: 1, title: '', revision: 0 }),
      )
    },
    [concert, stretch, dispatch],
  )
  return useMemo(
    () => ({ open, concert, line, explanation, selection, write }),
    [open, concert, line, explanation, selection, write],
  )
}
