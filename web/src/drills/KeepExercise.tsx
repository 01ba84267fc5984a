import { type FormEvent, useState } from 'react'
import { newId } from '../data/ids.ts'
import { sendEdit } from '../data/outbox.ts'
import type { StageRequest } from '../practice/stageAddress.ts'
import { useAppDispatch } from '../store/store.ts'
import { Button } from '../ui/Button.tsx'

interface KeepExerciseProps {
  readonly request: StageRequest
  /** Its default name. */
  readonly usual: string
}

/** Saves an exercise as it is set up, under a name. */
export const KeepExercise = ({ request, usual }: KeepExerciseProps) => {
  const dispatch = useAppDispatch()
  const [name, setName] = useState('')
  const [kept, setKept] = useState<string>()
  const keep = (event: FormEvent) => {
    event.preventDefault()
    const title = name.trim() || usual
    const id = newId('exercise')
    const { tune, rung, stretch, tempo, variant = 0, key, hide = 1, line } = request
    const body = { revision: 0, title, tune, rung, stretch, tempo, variant, hide }
    void sendEdit(dispatch, {
      entity: id,
      path: `exercises/${id}`,
      title,
      body: { ...body, ...(key ? { key } : {}), ...(line ? { line } : {}) },
    })
    setName('')
    setKept(title)
  }
  return (
    <form onSubmit={keep} className="mt-4">
      <label className="block text-soft" htmlFor="exercise-name">
        Save as my exercise
      </label>
      <span className="flex gap-2">
        <input
          id="exercise-name"
          value={name}
          placeholder={usual}
          maxLength={200}
          onChange={(event) => setName(event.target.value)}
          className="min-h-11 min-w-0 grow rounded-xl border border-soft bg-sheet px-3"
        />
        <Button type="submit">Save</Button>
      </span>
      <span role="status" className="text-soft">
        {kept === undefined ? '' : `Saved: ${kept}`}
      </span>
    </form>
  )
}
