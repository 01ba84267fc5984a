import { optionsOf, type RungRow, withOption } from '@eager-contour/core'
import { Choice } from '../ui/Choice.tsx'

interface RungOptionsProps {
  readonly row: RungRow
  /** Which of the rung's variants. */
  readonly variant: number
  readonly onVariant: (variant: number) => void
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** How a rung is played: its options one by one, or its few variants by name. */
export const RungOptions = ({ row, variant, onVariant }: RungOptionsProps) => {
  const options = optionsOf(row)
  if (row.variants.length < 2) return null
  if (options.length === 0)
    return (
      <Choice
        label="Played"
        value={String(variant)}
        options={row.variants.map(({ name }, index) => ({ value: String(index), label: name }))}
        onChange={(index) => onVariant(Number(index))}
      />
    )
  const now = (row.variants[variant] ?? row.variants[0]).options ?? {}
  return options.map(({ name, values }) => (
    <Choice
      key={name}
      label={capital(name)}
      value={now[name] ?? values[0]!}
      options={values.map((value) => ({ value, label: value }))}
      onChange={(value) => onVariant(withOption(row, variant, name, value))}
    />
  ))
}
