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

/**
 * A run is written once: the same id again is the same run. Its item and its tallies are brought up to date with it.
 *
 * @param counted `later`: its notes and its item are counted with those of others, afterwards
 */
export const writeRun = async (
  store: Store,
  id: string,
  body: RunBody,
  counted: 'now' | 'later' = 'now',
): Promise<RunAnswer> =>
  store.transaction(async (inside) => {
    const { manager } = inside
    const known = await manager.findOneBy(RunEntity, { id })
    if (known) return answerOf(known)
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
      fromMemory,
      least: leastOf(marks),
      searched: searchedOf(body),
      seconds: Math.max(0, ...take.notes.map(({ onsetMs }) => onsetMs)) / 1000,
      words: '',
      removed: false,
      revision: 0,
    })
    await manager.insert(RunEntity, row)
    const tallies = !isTallied(row)
      ? []
      : counted === 'later'
        ? null
        : (await gradeAgain(inside, row, take)).tallies
    await manager.insert(TakeEntity, { run: id, take, tallies, grader: take.grader })
    if (tallies) await addTallies(manager, row, tallies)
    if (counted === 'later') return answerOf(row)
    const foretold = await countRun(manager, row, tuneRunsToCount(manager))
    if (foretold !== undefined) await manager.update(RunEntity, { id }, { foretold })
    return answerOf(row)
  })

export const runs = resource({
  path: 'runs',
  entities: [RunEntity, TakeEntity, ItemEntity, TallyEntity, MemoryFitEntity],
  body: RunBody,
  list: listed(RunsQuery, pageOfRuns),
  lists: {
    last: listed(TuneQuery, lastRuns),
    tempos: listed(SinceQuery, heldTempos),
    items: listed(TuneQuery, listItems),
    tallies: listed(DayQuery, listTallies),
    times: listed(SinceQuery, playedTimes),
    recall: listed(SinceQuery, recallByWeek),
  },
  read: readRun,
  write: writeRun,
})
