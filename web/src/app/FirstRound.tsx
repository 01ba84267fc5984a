import { useNavigate } from 'react-router'
import { FIRST_ROUND, firstRound } from '../practice/firstRound.ts'
import { Button } from '../ui/Button.tsx'

/** The step of the first round, over whatever page it is about; it can be left at any time. */
export const FirstRound = () => {
  const round = firstRound.use()
  const navigate = useNavigate()
  const step = round && FIRST_ROUND[round.at]
  if (!round || !step) return null
  const next = FIRST_ROUND[round.at + 1]
  const goOn = () => {
    firstRound.set(next ? { ...round, at: round.at + 1 } : undefined)
    if (next) void navigate(next.address(round.tune))
  }
  return (
    <aside
      aria-label="First round"
      className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b border-rule bg-chosen px-5 py-2 text-ink max-sm:px-3"
    >
      <p role="status" className="min-w-60 flex-1 text-lg">
        <b>
          {round.at + 1} of {FIRST_ROUND.length}. {step.title}.
        </b>{' '}
        {step.text}
      </p>
      <span className="flex gap-2">
        <Button look="main" onClick={goOn}>
          {next ? `Next: ${next.title.charAt(0).toLowerCase()}${next.title.slice(1)}` : 'Done'}
        </Button>
        {next && (
          <Button look="quiet" onClick={() => firstRound.set(undefined)}>
            Leave
          </Button>
        )}
      </span>
    </aside>
  )
}
