import { type RunAnswer, RunBody, type RunWithTakeAnswer } from '@eager-contour/contract'
import { Column, Entity, Index, PrimaryColumn } from 'typeorm'
import type { Store } from './database.ts'
import { NotFoundError } from './errors.ts'
import { isWhole, JsonColumn } from './json.ts'
import { resource } from './resource.ts'

@Entity('runs')
class RunEntity {
  @PrimaryColumn('text') id: string
  @Index() @Column('text') tune: string
  @Index() @Column('text') playedAt: string
  @Column('text') rung: string
  @Column('text') key: string
  @Column('integer') fromBar: number
  @Column('integer') toBar: number
  @Column('real') tempo: number
  @Column('text') state: RunAnswer['state']
  @Column('text') verdict: RunAnswer['verdict']
  @JsonColumn() marks: RunAnswer['marks']
  @Column('text') source: string
  @Column('integer', { nullable: true }) weakestBar: number | null
  @Column('text', { nullable: true }) line: string | null
}

/** A take is large and rarely read, so it has a table of its own. */
@Entity('takes')
class TakeEntity {
  @PrimaryColumn('text') run: string
  @JsonColumn() take: RunBody['take']
}

const answerOf = ({ fromBar, toBar, weakestBar, line, ...row }: RunEntity): RunAnswer => ({
  ...row,
  stretch: { from: fromBar, to: toBar },
  ...(weakestBar === null ? {} : { weakestBar }),
  ...(line === null ? {} : { line }),
})

export const listRuns = async (store: Store, tune?: string): Promise<readonly RunAnswer[]> =>
  (
    await store.manager.find(RunEntity, {
      where: tune === undefined ? {} : { tune },
      order: { playedAt: 'DESC' },
    })
  )
    .filter(isWhole)
    .map(answerOf)

/** The last run of each tune, through the index of runs by tune. */
const lastRuns = async (store: Store): Promise<readonly RunAnswer[]> =>
  (
    await store.manager
      .createQueryBuilder(RunEntity, 'run')
      .innerJoin(
        (last) =>
          last
            .select('one.tune', 'tune')
            .addSelect('MAX(one.playedAt)', 'playedAt')
            .from(RunEntity, 'one')
            .groupBy('one.tune'),
        'last',
        'run.tune = last.tune AND run.playedAt = last.playedAt',
      )
      .getMany()
  )
    .filter(isWhole)
    .map(answerOf)

export const readRun = async (store: Store, id: string): Promise<RunWithTakeAnswer> => {
  const [row, take] = await Promise.all([
    store.manager.findOneBy(RunEntity, { id }),
    store.manager.findOneBy(TakeEntity, { run: id }),
  ])
  if (!row || !take || !isWhole(take)) throw new NotFoundError('run')
  return { ...answerOf(row), take: take.take as RunWithTakeAnswer['take'] }
}

/** A run is written once: the same id again is the same run. */
export const writeRun = async (store: Store, id: string, body: RunBody): Promise<RunAnswer> =>
  store.transaction(async ({ manager }) => {
    const known = await manager.findOneBy(RunEntity, { id })
    if (known) return answerOf(known)
    const { take, stretch, playedAt, marks, weakestBar = null, line = null, ...fields } = body
    const row = manager.create(RunEntity, {
      ...fields,
      id,
      playedAt: new Date(playedAt).toISOString(),
      fromBar: stretch.from,
      toBar: stretch.to,
      marks: { ...marks },
      source: take.source,
      weakestBar,
      line,
    })
    await manager.insert(RunEntity, row)
    await manager.insert(TakeEntity, { run: id, take })
    return answerOf(row)
  })

export const runs = resource({
  path: 'runs',
  entities: [RunEntity, TakeEntity],
  body: RunBody,
  list: listRuns,
  lists: { last: lastRuns },
  read: readRun,
  write: writeRun,
})
