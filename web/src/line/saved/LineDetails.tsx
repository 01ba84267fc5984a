import type { LineVersionAnswer } from '@eager-contour/contract'
import { format } from 'date-fns'
import { useVersionsQuery } from '../../data/api.ts'
import { barsText } from '../../tune/useTune.ts'
import { Button } from '../../ui/Button.tsx'
import type { EditorLine } from '../editor/lineHistory.ts'

interface LineDetailsProps {
  readonly line: EditorLine
  readonly onChange: (part: Partial<Pick<EditorLine, 'title' | 'remark' | 'tags'>>) => void
  readonly onKeep: () => void
  readonly onVersion: (version: LineVersionAnswer) => void
}

const FIELD = 'w-full rounded-xl border border-soft bg-sheet px-3 py-2'

/** Tags as typed: words separated by commas. */
const tagsOf = (text: string): readonly string[] => [
  ...new Set(
    text
      .split(',')
      .map((tag) => tag.trim())
      .filter(Boolean),
  ),
]

/** The line's title, comments and tags, and its saved versions. */
export const LineDetails = ({ line, onChange, onKeep, onVersion }: LineDetailsProps) => (
  <section aria-labelledby="this-line">
    <h2 id="this-line" className="mb-2 text-xl">
      This line
    </h2>
    <div className="space-y-2">
      <input
        aria-label="Title of the line"
        placeholder="Title"
        maxLength={200}
        value={line.title}
        onChange={(event) => onChange({ title: event.target.value })}
        className={FIELD}
      />
      <textarea
        aria-label="Comments"
        placeholder="Comments"
        maxLength={4000}
        rows={2}
        value={line.remark ?? ''}
        onChange={(event) => onChange({ remark: event.target.value })}
        className={FIELD}
      />
      <input
        aria-label="Tags, separated by commas"
        placeholder="Tags, separated by commas"
        key={line.id ?? ''}
        defaultValue={(line.tags ?? []).join(', ')}
        onBlur={(event) => onChange({ tags: tagsOf(event.target.value) })}
        className={FIELD}
      />
      <Button className="w-full" onClick={onKeep}>
        {line.id === undefined ? 'Save this line' : 'Save a version'}
      </Button>
    </div>
    {line.id !== undefined && <Versions line={line.id} onVersion={onVersion} />}
  </section>
)

const Versions = ({
  line,
  onVersion,
}: {
  readonly line: string
  readonly onVersion: (version: LineVersionAnswer) => void
}) => {
  const { data: versions = [] } = useVersionsQuery(line)
  if (versions.length === 0) return null
  return (
    <details className="mt-2">
      <summary className="min-h-10 cursor-pointer py-2 font-semibold">
        {versions.length} {versions.length === 1 ? 'version' : 'versions'} saved
      </summary>
      <ul>
        {versions.map((version) => (
          <li key={version.revision}>
            <button
              type="button"
              className="w-full rounded-lg px-1 py-1.5 text-left hover:bg-chosen"
              onClick={() => onVersion(version)}
            >
              {format(new Date(version.keptAt), 'd MMM, HH:mm')}
              <span className="block text-sm text-soft">
                {version.title}, {barsText(version.stretch)}, {version.notes.length} notes
              </span>
            </button>
          </li>
        ))}
      </ul>
    </details>
  )
}
