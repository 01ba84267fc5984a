import type { LineAnswer, LineVersionAnswer } from '@eager-contour/contract'
import { useLinesQuery } from '../../data/api.ts'
import { newId } from '../../data/ids.ts'
import { sendEdit } from '../../data/outbox.ts'
import { useAppDispatch } from '../../store/store.ts'
import { barsText } from '../../tune/useTune.ts'
import { tellDone, tellUndoable } from '../../ui/tell.ts'
import { type EditorLine, lineReplaced, lineSaved } from '../editor/lineHistory.ts'
import { useOpenLine } from '../editor/openLine.ts'
import { bodyOf } from '../editor/saving.ts'

/** A saved line as it is opened in the editor. */
const editorLineOf = (line: LineAnswer): EditorLine => ({
  id: line.id,
  revision: line.revision,
  title: line.title,
  remark: line.remark,
  tags: line.tags,
  ...(line.fingering ? { fingering: line.fingering } : {}),
  stretch: line.stretch,
  notes: line.notes,
  seed: 0,
})

/** Saving the line in the editor, and opening or deleting saved ones. */
export const useLineSaving = () => {
  const { open, concert } = useOpenLine()
  const { tune, setStretch } = open
  const dispatch = useAppDispatch()
  const { data: saved = [] } = useLinesQuery(tune.id)
  const send = (id: string, title: string, body: Readonly<Record<string, unknown>>) =>
    void sendEdit(dispatch, { entity: id, path: `lines/${id}`, title, body })
  const show = (line: EditorLine) => {
    dispatch(lineReplaced(line))
    setStretch(line.stretch)
  }
  return {
    saved,
    onSave: () => {
      if (!concert) return
      const id = concert.id ?? newId('line')
      const title = concert.title.trim() || `Line ${saved.length + 1}, ${barsText(concert.stretch)}`
      dispatch(lineSaved({ id, title }))
      send(id, title, { ...bodyOf(tune.id, { ...concert, title }), version: true })
      tellDone(`Saved: ${title}.`)
    },
    onOpen: (line: LineAnswer) => show(editorLineOf(line)),
    onVersion: ({ notes, stretch, title }: LineVersionAnswer) => {
      if (concert) show({ ...concert, notes, stretch, title })
    },
    onRemove: (line: LineAnswer) => {
      if (concert?.id === line.id) {
        const { id: _id, ...loose } = concert
        dispatch(lineReplaced({ ...loose, revision: 0 }))
      }
      const body = bodyOf(tune.id, editorLineOf(line))
      send(line.id, line.title, { ...body, removed: true })
      tellUndoable(
        `Deleted: ${line.title}.`,
        () => send(line.id, line.title, { ...body, revision: line.revision + 1 }),
        `Back: ${line.title}.`,
      )
    },
  }
}
