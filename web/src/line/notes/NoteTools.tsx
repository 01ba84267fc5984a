import { useHotkeys } from 'react-hotkeys-hook'
import { useSingleKey, useSingleKeys } from '../../settings/useSingleKey.ts'
import { useOpenLine } from '../editor/openLine.ts'
import { NOTE_TOOLS, type NoteTool } from './noteEdits.ts'
import { useNoteEdits } from './useNoteEdits.ts'

interface NoteToolsProps {
  /** The number of selected notes, and whether all of them are locked. */
  readonly count: number
  readonly locked: boolean
  readonly onEdit: (tool: NoteTool) => void
  readonly onLock: () => void
  readonly onRewrite: () => void
  readonly onPhrase: () => void
}

const WIDE = 'min-h-9 rounded-lg border border-rule px-2 text-left text-sm hover:bg-chosen'

/** What can be done to the selected notes, each with its key. */
export const NoteTools = ({ count, locked, onEdit, onLock, onRewrite, onPhrase }: NoteToolsProps) => (
  <details className="mt-2">
    <summary className="min-h-10 cursor-pointer py-2 font-semibold">
      {count === 1 ? 'Edit' : `Edit ${count} notes`}
    </summary>
    <div role="group" aria-label="Lock or rewrite" className="mb-1 grid gap-1">
      <button type="button" aria-keyshortcuts="X" className={WIDE} onClick={onLock}>
        {locked ? 'Unlock' : 'Lock: keep it when the rest is rewritten'}
      </button>
      <button type="button" className={WIDE} onClick={onRewrite}>
        Rewrite {count === 1 ? 'this note' : 'these notes'}
      </button>
      <button type="button" className={WIDE} onClick={onPhrase}>
        Save as a phrase
      </button>
    </div>
    <div role="group" aria-label="Edit the note" className="grid grid-cols-2 gap-1">
      {NOTE_TOOLS.map((tool) => (
        <button
          key={tool.name}
          type="button"
          aria-keyshortcuts={tool.shown}
          title={tool.shown}
          onClick={() => onEdit(tool)}
          className={WIDE}
        >
          {tool.name}
        </button>
      ))}
    </div>
  </details>
)

/** The keys of the tools, while a note is selected. */
export const useNoteKeys = (): void => {
  const { selection, line } = useOpenLine()
  const { onEdit, onLock } = useNoteEdits()
  const enabled = selection.at !== undefined && line !== undefined
  useSingleKey('x', onLock, { enabled }, [enabled, onLock])
  const single = useSingleKeys()
  useHotkeys(
    NOTE_TOOLS.filter(({ shown }) => single || shown.length > 1).map(({ keys }) => keys),
    (event, { hotkey }) => {
      const pressed = hotkey.replaceAll(' ', '')
      const tool = NOTE_TOOLS.find(({ keys }) =>
        keys
          .replaceAll(' ', '')
          .split(',')
          .some((one) => one === pressed || (one === '' && pressed === 'comma')),
      )
      if (!tool) return
      event.preventDefault()
      onEdit(tool)
    },
    { enabled },
    [enabled, onEdit, single],
  )
}
