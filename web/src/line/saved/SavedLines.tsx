import type { LineAnswer } from '@eager-contour/contract'
import { useMemo, useState } from 'react'
import { barsText } from '../../tune/useTune.ts'
import { Button } from '../../ui/Button.tsx'
import type { DataColumn } from '../../ui/DataRows.tsx'
import { DataTable } from '../../ui/DataTable.tsx'
import { SearchField } from '../../ui/SearchField.tsx'
import { useStable } from '../../ui/useStable.ts'

interface SavedLinesProps {
  readonly lines: readonly LineAnswer[]
  readonly current: string | undefined
  readonly onOpen: (line: LineAnswer) => void
  readonly onRemove: (line: LineAnswer) => void
}

/** With more lines than this there is a search field. */
const FEW = 3
const ROW_HEIGHT = 66

/** The lines saved for this tune, with a search over titles, comments, tags and bars. */
export const SavedLines = ({ lines, current, ...actions }: SavedLinesProps) => {
  const [words, setWords] = useState('')
  const { onOpen, onRemove } = useStable(actions)
  const columns = useMemo(
    (): readonly DataColumn<LineAnswer>[] => [
      {
        id: 'line',
        header: 'line',
        value: (line) => [line.title, line.remark, ...line.tags, barsText(line.stretch)].join(' '),
        cell: (line) => (
          <button
            type="button"
            className="w-full text-left"
            aria-pressed={line.id === current}
            onClick={() => onOpen(line)}
          >
            <span className={line.id === current ? 'font-bold' : ''}>{line.title}</span>
            <span className="block text-sm text-soft">
              {[barsText(line.stretch), ...line.tags].join(' · ')}
            </span>
          </button>
        ),
      },
      {
        id: 'delete',
        header: 'delete',
        value: () => '',
        cell: (line) => (
          <Button look="quiet" aria-label={`Delete: ${line.title}`} onClick={() => onRemove(line)}>
            ×
          </Button>
        ),
        className: 'w-10 py-1 align-top',
      },
    ],
    [current, onOpen, onRemove],
  )
  return (
    <section aria-labelledby="kept">
      <h2 id="kept" className="mb-1 text-xl">
        Saved lines
      </h2>
      {lines.length === 0 && <p className="text-soft">None yet. Save one that you like.</p>}
      {lines.length > FEW && (
        <SearchField label="Search saved lines" value={words} onChange={setWords} className="mb-1 w-full" />
      )}
      <DataTable
        label="Saved lines"
        columns={columns}
        rows={lines}
        rowId={({ id }) => id}
        rowHeight={ROW_HEIGHT}
        search={words}
        kind="plain"
      />
    </section>
  )
}
