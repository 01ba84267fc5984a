import { LIMITS } from '@eager-contour/contract/limits'
import { useEffect, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { NEW_TUNE_DRAFT } from '../data/draftNames.ts'
import { newId } from '../data/ids.ts'
import { sendEdit } from '../data/outbox.ts'
import { useAppDispatch } from '../store/store.ts'
import { Button } from '../ui/Button.tsx'
import { FIELD } from '../ui/looks.ts'
import { tellDone } from '../ui/tell.ts'
import { usePageTitle } from '../ui/usePageTitle.ts'
import { ChangesEditor } from './ChangesEditor.tsx'
import { FormStart } from './FormStart.tsx'
import { ImportScore } from './ImportScore.tsx'
import { titleIn, withTitle } from './title.ts'
import { type StoredChart, useChartText } from './useChartText.ts'

const FIRST: StoredChart = {
  text: 'title: \nkey: C major\ntime: 4/4\ntempo: 140\n\n| Dm7 | G7 | Cmaj7 | Fmaj7 |\n',
  revision: 0,
}

/** Writing a new tune's changes, from nothing or from a common form. */
export const NewTunePage = () => {
  usePageTitle('New tune')
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const { text, incoming, outcome, write, typed, settle } = useChartText(NEW_TUNE_DRAFT, FIRST)
  const field = useRef<HTMLInputElement>(null)
  const [title, setTitle] = useState('')
  // The field shows the text's title, unless it is being typed; a text without one keeps it.
  const inText = titleIn(text)
  useEffect(() => {
    if (inText !== '' && document.activeElement !== field.current) setTitle(inText)
  }, [inText])
  /** A form in place of the text: the title that was typed stays. A file has its own, or none. */
  const insert = (next: string) => write(titleIn(next) === '' && title !== '' ? withTitle(next, title) : next)
  const read = (next: string) => {
    setTitle(titleIn(next))
    write(next)
  }
  const keep = async () => {
    if (!outcome.ok) return
    const id = newId('tune')
    const named = title.trim() || outcome.value.title || outcome.value.form || 'Untitled'
    await sendEdit(dispatch, {
      entity: id,
      path: `tunes/${id}`,
      title: named,
      body: { revision: 0, title: named, chart: withTitle(text, named) },
    })
    settle()
    tellDone(`Saved: ${named}.`)
    void navigate('/tunes')
  }
  return (
    <div className="grow bg-sheet px-5 pt-4 pb-8">
      <h1 className="mb-3 text-4xl">New tune</h1>
      <label className="mb-3 block max-w-xl">
        <span className="block text-soft">Title</span>
        <input
          ref={field}
          value={title}
          maxLength={LIMITS.title}
          onChange={(event) => {
            setTitle(event.target.value)
            write(withTitle(text, event.target.value))
          }}
          className={`${FIELD} w-full text-xl`}
        />
      </label>
      <ChangesEditor
        text={text}
        outcome={outcome}
        incoming={incoming}
        onWrite={write}
        onTyped={typed}
        tools={
          <div className="mt-3 space-y-4">
            <FormStart onStart={insert} />
            <ImportScore onRead={read} />
          </div>
        }
      >
        <Button look="main" disabled={!outcome.ok} onClick={() => void keep()}>
          Save this tune
        </Button>
      </ChangesEditor>
    </div>
  )
}
