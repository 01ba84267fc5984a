import { foretoldRecall, type Memory, type MemoryParameters, remembered } from '@eager-contour/core'
import type { Store } from './database.ts'
import { ItemEntity, type ItemRun, itemIdOf, itemsOf, recountItem } from './items.ts'
import { parametersInUse } from './memoryFit.ts'
import { NO_TRANSACTION } from './resource.ts'
import { tuneRunsToCount } from './runs.ts'

/** Items, and runs, that are written in one transaction: meanwhile nothing else is. */
const ITEMS_AT_ONCE = 200
const RUNS_AT_ONCE = 1000

interface OwnRun extends ItemRun {
  readonly id: string
  readonly foretold: number | null
}

/** The finished runs of the player's own, oldest first. */
export const ownRuns = ({ manager }: Store): Promise<readonly OwnRun[]> =>
  manager.query(
    `SELECT id, tune, rung, "key", fromBar, toBar, line, fromMemory, tempo, state, verdict, source, playedAt, foretold
     FROM runs WHERE removed = 0 AND state = 'finished' AND source <> 'simulated' ORDER BY playedAt`,
  )

/** Lets others have their turn. */
export const nextTurn = (): Promise<void> => new Promise((next) => setImmediate(next))

/** The runs of which something else is foretold than is stored. */
const foretoldAnew = (runs: readonly OwnRun[], parameters: MemoryParameters | undefined) => {
  const memories = new Map<string, Memory>()
  return runs.flatMap((run) => {
    const item = itemIdOf(run)
    const before = memories.get(item)
    memories.set(item, remembered(before, run.verdict, run.playedAt, parameters))
    const foretold = (before && foretoldRecall(before, run.playedAt)) ?? null
    return foretold === run.foretold ? [] : [{ id: run.id, foretold }]
  })
}

/**
 * Counts all items again from the runs, with the parameters of the memory that are in use now, and what was foretold of each run;
 * the server answers meanwhile.
 */
export const recountItems = async (store: Store): Promise<void> => {
  const parameters = await parametersInUse(store.manager)
  const runs = await ownRuns(store)
  const anew = foretoldAnew(runs, parameters)
  for (let at = 0; at < anew.length; at += RUNS_AT_ONCE) {
    await store.transaction(async ({ manager }) => {
      for (const { id, foretold } of anew.slice(at, at + RUNS_AT_ONCE))
        await manager.query('UPDATE runs SET foretold = ? WHERE id = ?', [foretold, id])
    })
    await nextTurn()
  }
  const lastOf = new Map(runs.map((run) => [itemIdOf(run), run]))
  const items = itemsOf(runs, parameters)
  for (let at = 0; at < items.length; at += ITEMS_AT_ONCE) {
    await store.transaction(async ({ manager }) => {
      for (const item of items.slice(at, at + ITEMS_AT_ONCE)) {
        const now = await manager.findOneBy(ItemEntity, { id: item.id })
        // A run that was saved meanwhile is the newer one.
        if (now && now.memory.last > item.memory.last)
          await recountItem(manager, lastOf.get(item.id)!, tuneRunsToCount(manager))
        else await manager.save(manager.create(ItemEntity, item), NO_TRANSACTION)
      }
    })
    await nextTurn()
  }
}
