import { useHotkeys } from 'react-hotkeys-hook'
import { NOTE_TOOLS, type NoteTool } from './noteEdits.ts'

interface NoteToolsProps {
  readonly onEdit: (tool: NoteTool) => void
}

/** What can be done to the note looked at, each with its key. */
export const NoteTools = ({ onEdit }: NoteToolsProps) => (
  <details className="mt-2">
    <summary className="min-h-10 cursor-pointer py-2 font-semibold">Change it</summary>
    <div role="group" aria-label="Change the note" className="grid grid-cols-2 gap-1">
      {NOTE_TOOLS.map((tool) => (
        <button
          key={tool.name}
          type="button"
          aria-keyshortcuts={tool.shown}
          title={tool.shown}
          onClick={() => onEdit(tool)}
          className="min-h-9 rounded-lg border border-rule px-2 text-left text-sm hover:bg-chosen"
        >
          {tool.name}
        </button>
      ))}
    </div>
  </details>
)

/** The keys of the tools, while a note is looked at. */
export const useNoteKeys = (active: boolean, onEdit: (tool: NoteTool) => void): void => {
  useHotkeys(
    NOTE_TOOLS.map(({ keys }) => keys),
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
    { enabled: active },
    [active, onEdit],
  )
}
