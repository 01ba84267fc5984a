import type { ExerciseAnswer } from '@eager-contour/contract'
import { ladderCell, RUNGS, readChart } from '@eager-contour/core'
import { useMemo, useRef, useState } from 'react'
import { Link } from 'react-router'
import { useExercisesQuery, useTuneRunsQuery, useTunesQuery } from '../data/api.ts'
import { sendEdit } from '../data/outbox.ts'
import { requestOf } from '../practice/ownExercise.ts'
import { stageAddress } from '../practice/stageAddress.ts'
import { useAppDispatch } from '../store/store.ts'
import { Button } from '../ui/Button.tsx'
import { Choice } from '../ui/Choice.tsx'
import { buttonLook } from '../ui/looks.ts'
import { tellUndoable } from '../ui/tell.ts'
import { VerdictMark } from '../ui/VerdictMark.tsx'
import { SetList } from './SetList.tsx'
import { useExerciseText } from './useExerciseText.ts'
import { useOwnSetLists } from './useOwnSetLists.ts'

const NEW = 'new'

/** The exercises that the player has saved, and lists of them to be played in a row. */
export const OwnExercises = () => {
  const { data: exercises = [] } = useExercisesQuery()
  const { lists, keep, remove, add } = useOwnSetLists()
  const [into, setInto] = useState(NEW)
  // Two quick clicks add to one list, though the page has not been drawn in between.
  const target = useRef(into)
  target.current = into
  const dispatch = useAppDispatch()
  const write = ({ id, updatedAt: _at, ...exercise }: ExerciseAnswer, removed: boolean) =>
    void sendEdit(dispatch, {
      entity: id,
      path: `exercises/${id}`,
      title: exercise.title,
      body: { ...exercise, removed },
    })
  const putAway = (exercise: ExerciseAnswer) => {
    write(exercise, true)
    tellUndoable(
      `Deleted: ${exercise.title}.`,
      () => write({ ...exercise, revision: exercise.revision + 1 }, false),
      `Back: ${exercise.title}.`,
    )
  }
  const addTo = (exercise: string) => {
    target.current = add(exercise, target.current)
    setInto(target.current)
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
                <Link
                  to={stageAddress(requestOf(exercise))}
                  className={buttonLook('main')}
                  aria-label={`Play ${exercise.title}`}
                >
                  Play
                </Link>
                <Button onClick={() => addTo(exercise.id)} aria-label={`Add ${exercise.title} to the list`}>
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
              <SetList list={list} exercises={exercises} onSave={keep} onDelete={remove} />
            </li>
          ))}
        </ul>
      </section>
    </div>
  )
}

/** How an exercise stands on the ladder: its last verdict in its key over its bars. */
const ExerciseState = ({
  exercise,
  own,
}: {
  readonly exercise: ExerciseAnswer
  readonly own: string | undefined
}) => {
  const { data: runs } = useTuneRunsQuery(exercise.tune)
  const rung = RUNGS.find(({ id }) => id === exercise.rung)
  const tonic = exercise.key ?? own
  if (!rung || !runs || tonic === undefined) return null
  const here = runs
    .filter(
      ({ state, key, stretch, ...run }) =>
        state === 'finished' &&
        run.rung === exercise.rung &&
        key.split(' ')[0] === tonic &&
        stretch.from === exercise.stretch.from &&
        stretch.to === exercise.stretch.to,
    )
    .toReversed()
  const { state, last, dueInDays } = ladderCell(rung, here, new Date())
  return (
    <span className="flex items-center gap-2 text-soft" data-state={state}>
      {last ? <VerdictMark verdict={last} /> : 'not tried'}
      {dueInDays !== undefined && `due in ${dueInDays} ${dueInDays === 1 ? 'day' : 'days'}`}
    </span>
  )
}

const ExerciseWords = ({ exercise }: { readonly exercise: ExerciseAnswer }) => {
  const { data: tunes = [] } = useTunesQuery()
  const { rung, facts } = useExerciseText()(exercise)
  const tune = tunes.find(({ id }) => id === exercise.tune)
  const own = useMemo(() => {
    const chart = tune && readChart(tune.chart)
    return chart?.ok ? chart.value.key?.tonic : undefined
  }, [tune])
  return (
    <span className="min-w-0">
      <span className="text-lg font-semibold">{exercise.title}</span>
      <span className="block text-soft">
        {rung} · {facts}
      </span>
      <ExerciseState exercise={exercise} own={own} />
    </span>
  )
}
