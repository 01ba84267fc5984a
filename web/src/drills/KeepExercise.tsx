import { ExerciseBody } from '@eager-contour/contract'
import { newId } from '../data/ids.ts'
import { sendEdit } from '../data/outbox.ts'
import { useRecordForm } from '../data/recordForm.ts'
import { practiceText, type StageRequest } from '../practice/stageAddress.ts'
import { useAppDispatch } from '../store/store.ts'
import { Button } from '../ui/Button.tsx'
import { FieldError } from '../ui/FieldError.tsx'
import { FIELD } from '../ui/looks.ts'
import { tellDone } from '../ui/tell.ts'

interface KeepExerciseProps {
  readonly request: StageRequest
  /** Its default name. */
  readonly usual: string
}

/** Saves an exercise as it is set up, under a name. */
export const KeepExercise = ({ request, usual }: KeepExerciseProps) => {
  const dispatch = useAppDispatch()
  const { register, handleSubmit, reset, formState } = useRecordForm(ExerciseBody, { title: '' })
  const { title: wrong } = formState.errors
  const save = handleSubmit(({ title: typed }) => {
    const title = typed.trim() || usual
    const id = newId('exercise')
    const { tune, rung, stretch, tempo, variant = 0, key, hide = 1, line, order } = request
    const practice = practiceText(request.practice ?? {}, stretch)
    const body = { revision: 0, title, tune, rung, stretch, tempo, variant, hide }
    void sendEdit(dispatch, {
      entity: id,
      path: `exercises/${id}`,
      title,
      body: {
        ...body,
        ...(key ? { key } : {}),
        ...(line ? { line } : {}),
        ...(order ? { order } : {}),
        ...(practice ? { practice } : {}),
      },
    })
    reset()
    tellDone(`Saved: ${title}.`)
  })
  return (
    <form onSubmit={(event) => void save(event)} className="mt-4">
      <label className="block text-soft" htmlFor="exercise-name">
        Save as my exercise
      </label>
      <span className="flex gap-2">
        <input
          id="exercise-name"
          placeholder={usual}
          aria-invalid={wrong !== undefined}
          aria-describedby="exercise-name-error"
          className={`${FIELD} min-w-0 grow`}
          {...register('title')}
        />
        <Button type="submit">Save</Button>
      </span>
      <FieldError id="exercise-name-error" error={wrong} />
    </form>
  )
}
