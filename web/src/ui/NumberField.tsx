import { useEffect, useState } from 'react'
import { FIELD } from './looks.ts'

interface NumberFieldProps {
  readonly label: string
  /** The accessible name, if the label isn't enough. */
  readonly name?: string
  readonly value: number
  readonly least: number
  readonly most: number
  readonly step?: number
  readonly onChange: (value: number) => void
}

/**
 * A number within limits. What is typed stays until the field is left; it counts as soon as it is within the limits.
 */
export const NumberField = ({ label, name, value, least, most, step = 1, onChange }: NumberFieldProps) => {
  const [typed, setTyped] = useState(String(value))
  useEffect(() => setTyped(String(value)), [value])
  return (
    <label className="block">
      <span className="block text-soft">{label}</span>
      <input
        type="number"
        aria-label={name}
        min={least}
        max={most}
        step={step}
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value)
          const asked = Math.round(Number(event.target.value) / step) * step
          if (event.target.value !== '' && asked >= least && asked <= most) onChange(asked)
        }}
        onBlur={() => setTyped(String(value))}
        className={`${FIELD} w-24 text-ink`}
      />
    </label>
  )
}
