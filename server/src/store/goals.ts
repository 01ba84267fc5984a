import { type GoalAnswer, GoalBody, TuneQuery } from '@eager-contour/contract'
import { Column, Entity, PrimaryColumn } from 'typeorm'
import type { Store } from './database.ts'
import { Edited, listed, resource, writeEdited } from './resource.ts'

@Entity('goals')
class GoalEntity extends Edited {
  @PrimaryColumn('text') id: string
  @Column('text') tune: string
  @Column('text') rung: string
  @Column('integer') fromBar: number
  @Column('integer') toBar: number
  @Column('text') keys: GoalAnswer['keys']
  @Column('real') tempo: number
  @Column('text') by: string
  @Column('boolean', { default: false }) removed: boolean
}

const answerOf = ({
  lastEdit: _edit,
  removed: _removed,
  fromBar,
  toBar,
  ...row
}: GoalEntity): GoalAnswer => ({
  ...row,
  stretch: { from: fromBar, to: toBar },
})

/** The player's goals, the nearest day first. */
const listGoals = async (store: Store): Promise<readonly GoalAnswer[]> =>
  (await store.manager.find(GoalEntity, { where: { removed: false }, order: { by: 'ASC' } })).map(answerOf)

const writeGoal = async (store: Store, id: string, body: GoalBody): Promise<GoalAnswer> => {
  const { tune, rung, stretch, keys, tempo, by, removed = false } = body
  const fields = () => ({ tune, rung, keys, tempo, by, removed, fromBar: stretch.from, toBar: stretch.to })
  return answerOf(await writeEdited(store, GoalEntity, id, body, fields, answerOf))
}

export const goals = resource({
  path: 'goals',
  entities: [GoalEntity],
  body: GoalBody,
  list: listed(TuneQuery, listGoals),
  write: writeGoal,
})
