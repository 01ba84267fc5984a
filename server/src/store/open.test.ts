import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Sqlite from 'better-sqlite3'
import { afterAll, describe, expect, it } from 'vitest'
import { TuneEntity } from './entities.ts'
import { openStore, StorageError } from './open.ts'
import { writeTune } from './records.ts'

const folder = mkdtempSync(join(tmpdir(), 'eager-contour-'))
afterAll(() => rmSync(folder, { recursive: true }))
const at = (name: string) => join(folder, name)

describe('openStore', () => {
  it('makes the file and its tables, in write-ahead logging, with foreign keys on', async () => {
    const source = await openStore(at('new/deep.db'))
    expect(await source.query('PRAGMA journal_mode')).toEqual([{ journal_mode: 'wal' }])
    expect(await source.query('PRAGMA foreign_keys')).toEqual([{ foreign_keys: 1 }])
    expect(await source.query('PRAGMA synchronous')).toEqual([{ synchronous: 2 }])
    await source.destroy()
  })

  it('finds again what was written, and migrates once', async () => {
    const first = await openStore(at('twice.db'))
    await writeTune(first, 'tune-0001', { revision: 0, edit: 'edit-0001', title: 'Quay', chart: '| C |' })
    await first.destroy()
    const second = await openStore(at('twice.db'))
    expect(await second.manager.count(TuneEntity)).toBe(1)
    await second.destroy()
  })

  it('has the tables that its entities describe', async () => {
    const source = await openStore(at('schema.db'))
    const wanted = await source.driver.createSchemaBuilder().log()
    const columns = wanted.upQueries.filter(({ query }) =>
      /ADD COLUMN|DROP COLUMN|CREATE TABLE "(?!temporary)/.test(query),
    )
    expect(columns).toEqual([])
    await source.destroy()
  })

  it('leaves a file that is no database as it is, and says so', async () => {
    writeFileSync(at('letter.db'), 'Dear reader, this is a letter and not a database.')
    const before = readFileSync(at('letter.db'))
    await expect(openStore(at('letter.db'))).rejects.toThrow(StorageError)
    await expect(openStore(at('letter.db'))).rejects.toThrow(/is not a database of Eager Contour/)
    expect(readFileSync(at('letter.db'))).toEqual(before)
  })

  it('leaves a damaged database as it is, and says so', async () => {
    const source = await openStore(at('damaged.db'))
    for (let index = 0; index < 60; index += 1)
      await writeTune(source, `tune-00${index + 10}`, {
        revision: 0,
        edit: `edit-00${index + 10}`,
        title: 'x'.repeat(150),
        chart: '| C |'.repeat(300),
      })
    await source.query('PRAGMA wal_checkpoint(TRUNCATE)')
    await source.destroy()
    const bytes = readFileSync(at('damaged.db'))
    bytes.fill(0xee, 4096 * 2, 4096 * 12)
    writeFileSync(at('damaged.db'), bytes)
    await expect(openStore(at('damaged.db'))).rejects.toThrow(StorageError)
    expect(readFileSync(at('damaged.db'))).toEqual(bytes)
  })

  it('waits for a locked database a while, then says so and changes nothing', async () => {
    const source = await openStore(at('locked.db'))
    await source.destroy()
    const other = new Sqlite(at('locked.db'))
    other.exec('BEGIN EXCLUSIVE')
    await expect(openStore(at('locked.db'))).rejects.toThrow(/locked by another program/)
    other.exec('ROLLBACK')
    other.close()
    const free = await openStore(at('locked.db'))
    await free.destroy()
  })
})
