import { useEffect, useRef } from 'react'
import { externalStore } from '../store/externalStore.ts'

/** The place that a file is for. */
export type FilePlace = 'new tune' | 'line' | 'phrase' | 'library' | 'take'

/** A file that was dropped somewhere, or pasted, on its way to its place. */
const handed = externalStore<{ readonly place: FilePlace; readonly file: File } | undefined>(undefined)

export const handFile = (place: FilePlace, file: File): void => handed.set({ place, file })

/** Takes the files that are handed to a place, also one that was handed before the place was opened. */
export const useHandedFile = (place: FilePlace, take: (file: File) => void): void => {
  const now = handed.use()
  const taking = useRef(take)
  taking.current = take
  useEffect(() => {
    if (now?.place !== place) return
    handed.set(undefined)
    taking.current(now.file)
  }, [now, place])
}
