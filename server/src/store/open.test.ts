import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { DEFAULT_SETTINGS } from '@eager-contour/contract'
import Sqlite from 'better-sqlite3'
import { afterAll, describe, expect, it } from 'vitest'
import { MIGRATIONS } from './migrations/index.ts'
import { PlainNames1764600000000 } from './migrations/plainNames.ts'
import { Variants1764900000000 } from './migrations/variants.ts'
import { openStore, StorageError } from './open.ts'
import { readSettings } from './settings.ts'
import { TuneEntity, writeTune } from './tunes.ts'

const folder = mkdtempSync(join(tmpdir(), 'eager-contour-'))
afterAll(() => rmSync(folder, { recursive: true }))
const at = (name: string) => join(folder, name)

/** Undoes a migration and all that came after it. */
const undoFrom = async (
  { source }: Awaited<ReturnType<typeof openStore>>,
  first: (typeof MIGRATIONS)[number],
): Promise<void> => {
  for (let step = MIGRATIONS.indexOf(first); step < MIGRATIONS.length; step += 1)
    await source.undoLastMigration()
}

describe('openStore', () => {
  it('makes the file and its tables, in write-ahead logging, with foreign keys on', async () => {
    const database = await openStore(at('new/deep.db'))
    expect(await database.source.query('PRAGMA journal_mode')).toEqual([{ journal_mode: 'wal' }])
    expect(await database.source.query('PRAGMA foreign_keys')).toEqual([{ foreign_keys: 1 }])
    expect(await database.source.query('PRAGMA synchronous')).toEqual([{ synchronous: 2 }])
    await database.close()
  })

  it('finds again what was written, and migrates once', async () => {
    const first = await openStore(at('twice.db'))
    await writeTune(first, 'tune-0001', { revision: 0, edit: 'edit-0001', title: 'Quay', chart: '| C |' })
    await first.close()
    const second = await openStore(at('twice.db'))
    expect(await second.manager.count(TuneEntity)).toBe(1)
    await second.close()
  })

  it('has the tables that its entities describe', async () => {
    const database = await openStore(at('schema.db'))
    const wanted = await database.source.driver.createSchemaBuilder().log()
    const columns = wanted.upQueries.filter(({ query }) =>
      /ADD COLUMN|DROP COLUMN|CREATE TABLE "(?!temporary)/.test(query),
    )
    expect(columns).toEqual([])
    await database.close()
  })

  it('leaves a file that isn’t a database unchanged and reports it', async () => {
    writeFileSync(at('letter.db'), 'Dear reader, this is a letter and not a database.')
    const before = readFileSync(at('letter.db'))
    await expect(openStore(at('letter.db'))).rejects.toThrow(StorageError)
    await expect(openStore(at('letter.db'))).rejects.toThrow(/is not a database of Eager Contour/)
    expect(readFileSync(at('letter.db'))).toEqual(before)
  })

  it('leaves a damaged database unchanged and reports it', async () => {
    const database = await openStore(at('damaged.db'))
    for (let index = 0; index < 60; index += 1)
      await writeTune(database, `tune-00${index + 10}`, {
        revision: 0,
        edit: `edit-00${index + 10}`,
        title: 'x'.repeat(150),
        chart: '| C |'.repeat(300),
      })
    await database.source.query('PRAGMA wal_checkpoint(TRUNCATE)')
    await database.close()
    const bytes = readFileSync(at('damaged.db'))
    bytes.fill(0xee, 4096 * 2, 4096 * 12)
    writeFileSync(at('damaged.db'), bytes)
    await expect(openStore(at('damaged.db'))).rejects.toThrow(StorageError)
    expect(readFileSync(at('damaged.db'))).toEqual(bytes)
  })

  it('waits for a locked database, then reports it and changes nothing', async () => {
    const database = await openStore(at('locked.db'))
    await database.close()
    const other = new Sqlite(at('locked.db'))
    other.exec('BEGIN EXCLUSIVE')
    await expect(openStore(at('locked.db'))).rejects.toThrow(/locked by another program/)
    other.exec('ROLLBACK')
    other.close()
    const free = await openStore(at('locked.db'))
    await free.close()
  })
})

