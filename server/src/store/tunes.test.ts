import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, expect, it } from 'vitest'
import { openStore } from './open.ts'
import { tunes, writeTune } from './tunes.ts'

const folder = mkdtempSync(join(tmpdir(), 'eager-contour-'))
afterAll(() => rmSync(folder, { recursive: true }))

it('a chart keeps what it was before each change, the last fifty; a name or a tag alone is no version', async () => {
  const store = await openStore(join(folder, 'versions.db'))
  const write = (revision: number, chart: string, more: object = {}) =>
    writeTune(store, 'tune-0001', {
      ...{ title: 'Quay', chart, revision, edit: `edit-quay-${revision}` },
      ...more,
    })
  await write(0, '| C0 |')
  await write(1, '| C0 |', { tags: ['opener'] })
  for (let at = 2; at < 60; at += 1) await write(at, `| C${at} |`)
  const versions = (await tunes.children!.versions!(store, 'tune-0001')) as readonly {
    revision: number
    chart: string
    keptAt: string
  }[]
  expect(versions).toHaveLength(50)
  expect(versions[0]).toMatchObject({ revision: 59, chart: '| C58 |' })
  expect(versions.map(({ revision }) => revision)).toEqual(versions.map((_, at) => 59 - at))
  // The same edit once more is the same edit.
  await write(59, '| C59 |')
  expect(await tunes.children!.versions!(store, 'tune-0001')).toHaveLength(50)
  await store.close()
})
