import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, expect, it } from 'vitest'
import { days } from './days.ts'
import { ConflictError } from './errors.ts'
import { openStore } from './open.ts'

const folder = mkdtempSync(join(tmpdir(), 'eager-contour-'))
afterAll(() => rmSync(folder, { recursive: true }))

it('words to a day are written, listed from a day on, and not overwritten by an older edit', async () => {
  const store = await openStore(join(folder, 'days.db'))
  const write = (day: string, words: string, revision: number) =>
    days.write(store, day, { words, revision, edit: `edit-${day}-${revision}` })
  await write('2026-11-02', 'tired lips', 0)
  await write('2026-11-20', 'the bridge at last', 0)
  await write('2026-11-20', 'the bridge, at 120', 1)
  await expect(write('2026-11-20', 'from another tab', 0)).rejects.toThrow(ConflictError)
  const listed = (since?: string) => days.list!.read(store, since ? { since } : {})
  expect(await listed()).toMatchObject([
    { id: '2026-11-02', words: 'tired lips', revision: 1 },
    { id: '2026-11-20', words: 'the bridge, at 120', revision: 2 },
  ])
  expect(await listed('2026-11-03')).toHaveLength(1)
  await store.close()
})
