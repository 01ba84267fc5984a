import { Slider } from 'radix-ui'

interface LabelledSliderProps {
  readonly label: string
  readonly value: number
  readonly words: readonly string[]
  /** The description, shown while the control is pointed at. */
  readonly description?: string | undefined
  readonly onChange: (value: number) => void
}

/** A slider over a few named steps. */
export const LabelledSlider = ({ label, value, words, description, onChange }: LabelledSliderProps) => (
  <div className="py-1.5" title={description}>
    <div className="flex justify-between">
      <span>{label}</span>
      <span className="text-soft">{words[value]}</span>
    </div>
    <Slider.Root
      min={0}
      max={words.length - 1}
      step={1}
      value={[value]}
      onValueChange={([chosen]) => onChange(chosen ?? value)}
      className="relative flex h-7 touch-none items-center"
    >
      <Slider.Track className="relative h-1 grow rounded bg-faint">
        <Slider.Range className="absolute h-full rounded bg-soft" />
      </Slider.Track>
      <Slider.Thumb
        aria-label={label}
        aria-valuetext={words[value] ?? ''}
        aria-description={description}
        className="block size-5 rounded-full bg-ink"
      />
    </Slider.Root>
  </div>
)
