import type { ExerciseAnswer, ExerciseBody, SetListAnswer, SetListBody } from '@eager-contour/contract'
import { ExerciseEntity, SetListEntity } from './entities.ts'
import { type Store, writeEdited } from './records.ts'

const exerciseAnswer = (row: ExerciseEntity): ExerciseAnswer => ({
  id: row.id,
  revision: row.revision,
  title: row.title,
  tune: row.tune,
  rung: row.rung,
  variant: row.variant,
  stretch: { from: row.fromBar, to: row.toBar },
  tempo: row.tempo,
  hide: row.hide,
  ...(row.key === null ? {} : { key: row.key }),
  ...(row.line === null ? {} : { line: row.line }),
  updatedAt: row.updatedAt,
})

/** The player's own exercises, newest first; deleted ones are kept but not listed. */
export const listExercises = async (store: Store): Promise<readonly ExerciseAnswer[]> =>
  (await store.manager.find(ExerciseEntity, { where: { removed: false }, order: { updatedAt: 'DESC' } })).map(
    exerciseAnswer,
  )

export const writeExercise = async (
  store: Store,
  id: string,
  body: ExerciseBody,
): Promise<ExerciseAnswer> => {
  const { title, tune, rung, variant, stretch, tempo, key = null, hide, line = null, removed = false } = body
  const fields = () => ({
    title,
    tune,
    rung,
    variant,
    fromBar: stretch.from,
    toBar: stretch.to,
    tempo,
    key,
    hide,
    line,
    removed,
  })
  return exerciseAnswer(await writeEdited(store, ExerciseEntity, id, body, fields, exerciseAnswer))
}

const setListAnswer = ({ id, revision, title, exercises, updatedAt }: SetListEntity): SetListAnswer => ({
  id,
  revision,
  title,
  exercises,
  updatedAt,
})

export const listSetLists = async (store: Store): Promise<readonly SetListAnswer[]> =>
  (await store.manager.find(SetListEntity, { where: { removed: false }, order: { updatedAt: 'DESC' } })).map(
    setListAnswer,
  )

export const writeSetList = async (store: Store, id: string, body: SetListBody): Promise<SetListAnswer> => {
  const { title, exercises, removed = false } = body
  const fields = () => ({ title, exercises: [...exercises], removed })
  return setListAnswer(await writeEdited(store, SetListEntity, id, body, fields, setListAnswer))
}
