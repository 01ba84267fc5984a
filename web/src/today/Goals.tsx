import type { GoalAnswer } from '@eager-contour/contract'
import {
  forecastGoal,
  type GoalForecast,
  type Key,
  keysInOrderOf,
  type PlanTune,
  RUNGS,
  readKey,
  rungOf,
} from '@eager-contour/core'
import { addDays, format } from 'date-fns'
import { useState } from 'react'
import { useGoalsQuery, useHeldTemposQuery } from '../data/api.ts'
import { newId } from '../data/ids.ts'
import { sendEdit } from '../data/outbox.ts'
import { dayOf } from '../practice/session.ts'
import { useAppDispatch } from '../store/store.ts'
import { barsText } from '../tune/useTune.ts'
import { Button } from '../ui/Button.tsx'
import { Choice } from '../ui/Choice.tsx'
import { PopoverButton } from '../ui/PopoverButton.tsx'
import { TextField } from '../ui/TextField.tsx'
import { ExerciseFields, firstChoice } from './ExerciseFields.tsx'
import { usePlanTunes } from './usePlan.ts'

/** Days until a goal is due, until the player says otherwise. */
const USUAL_DAYS = 60

const useGoalEdits = () => {
  const dispatch = useAppDispatch()
  const send = (id: string, body: Readonly<Record<string, unknown>> & { readonly revision: number }) =>
    void sendEdit(dispatch, { entity: id, path: `goals/${id}`, title: 'A goal', body })
  return {
    set: (goal: Omit<GoalAnswer, 'id' | 'revision' | 'updatedAt'>) =>
      send(newId('goal'), { ...goal, revision: 0 }),
    remove: ({ id, updatedAt: _at, ...goal }: GoalAnswer) => send(id, { ...goal, removed: true }),
  }
}

/** What the player wants to reach, and whether that will be in time at the pace so far. */
export const Goals = ({ titles }: { readonly titles: ReadonlyMap<string, string> }) => {
  const { data: goals = [] } = useGoalsQuery()
  const tunes = usePlanTunes() ?? []
  return (
    <section aria-label="Goals" className="mt-8">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 className="text-2xl">Goals</h2>
        <SetGoal tunes={tunes} />
      </div>
      {goals.length === 0 ? (
        <p className="text-soft">No goal yet: a tune, a tempo and a day.</p>
      ) : (
        <ul>
          {goals.map((goal) => (
            <GoalRow
              key={goal.id}
              goal={goal}
              title={titles.get(goal.tune)}
              own={tunes.find(({ id }) => id === goal.tune)?.key}
            />
          ))}
        </ul>
      )}
    </section>
  )
}

interface GoalRowProps {
  readonly goal: GoalAnswer
  /** The tune's, and its key; undefined if it was deleted. */
  readonly title: string | undefined
  readonly own: Key | undefined
}

const GoalRow = ({ goal, title, own }: GoalRowProps) => {
  const edits = useGoalEdits()
  const { data: tempos } = useHeldTemposQuery({ tune: goal.tune })
  const rung = RUNGS.find(({ id }) => id === goal.rung)
  const today = dayOf(new Date())
  const held = (tempos ?? []).flatMap((one) => {
    const key = readKey(one.key)
    const isHere =
      one.rung === goal.rung && one.fromBar === goal.stretch.from && one.toBar === goal.stretch.to
    return key && isHere ? [{ day: one.day, key, tempo: one.tempo }] : []
  })
  const keys = own === undefined ? [] : goal.keys === 'all' ? keysInOrderOf(own, 'fourths') : [own]
  const forecast =
    own && rung && tempos
      ? forecastGoal({ keys, tempo: goal.tempo, from: rungOf(rung.id).tempo.from, by: goal.by }, held, today)
      : undefined
  const name = `${rung?.name ?? goal.rung}, ${title ?? 'a deleted tune'}`
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 border-t border-rule py-3">
      <div>
        <span className="text-xl font-semibold">{name}</span>
        <span className="text-lg text-soft">
          {' '}
          · {barsText(goal.stretch)} · {goal.keys === 'all' ? 'all keys' : 'its own key'} at {goal.tempo} by{' '}
          {format(new Date(`${goal.by}T12:00:00`), 'd MMMM')}
        </span>
        {forecast && (
          <>
            <p>{forecastWords(forecast, today)}</p>
            <svg viewBox="0 0 100 3" preserveAspectRatio="none" className="h-2 w-full" aria-hidden="true">
              <rect width={100} height={3} fill="var(--rule)" />
              <rect width={100 * forecast.share} height={3} fill="var(--lichen)" />
            </svg>
          </>
        )}
      </div>
      <Button look="quiet" aria-label={`Delete the goal: ${name}`} onClick={() => edits.remove(goal)}>
        Delete
      </Button>
    </li>
  )
}

const dayIn = (today: string, days: number): string =>
  format(addDays(new Date(`${today}T12:00:00`), days), 'd MMMM yyyy')

/** How far it is, and whether it will be there in time. */
const forecastWords = (
  { reached, keys, share, daysLeft, days, needed, pace }: GoalForecast,
  today: string,
): string => {
  const percent = Math.round(100 * share)
  const so =
    keys === 1 ? `${percent} % of the way` : `${reached} of ${keys} keys are there, ${percent} % of the way`
  if (days === 0) return `${so}: reached.`
  if (daysLeft === 0) return `${so}. The day has come.`
  if (days === undefined) return `${so}. Nothing moved in the last four weeks: not by then, at this pace.`
  const when = `At the pace of the last four weeks it is reached on ${dayIn(today, days)}`
  if (days <= daysLeft) return `${so}. ${when}: in time.`
  return `${so}. ${when}: not by then. It takes ${(needed / pace).toFixed(1)} times that pace.`
}

const SetGoal = ({ tunes }: { readonly tunes: readonly PlanTune[] }) => {
  const edits = useGoalEdits()
  const [chosen, setChosen] = useState(firstChoice(tunes))
  const [keys, setKeys] = useState<GoalAnswer['keys']>('all')
  const [by, setBy] = useState(() => dayOf(addDays(new Date(), USUAL_DAYS)))
  const [said, setSaid] = useState('')
  const value = chosen ?? firstChoice(tunes)
  if (!value) return null
  return (
    <PopoverButton name="Set a goal">
      <div className="grid w-80 max-w-full gap-1">
        <ExerciseFields tunes={tunes} value={value} onChange={setChosen} />
        <Choice
          label="Keys"
          value={keys}
          options={[
            { value: 'all', label: 'all twelve' },
            { value: 'own', label: 'the tune’s own' },
          ]}
          onChange={setKeys}
        />
        <TextField
          label="By"
          type="date"
          value={by}
          min={dayOf(new Date())}
          onChange={(event) => setBy(event.target.value)}
        />
        <Button
          disabled={by === ''}
          onClick={() => {
            edits.set({ ...value, keys, by })
            setSaid('Set.')
          }}
        >
          Set
        </Button>
        <p role="status" className="min-h-6 text-soft">
          {said}
        </p>
      </div>
    </PopoverButton>
  )
}
