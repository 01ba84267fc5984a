import { freshnessOf, recallOf } from '@eager-contour/core'
import type { Store } from './database.ts'
import { ItemEntity } from './items.ts'
import { isWhole } from './json.ts'

/** Rows that are read at once. */
const PAGE = 1000

/** How everything that was practised stands now, as rows: what is due first comes first. */
export async function* ladderForCsv(
  store: Store,
): AsyncGenerator<readonly Readonly<Record<string, string | number>>[]> {
  const titles = new Map(
    (
      (await store.manager.query('SELECT id, title FROM tunes')) as readonly {
        readonly id: string
        readonly title: string
      }[]
    ).map(({ id, title }) => [id, title]),
  )
  const now = new Date()
  for (let from = 0; ; from += PAGE) {
    const items = await store.manager.find(ItemEntity, {
      order: { due: 'ASC', id: 'ASC' },
      skip: from,
      take: PAGE,
    })
    yield items.filter(isWhole).map(({ tune, rung, key, fromBar, toBar, fromMemory, memory, recent }) => ({
      tune: titles.get(tune) ?? '',
      firstBar: fromBar + 1,
      lastBar: toBar + 1,
      rung,
      key,
      fromMemory: fromMemory ? 'yes' : 'no',
      runs: memory.reviews,
      lastPlayed: memory.last,
      lastVerdict: recent.at(-1)?.verdict ?? '',
      lastTempo: recent.at(-1)?.tempo ?? '',
      state: freshnessOf(memory, now),
      recallPercent: Math.round(100 * recallOf(memory, now)),
      due: memory.due,
    }))
    if (items.length < PAGE) return
  }
}
