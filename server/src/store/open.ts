import { closeSync, existsSync, mkdirSync, openSync, readSync, statSync } from 'node:fs'
import { dirname } from 'node:path'
import Sqlite from 'better-sqlite3'
import { DataSource } from 'typeorm'
import { type Database, databaseOf } from './database.ts'
import { MIGRATIONS } from './migrations/index.ts'
import { RESOURCES } from './resources.ts'

const BUSY_MS = 3000
const HEADER = 'SQLite format 3\0'

/** The file can't be used as it is; the message is for the player, and nothing was written. */
export class StorageError extends Error {
  override name = 'StorageError'
}

/** Opens the database file, creates it if there is none, and migrates it to the newest tables. */
export const openStore = async (file: string): Promise<Database> => {
  mkdirSync(dirname(file), { recursive: true })
  if (existsSync(file)) inspect(file)
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
    return databaseOf(await source.initialize())
  } catch (error) {
    throw new StorageError(
      `The database ${file} could not be opened: ${messageOf(error)}. The file is as it was.`,
    )
  }
}

const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))

/** Inspects the file without writing: whether it is a database, intact, and not locked. */
const inspect = (file: string): void => {
  if (statSync(file).size === 0) return
  if (readHeader(file) !== HEADER)
    throw new StorageError(
      `${file} is not a database of Eager Contour. It is left as it is: move it away, or start with DATA_FILE set to another place.`,
    )
  let database: InstanceType<typeof Sqlite> | undefined
  try {
    database = new Sqlite(file, { timeout: BUSY_MS, fileMustExist: true })
    const found = database.pragma('quick_check(1)', { simple: true })
    if (found !== 'ok')
      throw new StorageError(
        `The database ${file} is damaged (${String(found)}). It is left as it is: put a backup in its place, or start with DATA_FILE set to another place.`,
      )
    database.exec('BEGIN IMMEDIATE; ROLLBACK')
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
