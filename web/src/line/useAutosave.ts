import { useEffect, useRef } from 'react'
import { useAppDispatch } from '../app/store.ts'
import { post } from '../data/outbox.ts'
import type { DeskLine } from './lineSlice.ts'

const WAIT_MS = 600

/** The same notes, whether or not the one was read anew. */
const sameNotes = (a: DeskLine, b: DeskLine): boolean =>
  a.notes === b.notes || JSON.stringify(a.notes) === JSON.stringify(b.notes)

/** Keeps a line that has been kept before as it is changed, within a second. */
export const useAutosave = (tune: string, line: DeskLine | undefined): void => {
  const dispatch = useAppDispatch()
  const stored = useRef<DeskLine>(undefined)
  useEffect(() => {
    const before = stored.current
    stored.current = line
    if (!line?.id || before?.id !== line.id || sameNotes(before, line)) return
    const timer = setTimeout(() => {
      void post(dispatch, {
        entity: line.id!,
        path: `lines/${line.id}`,
        title: line.title,
        body: {
          revision: line.revision,
          tune,
          title: line.title,
          stretch: line.stretch,
          notes: line.notes,
        },
      })
    }, WAIT_MS)
    return () => clearTimeout(timer)
  }, [tune, line, dispatch])
}
