import {
  DayQuery,
  HeldQuery,
  type RunAnswer,
  RunBody,
  RunsQuery,
  type RunWithTakeAnswer,
  SinceQuery,
  TuneQuery,
} from '@eager-contour/contract'
import type { EntityManager } from 'typeorm'
import type { Store } from './database.ts'
import { NotFoundError } from './errors.ts'
import { gradeAgain } from './gradeAgain.ts'
import { countRun, ItemEntity, type ItemRun, listItems } from './items.ts'
import { isWhole } from './json.ts'
import { MemoryFitEntity } from './memoryFit.ts'
import { listed, resource } from './resource.ts'
import { answerOf, RunEntity, TakeEntity } from './runEntities.ts'
import { heldTempos, lastRuns, pageOfRuns, playedTimes, recallByWeek } from './runLists.ts'
import { addTallies, listTallies, TallyEntity } from './tallies.ts'

export const readRun = async (store: Store, id: string): Promise<RunWithTakeAnswer> => {
  const [row, take] = await Promise.all([
    store.manager.findOneBy(RunEntity, { id }),
    store.manager.findOneBy(TakeEntity, { run: id }),
  ])
  if (!row || !take || !isWhole(take)) throw new NotFoundError('run')
  return { ...answerOf(row), take: take.take as RunWithTakeAnswer['take'] }
}

/** All runs of a tune that count, oldest first. */
export const tuneRunsToCount =
  (manager: EntityManager) =>
  async (tune: string): Promise<readonly ItemRun[]> =>
    manager.find(RunEntity, { where: { tune, removed: false }, order: { playedAt: 'ASC' } })

/** The lowest of some marks. */
export const leastOf = (marks: object): number => Math.min(100, ...Object.values(marks))

/** What is searched of a run. */
export const searchedOf = ({
  rung,
  key,
  tempo,
  state,
  verdict,
}: Pick<RunBody, 'rung' | 'key' | 'tempo' | 'state' | 'verdict'>): string =>
  [rung.replaceAll('-', ' '), key, tempo, state === 'abandoned' ? state : verdict].join(' ').toLowerCase()

/** Whether a run is counted: what a simulated player plays is nobody's practice. */
export const isTallied = ({ source }: Pick<RunEntity, 'source'>): boolean => source !== 'simulated'

/** A run as its row. */
const rowOf = (manager: EntityManager, id: string, body: RunBody): RunEntity => {
  const {
    take,
    stretch,
    playedAt,
    marks,
    weakestBar = null,
    line = null,
    fromMemory = false,
    ...fields
  } = body
  return manager.create(RunEntity, {
    ...fields,
    id,
    playedAt: new Date(playedAt).toISOString(),
    fromBar: stretch.from,
    toBar: stretch.to,
    marks: { ...marks },
    source: take.source,
    weakestBar,
    line,
    fromMemory,
    foretold: null,
    least: leastOf(marks),
    searched: searchedOf(body),
    seconds: Math.max(0, ...take.notes.map(({ onsetMs }) => onsetMs)) / 1000,
    words: '',
    removed: false,
    revision: 0,
  })
}

/** Rows in one statement: SQLite takes at most 32,766 values in one ("Limits in SQLite", number 9). */
const ROWS_AT_ONCE = 500

/** Writes rows without reading them again, which takes as long as writing them. */
const insert = async (
  manager: EntityManager,
  entity: typeof RunEntity | typeof TakeEntity,
  values: readonly object[],
): Promise<void> => {
  for (let from = 0; from < values.length; from += ROWS_AT_ONCE)
    await manager
      .createQueryBuilder()
      .insert()
      .into(entity)
      .values(values.slice(from, from + ROWS_AT_ONCE))
      .updateEntity(false)
      .execute()
}

/** A run is written once: the same id again is the same run. Its item and its tallies are brought up to date with it. */
export const writeRun = async (store: Store, id: string, body: RunBody): Promise<RunAnswer> =>
  store.transaction(async (inside) => {
    const { manager } = inside
    const known = await manager.findOneBy(RunEntity, { id })
    if (known) return answerOf(known)
    const row = rowOf(manager, id, body)
    await insert(manager, RunEntity, [row])
    const { take } = body
    const tallies = isTallied(row) ? (await gradeAgain(inside, row, take)).tallies : []
    await insert(manager, TakeEntity, [{ run: id, take, tallies, grader: take.grader }])
    await addTallies(manager, row, tallies)
    const foretold = await countRun(manager, row, tuneRunsToCount(manager))
    if (foretold !== undefined)
      await manager.query('UPDATE runs SET foretold = ? WHERE id = ?', [foretold, id])
    return answerOf(row)
  })

/**
 * Writes many runs at once, those that aren't there yet; their notes and their items have to be counted afterwards.
 *
 * @returns the ids of those that are new
 */
export const addRuns = async (
  store: Store,
  runs: readonly { readonly id: string; readonly body: RunBody }[],
): Promise<ReadonlySet<string>> =>
  store.transaction(async ({ manager }) => {
    const ids = runs.map(({ id }) => id)
    const there: readonly { readonly id: string }[] = await manager.query(
      'SELECT id FROM runs WHERE id IN (SELECT value FROM json_each(?))',
      [JSON.stringify(ids)],
    )
    const known = new Set(there.map(({ id }) => id))
    const added = new Map(runs.filter(({ id }) => !known.has(id)).map(({ id, body }) => [id, body]))
    if (added.size === 0) return new Set()
    const rows = [...added].map(([id, body]) => rowOf(manager, id, body))
    const takes = rows.map((row) => {
      const { take } = added.get(row.id)!
      return { run: row.id, take, tallies: isTallied(row) ? null : [], grader: take.grader }
    })
    await insert(manager, RunEntity, rows)
    await insert(manager, TakeEntity, takes)
    return new Set(added.keys())
  })

export const runs = resource({
  path: 'runs',
  entities: [RunEntity, TakeEntity, ItemEntity, TallyEntity, MemoryFitEntity],
  body: RunBody,
  list: listed(RunsQuery, pageOfRuns),
  lists: {
    last: listed(TuneQuery, lastRuns),
    tempos: listed(HeldQuery, heldTempos),
    items: listed(TuneQuery, listItems),
    tallies: listed(DayQuery, listTallies),
    times: listed(SinceQuery, playedTimes),
    recall: listed(SinceQuery, recallByWeek),
  },
  read: readRun,
  write: writeRun,
})
