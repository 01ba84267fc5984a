import { useId } from 'react'
import { FIELD } from './looks.ts'

export interface ChoiceOption<T extends string> {
  readonly value: T
  readonly label: string
  /** What the player gets. */
  readonly description?: string
}

interface ChoiceProps<T extends string> {
  readonly label: string
  readonly value: T
  readonly options: readonly ChoiceOption<T>[]
  readonly onChange: (value: T) => void
}

/** A choice with a description of what the player gets. */
export const Choice = <T extends string>({ label, value, options, onChange }: ChoiceProps<T>) => {
  const id = useId()
  const description = `${id} says`
  const chosen = options.find((option) => option.value === value)
  return (
    <div className="py-1.5">
      <label htmlFor={id} className="block text-soft">
        {label}
      </label>
      <select
        id={id}
        value={value}
        aria-describedby={chosen?.description ? description : undefined}
        onChange={(event) => onChange(event.target.value as T)}
        className={`${FIELD} w-full`}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
      {chosen?.description && (
        <span id={description} className="mt-0.5 block text-sm text-soft">
          {chosen.description}
        </span>
      )}
    </div>
  )
}
