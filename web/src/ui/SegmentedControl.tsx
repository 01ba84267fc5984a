import { ToggleGroup } from 'radix-ui'
import { SEGMENT, SEGMENTS } from './looks.ts'

interface SegmentedControlProps<T extends string> {
  /** Shown above; empty if the page has a heading for it. */
  readonly label: string
  /** The accessible name, if no label is shown. */
  readonly name?: string
  readonly value: T
  readonly options: readonly { readonly value: T; readonly label: string }[]
  readonly onChange: (value: T) => void
}

/** One of a few choices, all visible. */
export const SegmentedControl = <T extends string>({
  label,
  name,
  value,
  options,
  onChange,
}: SegmentedControlProps<T>) => (
  <div className="max-w-full min-w-0">
    {label !== '' && <div className="mb-1 text-soft">{label}</div>}
    <ToggleGroup.Root
      type="single"
      aria-label={label || name}
      value={value}
      onValueChange={(chosen) => chosen && onChange(chosen as T)}
      className={SEGMENTS}
    >
      {options.map((option) => (
        <ToggleGroup.Item key={option.value} value={option.value} className={SEGMENT}>
          {option.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  </div>
)
