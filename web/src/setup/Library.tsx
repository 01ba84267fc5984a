import type {
  ErrorBody,
  LibraryAnswer,
  LibraryPartName,
  LibraryProgressAnswer,
} from '@eager-contour/contract'
import { useEffect, useRef, useState } from 'react'
import { ALL_TAGS, api, useApiDispatch } from '../data/api.ts'
import { useHandedFile } from '../data/handedFile.ts'
import { Button } from '../ui/Button.tsx'
import { Check } from '../ui/Check.tsx'
import { counted } from '../ui/counted.ts'
import { FileInput } from '../ui/FileInput.tsx'
import { buttonLook } from '../ui/looks.ts'
import { PopoverButton } from '../ui/PopoverButton.tsx'

const resultWords = ({ added, kept }: LibraryAnswer): string =>
  added === 0
    ? 'All of it was there already.'
    : `Added ${counted(added, 'record')}${kept > 0 ? `; ${counted(kept, 'record')} that were there already stay as they are` : ''}.`

/** Sends a library to the server, which adds it; returns what to say of it. */
const addLibrary = async (file: File, signal: AbortSignal): Promise<string> => {
  const response = await fetch('/api/library', {
    ...{ method: 'POST', headers: { 'Content-Type': 'application/zip' }, body: file, signal },
  })
  if (response.ok) return resultWords((await response.json()) as LibraryAnswer)
  const { error } = (await response.json()) as ErrorBody
  return `${file.name}: ${error.message} Nothing was changed.`
}

/** Parts that can be taken out alone; what they need comes with them. */
const PARTS: readonly { readonly names: readonly LibraryPartName[]; readonly label: string }[] = [
  { names: ['tunes'], label: 'tunes' },
  { names: ['lines'], label: 'lines, with their tunes' },
  { names: ['phrases'], label: 'phrases' },
  { names: ['exercises', 'set-lists'], label: 'exercises and set lists, with their tunes' },
  { names: ['runs', 'goals', 'days'], label: 'runs, goals and words to days, with their tunes' },
  { names: ['settings'], label: 'settings' },
]

/** Some parts of the library as a file. */
const SaveParts = () => {
  const [chosen, setChosen] = useState<readonly LibraryPartName[]>(['lines'])
  return (
    <PopoverButton name="Save parts">
      {PARTS.map(({ names, label }) => (
        <Check
          key={label}
          label={label}
          checked={names.every((name) => chosen.includes(name))}
          onChange={(wanted) => {
            const others = chosen.filter((name) => !names.includes(name))
            setChosen(wanted ? [...others, ...names] : others)
          }}
        />
      ))}
      {chosen.length > 0 && (
        <a href={`/api/library?parts=${chosen.join(',')}`} download className={`${buttonLook()} mt-2`}>
          Save these
        </a>
      )}
    </PopoverButton>
  )
}

const PROGRESS_POLL_MS = 500

/** How far a library that is being added is. */
const Progress = () => {
  const [{ done, total }, setProgress] = useState<LibraryProgressAnswer>({ done: 0 })
  useEffect(() => {
    const look = async () => {
      const response = await fetch('/api/library/progress')
      if (response.ok) setProgress((await response.json()) as LibraryProgressAnswer)
    }
    const timer = setInterval(() => void look().catch(() => undefined), PROGRESS_POLL_MS)
    return () => clearInterval(timer)
  }, [])
  return total === undefined ? (
    <span>It is looked through first.</span>
  ) : (
    <>
      <progress max={total} value={done} aria-label="Records added" className="w-48" />
      <span className="tabular-nums">
        {done} of {total}
      </span>
    </>
  )
}

/** All that the player has, taken out as a file, and added from one. */
export const Library = () => {
  const field = useRef<HTMLInputElement>(null)
  const dispatch = useApiDispatch()
  const [said, setSaid] = useState('')
  const [reading, setReading] = useState<AbortController>()
  const add = async (file: File) => {
    const controller = new AbortController()
    setReading(controller)
    setSaid(`Reading ${file.name} …`)
    try {
      setSaid(await addLibrary(file, controller.signal))
    } catch {
      setSaid(
        controller.signal.aborted
          ? 'Stopped. The same file adds the rest.'
          : `${file.name} can’t be sent: the server doesn’t answer. Try again.`,
      )
    }
    setReading(undefined)
    dispatch(api.util.invalidateTags([...ALL_TAGS]))
  }
  useHandedFile('library', (file) => void add(file))
  return (
    <section aria-labelledby="library">
      <h2 id="library" className="text-2xl">
        Library
      </h2>
      <p className="my-2 max-w-prose text-soft">
        All tunes, lines with their versions, phrases, exercises, set lists, goals and runs with their takes,
        in an open format: JSON in a zip. Adding one brings in what is missing and changes nothing that you
        have.
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <a href="/api/library" download className={buttonLook()}>
          Save the library
        </a>
        <SaveParts />
        <FileInput field={field} label="A library" accept=".zip" onFile={(file) => void add(file)} />
        <Button disabled={reading !== undefined} onClick={() => field.current?.click()}>
          Add a library
        </Button>
        {reading && (
          <>
            <Progress />
            <Button look="quiet" onClick={() => reading.abort()}>
              Stop
            </Button>
          </>
        )}
      </div>
      <p role="status" className="min-h-6 text-soft">
        {said}
      </p>
    </section>
  )
}
