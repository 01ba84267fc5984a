import type { LineAnswer } from '@eager-contour/contract'
import { useState } from 'react'
import { barsText } from '../../tune/useTune.ts'
import { Button } from '../../ui/Button.tsx'

interface SavedLinesProps {
  readonly lines: readonly LineAnswer[]
  readonly current: string | undefined
  readonly onOpen: (line: LineAnswer) => void
  readonly onRemove: (line: LineAnswer) => void
}

/** With more lines than this there is a search field. */
const FEW = 3
/** The number of lines listed at once; the search finds the others. */
const LISTED = 40

const holds = (line: LineAnswer, words: string): boolean => {
  const text = [line.title, line.remark, ...line.tags, barsText(line.stretch)].join(' ').toLowerCase()
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word))
}

/** The lines saved for this tune, with a search over titles, comments, tags and bars. */
export const SavedLines = ({ lines, current, onOpen, onRemove }: SavedLinesProps) => {
  const [words, setWords] = useState('')
  const found = lines.filter((line) => holds(line, words.trim()))
  return (
    <section aria-labelledby="kept">
      <h2 id="kept" className="mb-1 text-xl">
        Saved lines
      </h2>
      {lines.length === 0 && <p className="text-soft">None yet. Save one that you like.</p>}
      {lines.length > FEW && (
        <input
          type="search"
          aria-label="Search saved lines"
          placeholder={`Search ${lines.length} lines`}
          value={words}
          onChange={(event) => setWords(event.target.value)}
          className="mb-1 min-h-10 w-full rounded-full border border-soft bg-sheet px-3"
        />
      )}
      {words !== '' && found.length === 0 && <p className="text-soft">No line matches.</p>}
      <ul>
        {found.slice(0, LISTED).map((line) => (
          <li key={line.id} className="flex items-start border-t border-rule">
            <button
              type="button"
              className="grow py-2 text-left"
              aria-pressed={line.id === current}
              onClick={() => onOpen(line)}
            >
              <span className={line.id === current ? 'font-bold' : ''}>{line.title}</span>
              <span className="block text-sm text-soft">
                {[barsText(line.stretch), ...line.tags].join(' · ')}
              </span>
            </button>
            <Button look="quiet" aria-label={`Delete: ${line.title}`} onClick={() => onRemove(line)}>
              ×
            </Button>
          </li>
        ))}
      </ul>
      {found.length > LISTED && (
        <p className="text-soft">And {found.length - LISTED} more: search to find one.</p>
      )}
    </section>
  )
}
