import { useNavigate } from 'react-router'
import { newId } from '../data/ids.ts'
import { sendEdit } from '../data/outbox.ts'
import { useAppDispatch } from '../store/store.ts'
import { Button } from '../ui/Button.tsx'
import { usePageTitle } from '../ui/usePageTitle.ts'
import { ChangesEditor } from './ChangesEditor.tsx'
import { FormStart } from './FormStart.tsx'
import { ImportScore } from './ImportScore.tsx'
import { type StoredChart, useChartText } from './useChartText.ts'

const DRAFT = 'new tune'
const FIRST: StoredChart = {
  text: 'title: \nkey: C major\ntime: 4/4\ntempo: 140\n\n| Dm7 | G7 | Cmaj7 | Fmaj7 |\n',
  revision: 0,
}

/** Writing a new tune's changes, from nothing or from a common form. */
export const NewTunePage = () => {
  usePageTitle('New tune')
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const { text, incoming, outcome, write, typed, settle } = useChartText(DRAFT, FIRST)
  const keep = async () => {
    if (!outcome.ok) return
    const id = newId('tune')
    const title = outcome.value.title || outcome.value.form || 'Untitled'
    await sendEdit(dispatch, {
      entity: id,
      path: `tunes/${id}`,
      title,
      body: { revision: 0, title, chart: text },
    })
    settle()
    void navigate('/tunes')
  }
  return (
    <div className="grow bg-sheet px-5 pt-4 pb-8">
      <h1 className="mb-3 text-4xl">New tune</h1>
      <ChangesEditor
        text={text}
        outcome={outcome}
        incoming={incoming}
        onWrite={write}
        onTyped={typed}
        tools={
          <div className="mt-3 space-y-4">
            <FormStart onStart={write} />
            <ImportScore onRead={write} />
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
