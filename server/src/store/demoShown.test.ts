import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { DemoData } from '@eager-contour/contract'
import { afterAll, expect, it } from 'vitest'
import { fillWithDemo } from './demo.ts'
import { isDemoShown, showDemo } from './demoShown.ts'
import { listItems } from './items.ts'
import { openStore } from './open.ts'
import { regradeRuns } from './regrading.ts'
import { pageOfRuns } from './runLists.ts'
import { listTallies } from './tallies.ts'
import { listTunes, writeTune } from './tunes.ts'

const folder = mkdtempSync(join(tmpdir(), 'eager-contour-'))
afterAll(() => rmSync(folder, { recursive: true }))

/** The demo as it is built, with its last runs only: counting all of them takes a while. */
const demo = (): DemoData => {
  const whole = JSON.parse(
    readFileSync(join(import.meta.dirname, '../../../demo/generated/demo.json'), 'utf8'),
  ) as DemoData
  return { ...whole, runs: whole.runs.slice(-40) }
}

it('the demo is removed as a whole, with what was counted of it, and brought back the same; what is the player’s own stays', async () => {
  const store = await openStore(join(folder, 'demo.db'))
  const read = demo()
  await fillWithDemo(store, () => read)
  await (await regradeRuns(store)).done
  await writeTune(store, 'tune-mine', { revision: 0, edit: 'edit-mine', title: 'Mine', chart: '| C |' })
  const day = read.runs.at(-1)!.playedAt.slice(0, 10)
  const all = async () => ({
    tunes: (await listTunes(store)).map(({ id }) => id),
    runs: (await pageOfRuns(store, {})).runs.map(({ id }) => id),
    items: (await listItems(store)).map(({ id, memory }) => [id, memory]).sort(),
    notes: (await listTallies(store, { day })).reduce((sum, { notes }) => sum + notes, 0),
    lines: await store.source.query('SELECT id FROM lines WHERE removed = 0 ORDER BY id'),
    phrases: await store.source.query('SELECT id FROM phrases WHERE removed = 0 ORDER BY id'),
  })
  const before = await all()
  expect(before.notes).toBeGreaterThan(100)
  expect(await isDemoShown(store, read)).toEqual({ shown: true })
  await showDemo(store, read, { shown: false })
  expect(await all()).toEqual({ tunes: ['tune-mine'], runs: [], items: [], notes: 0, lines: [], phrases: [] })
  expect(await isDemoShown(store, read)).toEqual({ shown: false })
  // Removed twice is removed once.
  await showDemo(store, read, { shown: false })
  await showDemo(store, read, { shown: true })
  expect(await all()).toEqual(before)
  await store.close()
}, 60_000)
