import { useState } from 'react'
import type { InputNote } from './useNotes.ts'

/** The keys that are held, as the instrument reads them; and a handler that keeps them and hands each note on. */
export const useSoundingKeys = (
  onNote: (note: InputNote) => void,
): { readonly sounding: ReadonlySet<number>; readonly onKey: (note: InputNote) => void } => {
  const [sounding, setSounding] = useState<ReadonlySet<number>>(new Set())
  const onKey = (note: InputNote) => {
    setSounding((before) => {
      const next = new Set(before)
      if (note.velocity > 0) next.add(note.midi)
      else next.delete(note.midi)
      return next
    })
    onNote(note)
  }
  return { sounding, onKey }
}
