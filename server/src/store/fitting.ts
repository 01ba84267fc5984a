import {
  fitMemory,
  foretellsBetter,
  type ItemReview,
  LEAST_REVIEWS,
  type MemoryFit,
} from '@eager-contour/core'
import type { Database } from './database.ts'
import { type ItemRun, itemIdOf } from './items.ts'
import { MEMORY_FIT, MemoryFitEntity, readFit, readMemory } from './memoryFit.ts'
import { nextTurn, ownRuns, recountItems } from './recounting.ts'
import { NO_TRANSACTION } from './resource.ts'

/** A fit stands for so many days. */
const FIT_DAYS = 7
const DAY_MS = 86_400_000

const reviewsOf = (runs: readonly ItemRun[]): readonly (readonly ItemReview[])[] => {
  const byItem = new Map<string, ItemReview[]>()
  for (const run of runs) {
    const id = itemIdOf(run)
    const review = { verdict: run.verdict, at: run.playedAt }
    const known = byItem.get(id)
    if (known) known.push(review)
    else byItem.set(id, [review])
  }
  return [...byItem.values()]
}

/**
 * Fits the parameters of the memory to the player's own log once there are enough reviews, and again after a week; they are used
 * only if they foretell the last reviews better. The server answers meanwhile.
 *
 * @param isStopping asked between the steps
 * @returns the new fit; undefined if there is none
 */
export const fitToLog = async (
  database: Database,
  now: Date,
  isStopping: () => boolean = () => false,
): Promise<MemoryFit | undefined> => {
  const before = await readFit(database.manager)
  if (before && now.getTime() - Date.parse(before.fittedAt) < FIT_DAYS * DAY_MS) return undefined
  if ((await readMemory(database)).reviews < LEAST_REVIEWS) return undefined
  const steps = fitMemory(reviewsOf(await ownRuns(database)))
  for (;;) {
    if (isStopping()) return undefined
    const { done, value } = steps.next()
    if (!done) {
      await nextTurn()
      continue
    }
    if (!value) return undefined
    const isUsed = foretellsBetter(value)
    await database.transaction(async ({ manager }) => {
      const row = { ...value, id: MEMORY_FIT, isUsed, fittedAt: now.toISOString() }
      await manager.save(manager.create(MemoryFitEntity, row as never), NO_TRANSACTION)
    })
    if (isUsed || before?.isUsed) await recountItems(database)
    return value
  }
}
