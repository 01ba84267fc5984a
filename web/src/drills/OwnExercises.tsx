import type { ExerciseAnswer, SetListAnswer } from '@eager-contour/contract'
import { RUNGS } from '@eager-contour/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { useExercisesQuery, useSetListsQuery, useTunesQuery } from '../data/api.ts'
import { newId } from '../data/ids.ts'
import { sendEdit } from '../data/outbox.ts'
import { stageAddress } from '../practice/stageAddress.ts'
import { useSettings } from '../settings/settings.ts'
import { useAppDispatch } from '../store/store.ts'
import { barsText } from '../tune/useTune.ts'
import { writtenKey } from '../tune/written.ts'
import { Button } from '../ui/Button.tsx'
import { Choice } from '../ui/Choice.tsx'
import { PLAY, SetList } from './SetList.tsx'

const NEW = 'new'

/** The exercises that the player has saved, and lists of them to be played in a row. */
export const OwnExercises = () => {
  const { data: exercises = [] } = useExercisesQuery()
  const { data: lists = [] } = useSetListsQuery()
  const [into, setInto] = useState(NEW)
  const dispatch = useAppDispatch()
  const keepList = (
    { id, revision, title, exercises: row }: Omit<SetListAnswer, 'updatedAt'>,
    removed = false,
  ) =>
    void sendEdit(dispatch, {
      entity: id,
      path: `set-lists/${id}`,
      title,
      body: { revision, title, exercises: row, ...(removed ? { removed } : {}) },
    })
  const putAway = ({ id, updatedAt: _at, ...exercise }: ExerciseAnswer) =>
    void sendEdit(dispatch, {
      entity: id,
      path: `exercises/${id}`,
      title: exercise.title,
      body: { ...exercise, removed: true },
    })
  const add = (exercise: string) => {
    const list = lists.find(({ id }) => id === into)
    if (list) return keepList({ ...list, exercises: [...list.exercises, exercise] })
    const id = newId('setlist')
    setInto(id)
    keepList({ id, revision: 0, title: `Set list ${lists.length + 1}`, exercises: [exercise] })
  }
  return (
    <div className="mt-6 grid gap-6 xl:grid-cols-2">
      <section aria-labelledby="own-exercises">
        <h3 id="own-exercises" className="text-2xl">
          My exercises
        </h3>
        {exercises.length === 0 && (
          <p className="text-soft">None yet. Choose a rung, set it up, and save it under a name.</p>
        )}
        {exercises.length > 0 && (
          <Choice
            label="“Add” adds it to"
            value={lists.some(({ id }) => id === into) ? into : NEW}
            options={[
              ...lists.map(({ id, title }) => ({ value: id, label: title })),
              { value: NEW, label: 'a new set list' },
            ]}
            onChange={setInto}
          />
        )}
        <ul>
          {exercises.map((exercise) => (
            <li
              key={exercise.id}
              className="flex flex-wrap items-center justify-between gap-2 border-t border-rule py-2"
            >
              <ExerciseWords exercise={exercise} />
              <span className="flex items-center gap-2">
                <Link to={stageAddress(exercise)} className={PLAY} aria-label={`Play ${exercise.title}`}>
                  Play
                </Link>
                <Button onClick={() => add(exercise.id)} aria-label={`Add ${exercise.title} to the list`}>
                  Add
                </Button>
                <Button
                  look="quiet"
                  aria-label={`Delete: ${exercise.title}`}
                  onClick={() => putAway(exercise)}
                >
                  ×
                </Button>
              </span>
            </li>
          ))}
        </ul>
      </section>
      <section aria-labelledby="set-lists">
        <h3 id="set-lists" className="text-2xl">
          Set lists
        </h3>
        {lists.length === 0 && <p className="text-soft">None yet. Add exercises, and play them in a row.</p>}
        <ul className="space-y-3">
          {lists.map((list) => (
            <li key={list.id} className="border-t border-rule pt-2">
              <SetList list={list} exercises={exercises} onSave={keepList} />
            </li>
          ))}
        </ul>
      </section>
    </div>
  )
}

const ExerciseWords = ({ exercise }: { readonly exercise: ExerciseAnswer }) => {
  const { instrument } = useSettings()
  const { data: tunes = [] } = useTunesQuery()
  const rung = RUNGS.find(({ id }) => id === exercise.rung)
  const tune = tunes.find(({ id }) => id === exercise.tune)
  const way = rung?.variants[exercise.variant]
  return (
    <span className="min-w-0">
      <span className="text-lg font-semibold">{exercise.title}</span>
      <span className="block text-soft">
        {rung?.name ?? exercise.rung}
        {way && exercise.variant > 0 ? `, ${way.name}` : ''} · {tune?.title ?? 'deleted tune'},{' '}
        {barsText(exercise.stretch)}
        {exercise.key ? ` in ${writtenKey(`${exercise.key} major`, instrument).split(' ')[0]}` : ''} ·{' '}
        {exercise.tempo}
      </span>
    </span>
  )
}
