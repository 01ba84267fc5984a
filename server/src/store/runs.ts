import {
  DayQuery,
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
import { listed, resource } from './resource.ts'
import { answerOf, RunEntity, TakeEntity } from './runEntities.ts'
import { heldTempos, lastRuns, pageOfRuns, playedTimes } from './runLists.ts'
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
  [rung.replaceAll('-', ' '), key, tempo, state === 'abandoned' ? state : verdict].join(' ')

/** Whether a run is counted: what a simulated player plays is nobody's practice. */
export const isTallied = ({ source }: Pick<RunEntity, 'source'>): boolean => source !== 'simulated'

/**
 * A run is written once: the same id again is the same run. Its item and its tallies are brought up to date with it.
 *
 * @param tallied `later`: it is counted after the start, with those of an earlier version
 */
export const writeRun = async (
  store: Store,
  id: string,
  body: RunBody,
  tallied: 'now' | 'later' = 'now',
): Promise<RunAnswer> =>
  store.transaction(async (inside) => {
    const { manager } = inside
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
      least: leastOf(marks),
      searched: searchedOf(body),
      seconds: Math.max(0, ...take.notes.map(({ onsetMs }) => onsetMs)) / 1000,
      words: '',
      removed: false,
      revision: 0,
    })
    await manager.insert(RunEntity, row)
    const counted = !isTallied(row)
      ? []
      : tallied === 'later'
        ? null
        : (await gradeAgain(inside, row, take)).tallies
    await manager.insert(TakeEntity, { run: id, take, tallies: counted, grader: take.grader })
    if (counted) await addTallies(manager, row, counted)
    await countRun(manager, row, tuneRunsToCount(manager))
    return answerOf(row)
  })

export const runs = resource({
  path: 'runs',
  entities: [RunEntity, TakeEntity, ItemEntity, TallyEntity],
  body: RunBody,
  list: listed(RunsQuery, pageOfRuns),
  lists: {
    last: listed(TuneQuery, lastRuns),
    tempos: listed(SinceQuery, heldTempos),
    items: listed(TuneQuery, listItems),
    tallies: listed(DayQuery, listTallies),
    times: listed(SinceQuery, playedTimes),
  },
  read: readRun,
  write: writeRun,
})
