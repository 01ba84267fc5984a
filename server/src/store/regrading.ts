import type { RegradingAnswer } from '@eager-contour/contract'
import { GRADER } from '@eager-contour/core'
import { In } from 'typeorm'
import type { Database, Store } from './database.ts'
import { type GradedAgain, gradeAgain } from './gradeAgain.ts'
import { recountItem } from './items.ts'
import { isWhole } from './json.ts'
import { nextTurn, recountItems } from './recounting.ts'
import { RunEntity, TakeEntity } from './runEntities.ts'
import { isTallied, leastOf, searchedOf, tuneRunsToCount } from './runs.ts'
import { addTallies } from './tallies.ts'

/** Runs that are graded in one transaction: meanwhile nothing else is answered. */
const BATCH = 5

/** How far it is; it goes on while the server answers. */
export interface Regrading {
  readonly progress: () => RegradingAnswer
  /** Ends when all is done, or after it was stopped. */
  readonly done: Promise<void>
  readonly stop: () => void
}

/**
 * Grades and counts the runs that this version's grader has not seen, newest first, a few at a time: those of an earlier
 * version, and those that are not counted yet.
 */
export const regradeRuns = async (database: Database): Promise<Regrading> => {
  const waiting: readonly { readonly run: string }[] = await database.manager.query(
    `SELECT run FROM takes JOIN runs ON runs.id = takes.run
     WHERE takes.tallies IS NULL OR takes.grader IS NULL OR takes.grader <> ? ORDER BY playedAt DESC`,
    [GRADER],
  )
  let stopped = false
  let progress: RegradingAnswer = { done: 0, total: waiting.length, changed: 0 }
  const work = async () => {
    while (!stopped && progress.done < waiting.length) {
      const ids = waiting.slice(progress.done, progress.done + BATCH).map(({ run }) => run)
      const changed = await database.transaction((inside) => regradeBatch(inside, ids))
      progress = { ...progress, done: progress.done + ids.length, changed: progress.changed + changed }
      await nextTurn()
    }
    if (!stopped && waiting.length > 0) await recountItems(database)
  }
  const done = work()
  // What can't be graded now is tried again at the next start.
  done.catch(() => undefined)
  return {
    progress: () => progress,
    done,
    stop: () => {
      stopped = true
    },
  }
}

/** Grades some runs; returns how many have other marks now. */
const regradeBatch = async (store: Store, ids: readonly string[]): Promise<number> => {
  const { manager } = store
  const runs = await manager.find(RunEntity, { where: { id: In([...ids]) } })
  const takes = await manager.find(TakeEntity, { where: { run: In([...ids]) } })
  let changed = 0
  for (const run of runs) {
    const take = takes.find((one) => one.run === run.id)!
    // A take that can't be graded must not keep the others waiting.
    const graded: GradedAgain =
      isWhole(take) && isWhole(run)
        ? await gradeAgain(store, run, take.take).catch(() => ({ tallies: [] }))
        : { tallies: [] }
    const tallies = isTallied(run) ? graded.tallies : []
    if (!run.removed) {
      await addTallies(manager, run, isWhole(take) ? (take.tallies ?? []) : [], -1)
      await addTallies(manager, run, tallies)
    }
    await manager.update(TakeEntity, { run: run.id }, { tallies: [...tallies], grader: GRADER } as never)
    if (!graded.changed) continue
    changed += 1
    const { marks, verdict, weakestBar = null } = graded.changed
    await manager.update(
      RunEntity,
      { id: run.id },
      {
        marks: { ...marks },
        least: leastOf(marks),
        searched: searchedOf({ ...run, verdict }),
        verdict,
        weakestBar,
      },
    )
    await recountItem(manager, run, tuneRunsToCount(manager))
  }
  return changed
}

/** Forgets what was counted, so that all of it is counted again from the takes. */
export const forgetCounts = async (database: Database): Promise<void> =>
  database.transaction(async ({ manager }) => {
    await manager.query('DELETE FROM tallies')
    await manager.query('UPDATE takes SET tallies = NULL')
  })
