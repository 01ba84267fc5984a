import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { BODIES } from '../../test/bodies.ts'
import { exercises } from './exercises.ts'
import { lines } from './lines.ts'
import { openStore } from './open.ts'
import { phrases } from './phrases.ts'
import { listTuneRuns } from './runLists.ts'
import { writeRun } from './runs.ts'
import { setLists } from './setLists.ts'
import { tunes, writeTune } from './tunes.ts'

const folder = mkdtempSync(join(tmpdir(), 'eager-contour-'))
afterAll(() => rmSync(folder, { recursive: true }))

describe('the bin', () => {
  it('has what was deleted for 30 days, with its runs; what is brought back is as it was', async () => {
    const store = await openStore(join(folder, 'bin.db'))
    const body = { title: 'Quay', chart: '| Dm7 | G7 |', tags: ['blues', 'for Friday'] }
    const first = await writeTune(store, 'tune-0001', { ...body, revision: 0, edit: 'edit-0001' })
    expect(first.tags).toEqual(body.tags)
    // An edit of an earlier version knows no tags: they stay.
    const { title, chart } = body
    const second = await writeTune(store, 'tune-0001', { title, chart, revision: 1, edit: 'edit-0002' })
    expect(second.tags).toEqual(body.tags)
    await writeRun(store, 'run-0001', BODIES['runs/run-0001'] as never)
    const list = () => tunes.list!.read(store, {})
    const bin = () => tunes.lists!.bin!.read(store, {})
    expect(await bin()).toEqual([])
    await writeTune(store, 'tune-0001', { title, chart, removed: true, revision: 2, edit: 'edit-0003' })
    expect(await list()).toEqual([])
    expect(await bin()).toMatchObject([{ id: 'tune-0001', tags: body.tags, removedAt: expect.any(String) }])
    // What was written meanwhile, in another tab, doesn't bring it back.
    await writeTune(store, 'tune-0001', { title, chart: '| C |', revision: 3, edit: 'edit-0004' })
    expect(await list()).toEqual([])
    await writeTune(store, 'tune-0001', { title, chart, removed: false, revision: 4, edit: 'edit-0005' })
    expect(await bin()).toEqual([])
    expect(await list()).toMatchObject([{ id: 'tune-0001', title, chart, tags: body.tags }])
    expect(await listTuneRuns(store, 'tune-0001')).toHaveLength(1)
    await store.source.query(`UPDATE tunes SET removedAt = '2020-01-01T00:00:00.000Z'`)
    expect(await bin()).toEqual([])
    expect(await list()).toEqual([])
    await store.close()
  })

  it('has lines, phrases, exercises and set lists too, each as it was', async () => {
    const store = await openStore(join(folder, 'more.db'))
    await writeTune(store, 'tune-0001', {
      ...BODIES['tunes/tune-0001'],
      revision: 0,
      edit: 'edit-tune-0',
    } as never)
    for (const { path, list, lists, write } of [lines, phrases, exercises, setLists]) {
      const [id, body] = Object.entries(BODIES).find(([address]) => address.startsWith(`${path}/`))!
      const name = id.split('/')[1]!
      const given = { ...body, revision: 0, edit: `edit-${path}-0` }
      await write(store, name, given as never)
      const before = (await list!.read(store, {})) as readonly object[]
      await write(store, name, { ...given, revision: 1, edit: `edit-${path}-1`, removed: true } as never)
      expect(await list!.read(store, {})).toEqual([])
      const { updatedAt: _at, revision: _revision, ...was } = before[0] as Record<string, unknown>
      expect(await lists!.bin!.read(store, {})).toMatchObject([was])
      await write(store, name, { ...given, revision: 2, edit: `edit-${path}-2`, removed: false } as never)
      expect(await lists!.bin!.read(store, {})).toEqual([])
      expect(await list!.read(store, {})).toMatchObject([was])
    }
    await store.close()
  })
})
