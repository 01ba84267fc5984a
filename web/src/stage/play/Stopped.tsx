import { Button } from '../../ui/Button.tsx'

interface StoppedProps {
  readonly name: string
  readonly description: string
  readonly main: readonly [label: string, act: () => void]
  readonly other: readonly [label: string, act: () => void]
}

/** A run that is paused or interrupted, and the two ways to continue. */
export const Stopped = ({ name, description, main, other }: StoppedProps) => (
  <div
    role="alertdialog"
    aria-label={name}
    className="my-3 flex flex-wrap items-center gap-4 rounded-xl bg-sheet p-4 text-xl"
  >
    {description}
    <Button look="main" onClick={main[1]}>
      {main[0]}
    </Button>
    <Button onClick={other[1]}>{other[0]}</Button>
  </div>
)
