import { type PhraseAnswer, PhraseBody } from '@eager-contour/contract'
import { useEffect, useRef, useState } from 'react'
import { useRecordForm } from '../data/recordForm.ts'
import { Button } from '../ui/Button.tsx'
import { FieldError } from '../ui/FieldError.tsx'
import { usePhraseEdits } from './usePhraseEdits.ts'

const FIELD = 'min-h-10 w-full rounded-xl border border-soft bg-sheet px-3'

/** Tags as they are typed: words between commas. */
const tagsOf = (text: string): readonly string[] =>
  text
    .split(',')
    .map((tag) => tag.trim())
    .filter((tag) => tag !== '')

/** Text that follows what is stored, unless it is being changed. */
const useFollowing = (stored: string): readonly [string, (text: string) => void] => {
  const [text, setText] = useState(stored)
  const known = useRef(stored)
  useEffect(() => {
    const before = known.current
    known.current = stored
    setText((now) => (now === before ? stored : now))
  }, [stored])
  return [text, setText]
}

interface OwnPhraseProps {
  readonly phrase: PhraseAnswer
  readonly onDelete: () => void
}

/** The name, tags and words of a phrase of the player's own; and its deletion. */
export const OwnPhrase = ({ phrase, onDelete }: OwnPhraseProps) => {
  const edits = usePhraseEdits()
  const [tags, setTags] = useFollowing(phrase.tags?.join(', ') ?? '')
  const [words, setWords] = useFollowing(phrase.words ?? '')
  const { register, handleSubmit, formState } = useRecordForm(PhraseBody, { title: phrase.title })
  // All of it at once: what was typed in one field is not lost to another's saving.
  const save = handleSubmit(({ title }) =>
    edits.describe(phrase, { title: title.trim() || phrase.title, words, tags: tagsOf(tags) }),
  )
  return (
    <div className="grid gap-3 sm:grid-cols-[1fr_1fr_2fr_auto] sm:items-end">
      <label>
        <span className="block text-soft">Name</span>
        <input
          className={FIELD}
          aria-invalid={formState.errors.title !== undefined}
          aria-describedby="phrase-title-error"
          {...register('title', { onBlur: () => void save() })}
        />
      </label>
      <label>
        <span className="block text-soft">Tags, with commas between</span>
        <input
          className={FIELD}
          value={tags}
          maxLength={400}
          onChange={(event) => setTags(event.target.value)}
          onBlur={() => void save()}
        />
      </label>
      <label>
        <span className="block text-soft">Words</span>
        <input
          className={FIELD}
          value={words}
          maxLength={4000}
          onChange={(event) => setWords(event.target.value)}
          onBlur={() => void save()}
        />
      </label>
      <Button
        onClick={() => {
          edits.remove(phrase)
          onDelete()
        }}
      >
        Delete
      </Button>
      <FieldError id="phrase-title-error" error={formState.errors.title} />
    </div>
  )
}
