import { useEffect, useRef } from 'react'
import { sendEdit } from '../../data/outbox.ts'
import { useAppDispatch } from '../../store/store.ts'
import type { EditorLine } from './editorSlice.ts'

const WAIT_MS = 600

/** What of a line is stored. */
const storedOf = ({ notes, stretch, title, remark = '', tags = [] }: EditorLine): string =>
  JSON.stringify([notes, stretch, title, remark, tags])

/** Whether two lines are the same, even if one was read again. */
const same = (a: EditorLine, b: EditorLine): boolean => a === b || storedOf(a) === storedOf(b)

/** A line as it is sent to be stored. */
export const bodyOf = (tune: string, line: EditorLine) => ({
  revision: line.revision,
  tune,
  title: line.title,
  stretch: line.stretch,
  notes: line.notes,
  remark: line.remark ?? '',
  tags: line.tags ?? [],
})

/** Saves changes to a line that has been saved before, within a second. */
export const useAutosave = (tune: string, line: EditorLine | undefined): void => {
  const dispatch = useAppDispatch()
  const stored = useRef<EditorLine>(undefined)
  useEffect(() => {
    const before = stored.current
    stored.current = line
    if (!line?.id || before?.id !== line.id || same(before, line)) return
    const timer = setTimeout(() => {
      void sendEdit(dispatch, {
        entity: line.id!,
        path: `lines/${line.id}`,
        title: line.title,
        body: bodyOf(tune, line),
      })
    }, WAIT_MS)
    return () => clearTimeout(timer)
  }, [tune, line, dispatch])
}
