import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Sqlite from 'better-sqlite3'
import { afterAll, describe, expect, it } from 'vitest'
import { copyBeforeMigration } from './copies.ts'
import { openStore, StorageError } from './open.ts'
import { listTunes, writeTune } from './tunes.ts'

const folder = mkdtempSync(join(tmpdir(), 'eager-contour-'))
afterAll(() => rmSync(folder, { recursive: true }))
const at = (name: string) => join(folder, name)
const tune = (title: string) => ({ revision: 0, edit: `edit-${title}`, title, chart: '| C |' })

describe('one file', () => {
  it('is used by one server at a time; the second says so and leaves it alone', async () => {
    const first = await openStore(at('two.db'))
    await writeTune(first, 'tune-0001', tune('Quay01'))
    await expect(openStore(at('two.db'))).rejects.toThrow(/Another Eager Contour is using/)
    await writeTune(first, 'tune-0002', tune('Quay02'))
    await first.close()
    const next = await openStore(at('two.db'))
    expect(await listTunes(next)).toHaveLength(2)
    await next.close()
  })

  it('of a newer version, or of another program, is refused as it is', async () => {
    const newer = await openStore(at('newer.db'))
    await newer.source.query("INSERT INTO migrations (timestamp, name) VALUES (9e12, 'Later9000000000000')")
    await newer.close()
    const other = new Sqlite(at('other.db'))
    other.exec("CREATE TABLE recipes (name TEXT); INSERT INTO recipes VALUES ('soup')")
    other.close()
    for (const [name, why] of [
      ['newer.db', /newer version of Eager Contour \(it knows Later9000000000000\)/],
      ['other.db', /database of another program/],
    ] as const) {
      const before = readFileSync(at(name))
      await expect(openStore(at(name))).rejects.toThrow(StorageError)
      await expect(openStore(at(name))).rejects.toThrow(why)
      expect(readFileSync(at(name))).toEqual(before)
    }
  })

  it('is copied before it is migrated, which is told; three copies stay', async () => {
    const old = await openStore(at('old.db'))
    await writeTune(old, 'tune-0001', tune('Before'))
    await old.source.undoLastMigration()
    await old.close()
    const news: string[] = []
    const now = await openStore(at('old.db'), (one) => news.push(one))
    expect(news).toHaveLength(1)
    const copy = /is in (.*)\.$/.exec(news[0]!)![1]!
    const copied = new Sqlite(copy, { readonly: true })
    expect(copied.prepare('SELECT title FROM tunes').all()).toEqual([{ title: 'Before' }])
    copied.close()
    await now.close()
    const again = await openStore(at('old.db'), (one) => news.push(one))
    expect(news).toHaveLength(1)
    await again.close()
    for (let minute = 10; minute < 15; minute += 1)
      copyBeforeMigration(at('old.db'), new Date(`2030-01-01T00:${minute}:00Z`))
    const copies = readdirSync(folder).filter((name) => name.startsWith('old.db.before-'))
    expect(copies.sort().map((name) => /T00-(\d+)/.exec(name)?.[1])).toEqual(['12', '13', '14'])
  })
})

describe('one broken cell', () => {
  it('fails no list: its row is left out, and stays in the file', async () => {
    const database = await openStore(at('cell.db'))
    await writeTune(database, 'tune-0001', tune('Whole0'))
    await writeTune(database, 'tune-0002', tune('Broken'))
    await database.source.query(`UPDATE tunes SET readings = '[{' WHERE id = 'tune-0002'`)
    expect((await listTunes(database)).map(({ title }) => title)).toEqual(['Whole0'])
    expect(await database.source.query('SELECT count(*) AS count FROM tunes')).toEqual([{ count: 2 }])
    await database.close()
  })
})
