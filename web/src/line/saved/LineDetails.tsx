import { LineBody, type LineVersionAnswer } from '@eager-contour/contract'
import { format } from 'date-fns'
import { useEffect, useRef } from 'react'
import { useVersionsQuery } from '../../data/api.ts'
import { useRecordForm } from '../../data/recordForm.ts'
import { barsText } from '../../tune/useTune.ts'
import { Button } from '../../ui/Button.tsx'
import { counted } from '../../ui/counted.ts'
import { FieldError } from '../../ui/FieldError.tsx'
import { FIELD } from '../../ui/looks.ts'
import type { EditorLine } from '../editor/lineHistory.ts'

interface LineDetailsProps {
  readonly line: EditorLine
  readonly onChange: (part: Partial<Pick<EditorLine, 'title' | 'remark' | 'tags'>>) => void
  readonly onKeep: () => void
  readonly onVersion: (version: LineVersionAnswer) => void
}

/** Tags as typed, words separated by commas; or as they are stored. */
const tagsOf = (typed: string | readonly string[]): string[] => [
  ...new Set(
    String(typed)
      .split(',')
      .map((tag) => tag.trim())
      .filter(Boolean),
  ),
]

/** The line's title, comments and tags, and its saved versions. */
export const LineDetails = ({ line, onChange, onKeep, onVersion }: LineDetailsProps) => {
  const form = useRecordForm(LineBody, detailsOf(line))
  const { register, reset, formState, trigger, getValues } = form
  const { title, remark, tags } = formState.errors
  // Another line, or another version of this one, takes the place of what is typed; saving this one doesn't.
  const shown = useRef(line)
  useEffect(() => {
    const details = detailsOf(line)
    const isThisLine = shown.current.id === undefined || line.id === shown.current.id
    const isTyped = details.title === getValues('title') && details.remark === getValues('remark')
    shown.current = line
    if (!isThisLine || !isTyped) reset(details)
  }, [line, reset, getValues])
  const save = async (name: 'title' | 'remark' | 'tags') => {
    if (await trigger(name)) onChange({ [name]: getValues(name) })
  }
  return (
    <section aria-labelledby="this-line">
      <h2 id="this-line" className="mb-2 text-xl">
        This line
      </h2>
      <div className="space-y-2">
        <input
          aria-label="Title of the line"
          placeholder="Title"
          aria-describedby="line-title-error"
          className={`${FIELD} w-full`}
          {...register('title', { onChange: () => void save('title') })}
        />
        <FieldError id="line-title-error" error={title} />
        <textarea
          aria-label="Comments"
          placeholder="Comments"
          aria-describedby="line-remark-error"
          rows={2}
          className={`${FIELD} w-full`}
          {...register('remark', { onChange: () => void save('remark') })}
        />
        <FieldError id="line-remark-error" error={remark} />
        <input
          aria-label="Tags, separated by commas"
          placeholder="Tags, separated by commas"
          aria-describedby="line-tags-error"
          className={`${FIELD} w-full`}
          {...register('tags', { setValueAs: tagsOf, onBlur: () => void save('tags') })}
        />
        <FieldError id="line-tags-error" error={Array.isArray(tags) ? tags.find(Boolean) : tags} />
        <Button className="w-full" onClick={onKeep}>
          {line.id === undefined ? 'Save this line' : 'Save a version'}
        </Button>
      </div>
      {line.id !== undefined && <Versions line={line.id} onVersion={onVersion} />}
    </section>
  )
}

const detailsOf = ({ title, remark = '', tags = [] }: EditorLine) => ({ title, remark, tags: [...tags] })

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
        {counted(versions.length, 'version')} saved
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
