import {
  type HeldTempoAnswer,
  LIMITS,
  type RunAnswer,
  RunBody,
  type RunOrder,
  type RunPageAnswer,
  RunsQuery,
  type RunWithTakeAnswer,
  TuneQuery,
} from '@eager-contour/contract'
import { Column, Entity, Index, PrimaryColumn } from 'typeorm'
import type { Store } from './database.ts'
import { NotFoundError } from './errors.ts'
import { countRun, ItemEntity, listItems } from './items.ts'
import { isWhole, JsonColumn } from './json.ts'
import { listed, resource } from './resource.ts'

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

/** All runs of a tune, newest first. */
export const listTuneRuns = async (store: Store, tune: string): Promise<readonly RunAnswer[]> =>
  (await store.manager.find(RunEntity, { where: { tune }, order: { playedAt: 'DESC' } }))
    .filter(isWhole)
    .map(answerOf)

/** All runs of a line or a phrase, newest first. */
export const listRunsOf = async (store: Store, line: string): Promise<readonly RunAnswer[]> =>
  (await store.manager.find(RunEntity, { where: { line }, order: { playedAt: 'DESC' } }))
    .filter(isWhole)
    .map(answerOf)

/** Each column of the log as SQL: of the run, and of its tune's title. */
const ORDERS: Readonly<Record<RunOrder, readonly string[]>> = {
  date: ['run.playedAt'],
  tune: ['tuneOf.title COLLATE NOCASE'],
  bars: ['run.fromBar', 'run.toBar'],
  rung: ['run.rung'],
  key: ['run.key'],
  tempo: ['run.tempo'],
  marks: ['CASE WHEN json_valid(run.marks) THEN (SELECT MIN(value) FROM json_each(run.marks)) END'],
  verdict: [
    "CASE run.state WHEN 'abandoned' THEN 0 ELSE 1 END",
    "CASE run.verdict WHEN 'again' THEN 0 WHEN 'close' THEN 1 WHEN 'solid' THEN 2 ELSE 3 END",
  ],
}

/** What is searched, as one text: the words of a run as the log shows them. */
const SEARCHED = [
  "COALESCE(tuneOf.title, '')",
  "REPLACE(run.rung, '-', ' ')",
  'run.key',
  'run.tempo',
  "CASE run.state WHEN 'abandoned' THEN 'abandoned' ELSE run.verdict END",
].join(" || ' ' || ")

const asPattern = (word: string): string => `%${word.replace(/[\\%_]/g, '\\$&')}%`

/** A page of the log: its runs in the order asked for, newest first among equals. */
const pageOfRuns = async (
  store: Store,
  { tune, search = '', sort = 'date', order = 'desc', page = 0 }: RunsQuery,
): Promise<RunPageAnswer> => {
  const query = store.manager
    .createQueryBuilder(RunEntity, 'run')
    .leftJoin('tunes', 'tuneOf', 'tuneOf.id = run.tune')
  if (tune !== undefined) query.andWhere('run.tune = :tune', { tune })
  for (const [at, word] of search.split(/\s+/).filter(Boolean).entries())
    query.andWhere(`${SEARCHED} LIKE :word${at} ESCAPE '\\'`, { [`word${at}`]: asPattern(word) })
  const total = await query.getCount()
  for (const column of ORDERS[sort]) query.addOrderBy(column, order === 'asc' ? 'ASC' : 'DESC')
  if (sort !== 'date') query.addOrderBy('run.playedAt', 'DESC')
  const rows = await query
    .addOrderBy('run.id')
    .limit(LIMITS.runsOnPage)
    .offset(page * LIMITS.runsOnPage)
    .getMany()
  return { total, runs: rows.filter(isWhole).map(answerOf) }
}

/** The fastest tempo that held, day by day, for each tune and rung: what the log draws, oldest day first. */
const heldTempos = async (store: Store, { tune }: TuneQuery): Promise<readonly HeldTempoAnswer[]> =>
  store.manager.query(
    `SELECT substr(playedAt, 1, 10) AS day, tune, rung, MAX(tempo) AS tempo FROM runs
     WHERE state = 'finished' AND verdict IN ('solid', 'move on') ${tune === undefined ? '' : 'AND tune = ?'}
     GROUP BY day, tune, rung ORDER BY day, tune, rung`,
    tune === undefined ? [] : [tune],
  )

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
    await countRun(manager, row, async (of) =>
      manager.find(RunEntity, { where: { tune: of }, order: { playedAt: 'ASC' } }),
    )
    return answerOf(row)
  })

export const runs = resource({
  path: 'runs',
  entities: [RunEntity, TakeEntity, ItemEntity],
  body: RunBody,
  list: listed(RunsQuery, pageOfRuns),
  lists: {
    last: listed(TuneQuery, lastRuns),
    tempos: listed(TuneQuery, heldTempos),
    items: listed(TuneQuery, listItems),
  },
  read: readRun,
  write: writeRun,
})
