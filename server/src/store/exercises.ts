import { type ExerciseAnswer, ExerciseBody, TuneQuery } from '@eager-contour/contract'
import { Column, Entity, Index, PrimaryColumn } from 'typeorm'
import { binOf } from './bin.ts'
import type { Store } from './database.ts'
import { Edited, listed, resource, writeEdited } from './resource.ts'

@Entity('exercises')
class ExerciseEntity extends Edited {
  @PrimaryColumn('text') id: string
  @Column('text') title: string
  @Index() @Column('text') tune: string
  @Column('text') rung: string
  @Column('integer') variant: number
  @Column('integer') fromBar: number
  @Column('integer') toBar: number
  @Column('real') tempo: number
  @Column('text', { nullable: true }) key: string | null
  @Column('integer') hide: number
  @Column('text', { nullable: true }) line: string | null
  @Column('text', { nullable: true }) order: string | null
  @Column('text', { nullable: true }) practice: string | null
  @Column('boolean', { default: false }) removed: boolean
}

const answerOf = ({
  lastEdit: _edit,
  removed: _removed,
  fromBar,
  toBar,
  key,
  line,
  order,
  practice,
  ...row
}: ExerciseEntity): ExerciseAnswer => ({
  ...row,
  stretch: { from: fromBar, to: toBar },
  ...(key === null ? {} : { key }),
  ...(line === null ? {} : { line }),
  ...(order === null ? {} : { order }),
  ...(practice === null ? {} : { practice }),
})

/** The player's own exercises, newest first; deleted ones are kept but not listed. */
const listExercises = async (store: Store): Promise<readonly ExerciseAnswer[]> =>
  (await store.manager.find(ExerciseEntity, { where: { removed: false }, order: { updatedAt: 'DESC' } })).map(
    answerOf,
  )

const writeExercise = async (store: Store, id: string, body: ExerciseBody): Promise<ExerciseAnswer> => {
  const { title, tune, rung, variant, stretch, tempo, hide, removed = false } = body
  const { key = null, line = null, order = null, practice = null } = body
  const [fromBar, toBar] = [stretch.from, stretch.to]
  const own = { key, line, order, practice }
  const fields = () => ({ title, tune, rung, variant, fromBar, toBar, tempo, hide, removed, ...own })
  return answerOf(await writeEdited(store, ExerciseEntity, id, body, fields, answerOf))
}

export const exercises = resource({
  path: 'exercises',
  entities: [ExerciseEntity],
  body: ExerciseBody,
  list: listed(TuneQuery, listExercises),
  lists: { bin: binOf(ExerciseEntity, answerOf) },
  write: writeExercise,
})
