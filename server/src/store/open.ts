import { closeSync, existsSync, mkdirSync, openSync, readSync, statSync } from 'node:fs'
import { dirname } from 'node:path'
import Sqlite from 'better-sqlite3'
import { DataSource } from 'typeorm'
import { copyBeforeMigration } from './copies.ts'
import { type Database, databaseOf } from './database.ts'
import { lockFile } from './lock.ts'
import { MIGRATIONS } from './migrations/index.ts'
import { RESOURCES } from './resources.ts'

const BUSY_MS = 3000
const HEADER = 'SQLite format 3\0'

/** The file can't be used as it is; the message is for the player, and nothing was written. */
export class StorageError extends Error {
  override name = 'StorageError'
}

/**
 * Opens the database file, creates it if there is none, and migrates it to the newest tables. A copy is made before
 * that; `tell` is given its path in a sentence.
 */
export const openStore = async (file: string, tell: (news: string) => void = () => {}): Promise<Database> => {
  mkdirSync(dirname(file), { recursive: true })
  const unlock = lockFile(file)
  if (!unlock)
    throw new StorageError(
      `Another Eager Contour is using ${file}. Stop it, or start this one with DATA_FILE set to another place.`,
    )
  try {
    return databaseOf(await migrated(file, tell), unlock)
  } catch (error) {
    unlock()
    throw error
  }
}

const migrated = async (file: string, tell: (news: string) => void): Promise<DataSource> => {
  if (existsSync(file) && inspect(file) > 0)
    tell(`The database is brought up to date. A copy of it as it was is in ${copyBeforeMigration(file)}.`)
  const source = new DataSource({
    type: 'better-sqlite3',
    database: file,
    enableWAL: true,
    timeout: BUSY_MS,
    entities: RESOURCES.flatMap(({ entities }) => entities) as (new () => object)[],
    migrations: MIGRATIONS,
    migrationsRun: true,
    prepareDatabase: (database: { pragma: (text: string) => void }) => {
      database.pragma('foreign_keys = ON')
      database.pragma('synchronous = FULL')
    },
  })
  try {
    return await source.initialize()
  } catch (error) {
    throw new StorageError(
      `The database ${file} could not be opened: ${messageOf(error)}. The file is as it was.`,
    )
  }
}

const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))

/** The names of the migrations that a newer version of the application has made, and of those still to be made. */
const migrationsOf = (database: InstanceType<typeof Sqlite>, file: string) => {
  const tables = database.prepare("SELECT name FROM sqlite_master WHERE type = 'table'").all() as {
    name: string
  }[]
  if (tables.length === 0) return { unknown: [], missing: 0 }
  if (!tables.some(({ name }) => name === 'migrations'))
    throw new StorageError(
      `${file} is the database of another program. It is left as it is: start with DATA_FILE set to another place.`,
    )
  const made = (database.prepare('SELECT name FROM migrations').all() as { name: string }[]).map(
    ({ name }) => name,
  )
  const known = MIGRATIONS.map(({ name }) => name)
  return {
    unknown: made.filter((name) => !known.includes(name)),
    missing: known.filter((name) => !made.includes(name)).length,
  }
}

/**
 * Inspects the file without writing: whether it is a database of this application, intact, and not locked. Returns
 * the number of migrations that it lacks.
 */
const inspect = (file: string): number => {
  if (statSync(file).size === 0) return 0
  if (readHeader(file) !== HEADER)
    throw new StorageError(
      `${file} is not a database of Eager Contour. It is left as it is: move it away, or start with DATA_FILE set to another place.`,
    )
  let database: InstanceType<typeof Sqlite> | undefined
  try {
    database = new Sqlite(file, { timeout: BUSY_MS, readonly: true })
    const { unknown, missing } = migrationsOf(database, file)
    if (unknown.length > 0)
      throw new StorageError(
        `${file} was written by a newer version of Eager Contour (it knows ${unknown.join(', ')}). It is left as it is: start that version, or set DATA_FILE to another place.`,
      )
    const found = database.pragma('quick_check(1)', { simple: true })
    if (found !== 'ok')
      throw new StorageError(
        `The database ${file} is damaged (${String(found)}). It is left as it is: put a backup in its place, or start with DATA_FILE set to another place.`,
      )
    database.close()
    database = new Sqlite(file, { timeout: BUSY_MS, fileMustExist: true })
    database.exec('BEGIN IMMEDIATE; ROLLBACK')
    return missing
  } catch (error) {
    if (error instanceof StorageError) throw error
    const code = (error as { code?: string }).code ?? ''
    if (code.startsWith('SQLITE_BUSY'))
      throw new StorageError(
        `The database ${file} is locked by another program. Close that program and start again; nothing was changed.`,
      )
    throw new StorageError(`The database ${file} cannot be read (${messageOf(error)}). It is left as it is.`)
  } finally {
    database?.close()
  }
}

const readHeader = (file: string): string => {
  const handle = openSync(file, 'r')
  try {
    const bytes = Buffer.alloc(HEADER.length)
    readSync(handle, bytes, 0, HEADER.length, 0)
    return bytes.toString('latin1')
  } finally {
    closeSync(handle)
  }
}
