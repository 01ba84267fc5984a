import { LIMITS } from '@eager-contour/contract/limits'
import { useForm } from 'react-hook-form'
import { useAppDispatch } from '../../store/store.ts'
import { Button } from '../../ui/Button.tsx'
import { FieldError } from '../../ui/FieldError.tsx'
import { briefNamed } from '../editor/editorSlice.ts'

/** Saves the brief under a name. */
export const BriefName = () => {
  const dispatch = useAppDispatch()
  const { register, handleSubmit, reset, formState } = useForm({
    mode: 'onChange',
    defaultValues: { name: '' },
  })
  const save = handleSubmit(({ name }) => {
    dispatch(briefNamed(name.trim()))
    reset()
  })
  return (
    <form className="mt-2 flex flex-wrap gap-2" onSubmit={(event) => void save(event)}>
      <input
        aria-label="Name for this brief"
        placeholder="Name this brief"
        aria-describedby="brief-name-error"
        className="min-h-10 min-w-0 grow basis-24 rounded-full border border-soft bg-sheet px-3"
        {...register('name', {
          validate: (name) => name.trim() !== '',
          maxLength: { value: LIMITS.title, message: `At most ${LIMITS.title} characters.` },
        })}
      />
      <Button look="quiet" type="submit" disabled={!formState.isValid}>
        Save brief
      </Button>
      <FieldError id="brief-name-error" error={formState.errors.name} />
    </form>
  )
}
