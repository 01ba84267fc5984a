import { useId } from 'react'
import { type Control, type FieldPath, type FieldValues, useController } from 'react-hook-form'
import { FieldError } from './FieldError.tsx'
import { FIELD } from './looks.ts'

interface NumberInputProps<Values extends FieldValues> {
  readonly control: Control<Values>
  readonly name: FieldPath<Values>
  readonly label: string
  /** What the number is multiplied by when it is shown. */
  readonly scale?: number
  /** Called after every change, also with a number that is out of its limits. */
  readonly onChanged: () => void
}

/** A number of a form, with what is wrong with it beneath. */
export const NumberInput = <Values extends FieldValues>(props: NumberInputProps<Values>) => {
  const { control, name, label, scale = 1, onChanged } = props
  const { field, fieldState } = useController({ control, name })
  const error = useId()
  const value = field.value as number | undefined
  return (
    <label className="block">
      <span className="block text-soft">{label}</span>
      <input
        ref={field.ref}
        type="number"
        name={field.name}
        aria-invalid={fieldState.invalid}
        aria-describedby={error}
        value={value === undefined || Number.isNaN(value) ? '' : Math.round(value * scale * 1000) / 1000}
        onChange={({ target }) => {
          field.onChange(target.valueAsNumber / scale)
          onChanged()
        }}
        onBlur={field.onBlur}
        className={`${FIELD} w-24 text-ink`}
      />
      <FieldError id={error} error={fieldState.error} />
    </label>
  )
}
