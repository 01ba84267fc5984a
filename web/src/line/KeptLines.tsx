import type { LineAnswer } from '@eager-contour/contract'
import { barsText } from '../tune/useTune.ts'
import type { DeskLine } from './lineSlice.ts'

interface KeptLinesProps {
  readonly lines: readonly LineAnswer[]
  readonly current: string | undefined
  readonly onOpen: (line: DeskLine) => void
}

/** The lines kept for this tune. */
export const KeptLines = ({ lines, current, onOpen }: KeptLinesProps) => (
  <section aria-labelledby="kept">
    <h2 id="kept" className="text-xl">
      Kept lines
    </h2>
    {lines.length === 0 && <p className="text-soft">None yet. Keep one that you like.</p>}
    <ul>
      {lines.map((line) => (
        <li key={line.id} className="border-t border-rule">
          <button
            type="button"
            className="w-full py-2 text-left"
            aria-pressed={line.id === current}
            onClick={() =>
              onOpen({
                id: line.id,
                revision: line.revision,
                title: line.title,
                stretch: line.stretch,
                notes: line.notes,
                seed: 0,
              })
            }
          >
            <span className={line.id === current ? 'font-bold' : ''}>{line.title}</span>
            <span className="block text-sm text-soft">{barsText(line.stretch)}</span>
          </button>
        </li>
      ))}
    </ul>
  </section>
)
