import { Button } from '../../ui/Button.tsx'
import { counted } from '../../ui/counted.ts'
import { useBreakReminder } from './useBreakReminder.ts'

/** Proposes a break after the minutes that the player chose. */
export const BreakReminder = ({ running }: { readonly running: boolean }) => {
  const { due, later } = useBreakReminder(running)
  if (due === undefined) return null
  return (
    <p role="status" className="my-2 flex flex-wrap items-center gap-3 text-lg text-soft">
      {counted(due, 'minute')} without a break: rest your hands and lips for a while.
      <Button look="quiet" onClick={later}>
        Later
      </Button>
    </p>
  )
}