describe('the migrations to plain names and to one value for all settings', () => {
  it('carry over what was stored, and can be undone', async () => {
    const database = await openStore(at('names.db'))
    await writeTune(database, 'tune-0001', { revision: 0, edit: 'edit-0001', title: 'Quay', chart: '| C |' })
    await undoFrom(database, PlainNames1764600000000)
    const run = `INSERT INTO "runs" ("id", "tune", "playedAt", "rung", "key", "fromBar", "toBar", "tempo", "state", "verdict", "marks", "source")
      VALUES (?, 'tune-0001', '2026-11-01T10:00:00.000Z', 'outline-up', 'C major', 0, 3, 120, 'finished', ?, '{}', 'midi')`
    const old = ['again', 'nearly', 'holds', 'moves on']
    for (const verdict of old) await database.source.query(run, [`run-${verdict}`, verdict])
    await database.source.query(`INSERT INTO "takes" ("run", "take") VALUES ('run-again', ?)`, [
      JSON.stringify({ notes: [], aside: [{ midi: 60 }] }),
    ])
    await database.source.query(
      `INSERT INTO "settings" ("id", "revision", "lastEdit", "updatedAt", "instrument", "look", "chordStyle", "scaleNames", "player", "grading")
       VALUES ('settings', 1, 'edit-0001', '', 'concert', 'system', 'letters', 'mode', '', ?)`,
      [JSON.stringify({ leasts: { nearly: 60, holds: 80, movesOn: 90 } })],
    )
    const rows = async (query: string) => (await database.source.query(query)) as Record<string, string>[]
    const runsAndTake = async () => ({
      verdicts: (await rows('SELECT verdict FROM runs ORDER BY rowid')).map(({ verdict }) => verdict),
      take: JSON.parse((await rows('SELECT take FROM takes'))[0]!.take!),
    })
    const grading = async () => JSON.parse((await rows('SELECT grading FROM settings'))[0]!.grading!)
    const before = [await runsAndTake(), await grading()]
    await database.source.runMigrations()
    expect(await runsAndTake()).toEqual({
      verdicts: ['again', 'close', 'solid', 'move on'],
      take: { notes: [], ungradedNotes: [{ midi: 60 }] },
    })
    expect(await readSettings(database)).toEqual({
      ...DEFAULT_SETTINGS,
      revision: 1,
      grading: { leasts: { close: 60, solid: 80, moveOn: 90 } },
    })
    await undoFrom(database, PlainNames1764600000000)
    expect([await runsAndTake(), await grading()]).toEqual(before)
    await database.close()
  })
})

describe('the migration to longer tables of variants', () => {
  it('renumbers what was kept and what takes were asked, and can be undone', async () => {
    const database = await openStore(at('variants.db'))
    await writeTune(database, 'tune-0001', { revision: 0, edit: 'edit-0001', title: 'Quay', chart: '| C |' })
    await undoFrom(database, Variants1764900000000)
    const exercise = `INSERT INTO "exercises" ("id", "title", "tune", "rung", "variant", "fromBar", "toBar", "tempo", "hide", "revision", "lastEdit", "updatedAt")
      VALUES (?, 'Mine', 'tune-0001', ?, ?, 0, 3, 80, 1, 1, 'edit-0001', '')`
    const kept = [
      ['from-below', 0, 2],
      ['small-set', 0, 2],
      ['chord-scales', 6, 5],
      ['enclosures', 13, 22],
      ['outline-up', 1, 1],
    ] as const
    for (const [rung, before] of kept)
      await database.source.query(exercise, [`exercise-${rung}`, rung, before])
    await database.source.query(
      `INSERT INTO "runs" ("id", "tune", "playedAt", "rung", "key", "fromBar", "toBar", "tempo", "state", "verdict", "marks", "source")
       VALUES ('run-0001', 'tune-0001', '2026-11-01T10:00:00.000Z', 'from-below', 'C major', 0, 3, 120, 'finished', 'solid', '{}', 'midi'),
              ('run-0002', 'tune-0001', '2026-11-01T10:00:00.000Z', 'from-below', 'C major', 0, 3, 120, 'finished', 'solid', '{}', 'midi')`,
    )
    const take = { notes: [], exercise: JSON.stringify({ rung: 'from-below', tempo: 120 }) }
    await database.source.query('INSERT INTO "takes" ("run", "take") VALUES (?, ?), (?, ?)', [
      'run-0001',
      JSON.stringify(take),
      'run-0002',
      'no take',
    ])
    const variants = async () =>
      (
        (await database.source.query('SELECT variant FROM exercises ORDER BY rowid')) as { variant: number }[]
      ).map(({ variant }) => variant)
    const takes = async () =>
      ((await database.source.query('SELECT take FROM takes ORDER BY run')) as { take: string }[]).map(
        (row) => row.take,
      )
    await database.source.runMigrations()
    expect(await variants()).toEqual(kept.map(([, , now]) => now))
    expect(JSON.parse(JSON.parse((await takes())[0]!).exercise)).toMatchObject({ variant: 2 })
    expect((await takes())[1]).toBe('no take')
    await undoFrom(database, Variants1764900000000)
    expect(await variants()).toEqual(kept.map(([, before]) => before))
    await database.close()
  })
})
