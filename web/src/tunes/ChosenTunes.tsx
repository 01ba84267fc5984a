import { LIMITS, type TuneAnswer } from '@eager-contour/contract'
import { useState } from 'react'
import { Button } from '../ui/Button.tsx'
import { counted } from '../ui/counted.ts'
import { PopoverButton } from '../ui/PopoverButton.tsx'
import { TextField } from '../ui/TextField.tsx'
import { useTuneEdits } from './useTuneEdits.ts'

const tagsIn = (text: string): readonly string[] =>
  [...new Set(text.split(',').map((tag) => tag.trim().slice(0, LIMITS.tag)))]
    .filter(Boolean)
    .slice(0, LIMITS.tags)

interface ChosenTunesProps {
  readonly chosen: readonly TuneAnswer[]
  /** When it is done, with the tunes that were deleted. */
  readonly onDone: (deleted: readonly TuneAnswer[]) => void
}

/** What can be done with the tunes that are chosen. */
export const ChosenTunes = ({ chosen, onDone }: ChosenTunesProps) => {
  const edits = useTuneEdits()
  const [only] = chosen.length === 1 ? chosen : []
  return (
    <div
      role="toolbar"
      aria-label="Chosen tunes"
      className="mb-2 flex flex-wrap items-center gap-3 rounded-2xl bg-chosen px-4 py-1"
    >
      <span className="font-semibold">{counted(chosen.length, 'tune')} chosen</span>
      <PopoverButton name={only ? 'Name and tags' : 'Tags'}>
        {only ? (
          <Describe
            key={only.id}
            tune={only}
            onKeep={(title, tags) => void edits.describe(only, title, tags).then(() => onDone([]))}
          />
        ) : (
          <AddTags
            onKeep={(tags) =>
              void Promise.all(chosen.map((tune) => edits.tag(tune, tags))).then(() => onDone([]))
            }
          />
        )}
      </PopoverButton>
      <Button
        look="quiet"
        onClick={() => void Promise.all(chosen.map((tune) => edits.copy(tune))).then(() => onDone([]))}
      >
        Duplicate
      </Button>
      <Button
        look="quiet"
        onClick={() => void Promise.all(chosen.map((tune) => edits.remove(tune))).then(() => onDone(chosen))}
      >
        Delete
      </Button>
      <Button look="quiet" className="ml-auto" onClick={() => onDone([])}>
        Choose none
      </Button>
    </div>
  )
}

interface DescribeProps {
  readonly tune: TuneAnswer
  readonly onKeep: (title: string, tags: readonly string[]) => void
}

const Describe = ({ tune, onKeep }: DescribeProps) => {
  const [title, setTitle] = useState(tune.title)
  const [tags, setTags] = useState(tune.tags.join(', '))
  return (
    <form
      className="grid w-80 gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        onKeep(title.trim() || tune.title, tagsIn(tags))
      }}
    >
      <TextField
        label="Name"
        value={title}
        maxLength={LIMITS.title}
        onChange={(event) => setTitle(event.target.value)}
      />
      <TextField
        label="Tags, with commas between"
        value={tags}
        onChange={(event) => setTags(event.target.value)}
      />
      <Button look="main" type="submit">
        Keep
      </Button>
    </form>
  )
}

const AddTags = ({ onKeep }: { readonly onKeep: (tags: readonly string[]) => void }) => {
  const [tags, setTags] = useState('')
  return (
    <form
      className="grid w-80 gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        onKeep(tagsIn(tags))
      }}
    >
      <TextField
        label="Tags to add, with commas between"
        value={tags}
        onChange={(event) => setTags(event.target.value)}
      />
      <Button look="main" type="submit">
        Add
      </Button>
    </form>
  )
}
