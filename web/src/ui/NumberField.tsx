import { useEffect, useState } from 'react'

interface NumberFieldProps {
  readonly label: string
  /** What a screen reader hears, where the label is not enough by itself. */
  readonly name?: string
  readonly value: number
  readonly least: number
  readonly most: number
  readonly step?: number
  readonly onChange: (value: number) => void
}

/** A number between two others. What is typed stays until it is left; it counts as soon as it lies between them. */
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
        className="min-h-11 w-24 rounded-xl border border-soft bg-sheet px-3 text-lg text-ink"
      />
    </label>
  )
}
