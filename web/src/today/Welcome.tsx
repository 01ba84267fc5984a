import { INSTRUMENTS } from '@eager-contour/core'
import { useNavigate } from 'react-router'
import { useTunesQuery } from '../data/api.ts'
import { FIRST_ROUND, firstRound } from '../practice/firstRound.ts'
import { useDemo } from '../practice/useDemo.ts'
import { useSettings } from '../settings/settings.ts'
import { useSaveSettings } from '../settings/useSaveSettings.ts'
import { Button } from '../ui/Button.tsx'
import { Choice } from '../ui/Choice.tsx'

/** Asked once: what the player plays, and what to do first. */
export const Welcome = () => {
  const { instrument, welcomed } = useSettings()
  const save = useSaveSettings()
  const navigate = useNavigate()
  const { data: tunes = [] } = useTunesQuery()
  const demo = useDemo()
  const [tune] = tunes
  if (welcomed) return null
  const done = () => save({ welcomed: true })
  return (
    <section aria-labelledby="welcome" className="mb-4 rounded-2xl border border-rule bg-sheet p-6">
      <h2 id="welcome" className="text-3xl">
        What do you play?
      </h2>
      <div className="max-w-80 text-lg">
        <Choice
          label="Everything is shown as it reads"
          value={instrument.id}
          options={INSTRUMENTS.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(id) => save({ instrument: id })}
        />
      </div>
      <h2 className="mt-4 text-3xl">What first?</h2>
      <div className="mt-2 flex flex-wrap gap-3">
        {tune && (
          <Button
            look="main"
            className="min-h-14 text-xl"
            onClick={() => {
              done()
              firstRound.set({ tune: tune.id, at: 0 })
              void navigate(FIRST_ROUND[0]!.address(tune.id))
            }}
          >
            One round, three minutes
          </Button>
        )}
        <Button
          className="min-h-14 text-xl"
          onClick={() => {
            done()
            void navigate('/tunes/new')
          }}
        >
          Write a tune of mine
        </Button>
        <Button className="min-h-14 text-xl" onClick={done}>
          Look around
        </Button>
      </div>
      {demo.shown && (
        <p className="mt-4 max-w-prose text-soft">
          The tunes, lines and runs that are here are made up, to try things on.{' '}
          <Button look="quiet" disabled={demo.isChanging} onClick={() => void demo.show(false)}>
            Start with nothing
          </Button>{' '}
          Setup brings them back.
        </p>
      )}
      {demo.problem && <p role="alert">{demo.problem}</p>}
    </section>
  )
}
