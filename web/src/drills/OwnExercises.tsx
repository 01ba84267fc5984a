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

const PLAY = 'inline-flex min-h-10 items-center rounded-full bg-ink px-4 font-semibold text-on-ink'
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
              <List list={list} exercises={exercises} onKeep={keepList} />
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

interface ListProps {
  readonly list: SetListAnswer
  readonly exercises: readonly ExerciseAnswer[]
  readonly onKeep: (list: SetListAnswer, removed?: boolean) => void
}

const List = ({ list, exercises, onKeep }: ListProps) => {
  const [title, setTitle] = useState(list.title)
  const row = list.exercises.map((id) => exercises.find((one) => one.id === id))
  const first = row.findIndex((one) => one !== undefined)
  const swapped = (at: number): readonly string[] =>
    list.exercises.map((id, index) =>
      index === at ? list.exercises[at - 1]! : index === at - 1 ? list.exercises[at]! : id,
    )
  return (
    <>
      <div className="flex flex-wrap items-center justify-between gap-2">
        <input
          aria-label={`Name of the set list ${list.title}`}
          value={title}
          onChange={(event) => setTitle(event.target.value)}
          onBlur={() =>
            title.trim() !== list.title && title.trim() !== '' && onKeep({ ...list, title: title.trim() })
          }
          className="min-h-10 min-w-0 grow rounded-xl border border-rule bg-sheet px-3 text-lg font-semibold"
        />
        {row[first] && (
          <Link
            to={stageAddress({ ...row[first], list: { id: list.id, at: first } })}
            className={PLAY}
            aria-label={`Play the list ${list.title}`}
          >
            Play {list.exercises.length}
          </Link>
        )}
        <Button look="quiet" aria-label={`Delete: ${list.title}`} onClick={() => onKeep(list, true)}>
          ×
        </Button>
      </div>
      <ol className="mt-1">
        {row.map((exercise, at) => (
          <li key={`${list.exercises[at]} ${at}`} className="flex items-center justify-between gap-2 py-0.5">
            <span>
              {at + 1} {exercise?.title ?? <span className="text-soft">put away</span>}
            </span>
            <span>
              {at > 0 && (
                <Button
                  look="quiet"
                  aria-label={`Move up: ${exercise?.title ?? 'exercise'}`}
                  onClick={() => onKeep({ ...list, exercises: swapped(at) })}
                >
                  ↑
                </Button>
              )}
              <Button
                look="quiet"
                aria-label={`Take ${exercise?.title ?? 'exercise'} off the list`}
                onClick={() =>
                  onKeep({ ...list, exercises: list.exercises.filter((_, index) => index !== at) })
                }
              >
                −
              </Button>
            </span>
          </li>
        ))}
      </ol>
    </>
  )
}
