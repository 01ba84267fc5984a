import type { DemoBody, DemoData } from '@eager-contour/contract'
import type { Store } from './database.ts'
import { runWords } from './runWords.ts'

/** Its tables, and how a record is marked as deleted in each. */
const TABLES = [
  { part: 'tunes', removed: `"removedAt" = CASE WHEN ? THEN strftime('%Y-%m-%dT%H:%M:%fZ') END` },
  { part: 'lines', removed: '"removed" = ?' },
  { part: 'phrases', removed: '"removed" = ?' },
] as const

const idsOf = (records: readonly { readonly id: string }[]): string =>
  JSON.stringify(records.map(({ id }) => id))

/** Whether any of the demo's tunes is there. */
export const isDemoShown = async ({ manager }: Store, { tunes }: DemoData): Promise<DemoBody> => {
  const [found] = (await manager.query(
    'SELECT COUNT(*) AS count FROM tunes WHERE removedAt IS NULL AND id IN (SELECT value FROM json_each(?))',
    [idsOf(tunes)],
  )) as readonly { readonly count: number }[]
  return { shown: (found?.count ?? 0) > 0 }
}

/**
 * Deletes the demo as a whole, its tunes, lines, phrases and runs, or brings all of it back; what the player has made besides
 * stays, and what is counted follows.
 */
export const showDemo = async (store: Store, demo: DemoData, { shown }: DemoBody): Promise<DemoBody> => {
  const edit = `demo-${shown ? 'back' : 'gone'}-${Date.now()}`
  await store.transaction(async (inside) => {
    const { manager } = inside
    for (const { part, removed } of TABLES)
      await manager.query(
        `UPDATE ${part} SET ${removed}, revision = revision + 1, lastEdit = ?
         WHERE id IN (SELECT value FROM json_each(?))`,
        [shown ? 0 : 1, edit, idsOf(demo[part])],
      )
    const runs: readonly { readonly id: string; readonly words: string; readonly revision: number }[] =
      await manager.query(
        'SELECT id, words, revision FROM runs WHERE removed = ? AND id IN (SELECT value FROM json_each(?))',
        [shown ? 1 : 0, idsOf(demo.runs)],
      )
    for (const { id, words, revision } of runs)
      await runWords.write(inside, id, { words, revision, removed: !shown, edit: `${edit}-${revision}` })
  })
  return { shown }
}
