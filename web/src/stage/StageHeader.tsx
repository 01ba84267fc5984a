import type { Exercise } from '@eager-contour/core'
import { useNavigate } from 'react-router'
import { useSettings } from '../settings/settings.ts'
import { barsText, type OpenTune } from '../tune/useTune.ts'
import { AboutPlace } from '../ui/AboutPlace.tsx'
import { Button } from '../ui/Button.tsx'
import { usePageTitle } from '../ui/usePageTitle.ts'

interface StageHeaderProps {
  readonly open: OpenTune
  readonly exercise: Exercise
  readonly title: string
  readonly canLeave: boolean
}

/** What is played, its tempo and for which instrument; the way out while nothing runs. */
export const StageHeader = ({ open, exercise, title, canLeave }: StageHeaderProps) => {
  usePageTitle(`${title}, ${open.tune.title}`)
  const navigate = useNavigate()
  const { instrument } = useSettings()
  const { stretch, tempo } = exercise.spec
  return (
    <header className="flex flex-wrap items-baseline gap-x-4 text-xl text-soft max-sm:gap-x-2 max-sm:text-base">
      <h1 className="font-text text-xl font-normal max-sm:text-base">
        {title} · {open.tune.title}, {barsText(stretch)}
      </h1>
      {canLeave && <AboutPlace place="Stage" />}
      <span className="ml-auto flex items-baseline gap-6 max-sm:ml-0 max-sm:w-full max-sm:gap-3">
        <span>
          <span className="font-head text-4xl font-bold text-ink tabular-nums max-sm:text-2xl">{tempo}</span>{' '}
          bpm
        </span>
        for {instrument.name}
        {canLeave && (
          <Button
            look="quiet"
            className="max-sm:ml-auto"
            onClick={() =>
              void navigate(`/tunes/${open.tune.id}/drills?bars=${stretch.from + 1}-${stretch.to + 1}`)
            }
          >
            Leave
          </Button>
        )}
      </span>
    </header>
  )
}
