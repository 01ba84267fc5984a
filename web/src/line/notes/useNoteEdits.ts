import { movedBy, repitchLine } from '@eager-contour/core'
import { useSettings } from '../../settings/settings.ts'
import { useAppDispatch } from '../../store/store.ts'
import { rewriteAsked } from '../editor/editorSlice.ts'
import { lineDetailsSet } from '../editor/lineHistory.ts'
import { useOpenLine } from '../editor/openLine.ts'
import type { NoteTool } from './noteEdits.ts'

/** What can be done to the selected notes. */
export const useNoteEdits = () => {
  const { open, concert, selection, write } = useOpenLine()
  const { from, to } = selection
  const { sounding } = open
  const dispatch = useAppDispatch()
  const up = useSettings().instrument.written.semitones
  const chosen = from === undefined || !concert ? [] : concert.notes.slice(from, to! + 1)
  const locked = concert?.locked ?? []
  const allLocked = chosen.length > 0 && chosen.every(({ start }) => locked.includes(start))
  return {
    chosen,
    allLocked,
    onEdit: ({ edit }: NoteTool) => {
      if (from === undefined || to === undefined || !concert) return
      const { notes } = edit(sounding, concert, from, to)
      if (notes !== concert.notes && notes.length > 0) write(notes)
    },
    /** A note dragged to another pitch, as written. */
    onDrag: (index: number, midi: number) => {
      if (!concert) return
      const by = midi - up - concert.notes[index]!.midi
      write(movedBy(by)(sounding, concert, index, index).notes)
    },
    onLock: () => {
      const starts = chosen.map(({ start }) => start)
      const others = locked.filter((start) => !starts.includes(start))
      const next = allLocked ? others : [...others, ...starts].sort((a, b) => a - b)
      dispatch(lineDetailsSet({ locked: next }))
    },
    onRewrite: () => {
      if (from !== undefined && to !== undefined) dispatch(rewriteAsked({ from, to }))
    },
    /** New pitches, as written, by index. */
    onFigure: (pitches: ReadonlyMap<number, number>) => {
      if (!concert) return
      const sounded = new Map([...pitches].map(([at, midi]) => [at, midi - up] as const))
      write(repitchLine(sounding, concert, sounded).notes)
    },
  }
}
