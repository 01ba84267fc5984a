import { type PhraseAnswer, PhraseBody } from '@eager-contour/contract'
import { PHRASE_FAMILIES, PHRASE_USES, type PhraseUse } from '@eager-contour/core'
import { useEffect, useRef, useState } from 'react'
import { useRecordForm } from '../data/recordForm.ts'
import { usePhraseEdits } from '../practice/usePhraseEdits.ts'
import { Button } from '../ui/Button.tsx'
import { Choice } from '../ui/Choice.tsx'
import { FieldError } from '../ui/FieldError.tsx'
import { TextField } from '../ui/TextField.tsx'

const NONE = 'none'
const UNKNOWN = { value: NONE, label: 'not set' } as const
const USES = (Object.entries(PHRASE_USES) as readonly (readonly [PhraseUse, string])[]).map(
  ([value, label]) => ({ value, label }),
)

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
  const [family] = phrase.families ?? []
  const { register, handleSubmit, formState } = useRecordForm(PhraseBody, { title: phrase.title })
  // All of it at once: what was typed in one field is not lost to another's saving.
  const save = handleSubmit(({ title }) =>
    edits.describe(phrase, { title: title.trim() || phrase.title, words, tags: tagsOf(tags) }),
  )
  return (
    <div className="grid gap-3 sm:grid-cols-[2fr_1.6fr_2fr_auto] sm:items-end">
      <TextField
        label="Name"
        aria-invalid={formState.errors.title !== undefined}
        aria-describedby="phrase-title-error"
        {...register('title', { onBlur: () => void save() })}
      />
      <TextField
        label="Tags, with commas between"
        value={tags}
        maxLength={400}
        onChange={(event) => setTags(event.target.value)}
        onBlur={() => void save()}
      />
      <TextField
        label="Words"
        value={words}
        maxLength={4000}
        onChange={(event) => setWords(event.target.value)}
        onBlur={() => void save()}
      />
      <div className="grid grid-cols-2 gap-3 sm:col-span-3">
        <Choice
          label="Family"
          value={family ?? NONE}
          options={[UNKNOWN, ...PHRASE_FAMILIES.map(({ id, name }) => ({ value: id, label: name }))]}
          onChange={(id) =>
            edits.describe(phrase, {
              families:
                id === NONE
                  ? []
                  : [id, ...(phrase.families ?? []).filter((one) => one !== id && one !== family)],
            })
          }
        />
        <Choice
          label="Use"
          value={phrase.use ?? NONE}
          options={[UNKNOWN, ...USES]}
          onChange={(use) => edits.describe(phrase, { use: use === NONE ? undefined : use })}
        />
      </div>
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
