import type { TuneAnswer } from '@eager-contour/contract'
import { LIMITS } from '@eager-contour/contract/limits'
import { useState } from 'react'
import { Button } from '../ui/Button.tsx'
import { counted } from '../ui/counted.ts'
import { PopoverButton } from '../ui/PopoverButton.tsx'
import { TextField } from '../ui/TextField.tsx'
import { tellDone, tellUndoable } from '../ui/tell.ts'
import { useTuneEdits } from './useTuneEdits.ts'

const tagsIn = (text: string): readonly string[] =>
  [...new Set(text.split(',').map((tag) => tag.trim().slice(0, LIMITS.tag)))]
    .filter(Boolean)
    .slice(0, LIMITS.tags)

interface ChosenTunesProps {
  readonly chosen: readonly TuneAnswer[]
  readonly onDone: () => void
}

/** What can be done with the tunes that are chosen. */
export const ChosenTunes = ({ chosen, onDone }: ChosenTunesProps) => {
  const edits = useTuneEdits()
  const [only] = chosen.length === 1 ? chosen : []
  const done = (writing: readonly Promise<void>[], said: string) =>
    void Promise.all(writing).then(() => {
      onDone()
      tellDone(said)
    })
  const titles = chosen.map(({ title }) => title).join(', ')
  const remove = () => {
    const all = chosen
    void Promise.all(all.map(edits.remove)).then(() => {
      onDone()
      tellUndoable(
        `Deleted: ${titles}.`,
        () => {
          for (const tune of all) void edits.restore({ ...tune, revision: tune.revision + 1 })
        },
        `Back: ${titles}.`,
      )
    })
  }
  return (
    <div
      role="toolbar"
      aria-label="Chosen tunes"
      className="mb-2 flex flex-wrap items-center gap-3 rounded-2xl bg-chosen px-4 py-1"
    >
      <span className="font-semibold">{counted(chosen.length, 'tune')} chosen</span>
      <PopoverButton name={only ? 'Name and tags' : 'Tags'}>
        <TuneForm
          key={only?.id}
          tune={only}
          onKeep={(tags, title) =>
            done(
              only
                ? [edits.describe(only, title || only.title, tags)]
                : chosen.map((tune) => edits.tag(tune, tags)),
              `Saved: ${only ? title || only.title : titles}.`,
            )
          }
        />
      </PopoverButton>
      <Button look="quiet" onClick={() => done(chosen.map(edits.copy), `Duplicated: ${titles}.`)}>
        Duplicate
      </Button>
      <Button look="quiet" onClick={remove}>
        Delete
      </Button>
      <Button look="quiet" className="ml-auto" onClick={onDone}>
        Choose none
      </Button>
    </div>
  )
}

interface TuneFormProps {
  /** The tune that is named; without it tags are added to several. */
  readonly tune: TuneAnswer | undefined
  readonly onKeep: (tags: readonly string[], title: string) => void
}

/** The name and the tags of a tune, or tags for several. */
const TuneForm = ({ tune, onKeep }: TuneFormProps) => {
  const [title, setTitle] = useState(tune?.title ?? '')
  const [tags, setTags] = useState(tune?.tags.join(', ') ?? '')
  return (
    <form
      className="grid w-80 gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        onKeep(tagsIn(tags), title.trim())
      }}
    >
      {tune && (
        <TextField
          label="Name"
          value={title}
          maxLength={LIMITS.title}
          onChange={(event) => setTitle(event.target.value)}
        />
      )}
      <TextField
        label={tune ? 'Tags, with commas between' : 'Tags to add, with commas between'}
        value={tags}
        onChange={(event) => setTags(event.target.value)}
      />
      <Button look="main" type="submit">
        {tune ? 'Keep' : 'Add'}
      </Button>
    </form>
  )
}
