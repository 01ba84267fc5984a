import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Sqlite from 'better-sqlite3'
import { afterAll, describe, expect, it } from 'vitest'
import { openStore } from './open.ts'
import { writeTune } from './tunes.ts'

const folder = mkdtempSync(join(tmpdir(), 'eager-contour-'))
afterAll(() => rmSync(folder, { recursive: true }))

const tune = (number: number, more: object = {}) => ({
  revision: 0,
  edit: `edit-full-${number}`,
  title: `Tune ${number}`,
  chart: `| C |${' '.repeat(3000)}`,
  ...more,
})
const idOf = (number: number) => `tune-full-${number}`

type Database = Awaited<ReturnType<typeof openStore>>

/** Leaves room for a few more pages, as far as this connection knows. */
const leaveRoom = async ({ source }: Database, pages: number) => {
  const [{ page_count: taken }] = (await source.query('PRAGMA page_count')) as [{ page_count: number }]
  await source.query(`PRAGMA max_page_count = ${taken + pages}`)
}
const untilFull = async (write: (number: number) => Promise<unknown>) => {
  for (let number = 10; number < 100; number += 1) await write(number)
}

describe('a disk that is full', () => {
  it('loses nothing that was answered, neither before nor after there is room again', async () => {
    const file = join(folder, 'full.db')
    const database = await openStore(file)
    const answered: string[] = []
    const write = async (number: number, more: object = {}) => {
      await writeTune(database, idOf(number), tune(number, more))
      answered.push(idOf(number))
    }
    await write(1)
    await leaveRoom(database, 8)
    await expect(untilFull(write)).rejects.toThrow(/full/)
    await database.source.query('PRAGMA max_page_count = 100000')
    await expect(write(1, { revision: 9, edit: 'edit-full-x' })).rejects.toThrow(/older revision/)
    for (let number = 200; number < 250; number += 1) await write(number)
    // Another program sees what is committed.
    const other = new Sqlite(file, { readonly: true })
    const stored = other.prepare('SELECT id FROM tunes').all() as { id: string }[]
    other.close()
    expect(stored.map(({ id }) => id).sort()).toEqual([...answered].sort())
    await database.close()
  })

  it('is met by opening the file again: nothing of the failed connection is left', async () => {
    const database = await openStore(join(folder, 'again.db'))
    const write = (number: number) => writeTune(database, `tune-again-${number}`, tune(number))
    await write(1)
    // The limit belongs to the connection: only another one can write again.
    await leaveRoom(database, 2)
    await expect(untilFull(write)).rejects.toThrow(/full/)
    for (let number = 200; number < 220; number += 1) await write(number)
    await database.close()
  })
})
