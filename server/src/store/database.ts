import type { DataSource, EntityManager } from 'typeorm'

/** Where records are read and written: the database, or a transaction in it. */
export interface Store {
  readonly manager: EntityManager
  /** All of the work is stored, or none of it. It is committed before the promise is fulfilled. */
  readonly transaction: <T>(work: (inside: Store) => Promise<T>) => Promise<T>
}

/** The opened database file. */
export interface Database extends Store {
  readonly source: DataSource
  readonly file: string
  /** Closes the file and lets another process use it. */
  readonly close: () => Promise<void>
}

/** What SQLite itself knows of a connection: it may have rolled back without being asked. */
interface Connection {
  readonly inTransaction: boolean
  readonly exec: (sql: string) => void
}

const connectionOf = (source: DataSource): Connection =>
  (source.driver as unknown as { readonly databaseConnection: Connection }).databaseConnection

const STORAGE_CODE = /^SQLITE_(FULL|IOERR|READONLY|CORRUPT|NOTADB|CANTOPEN|NOMEM)/

/** The code of an error of the file or its disk; undefined for any other error. */
export const storageCode = (error: unknown): string | undefined => {
  const { code, driverError } = error as { code?: string; driverError?: { code?: string } }
  const found = driverError?.code ?? code ?? ''
  return STORAGE_CODE.test(found) ? found : undefined
}

/**
 * A database whose writes come one after another, each in one immediate transaction. TypeORM's own transactions are
 * not used: they count their depth, and after a full disk, when SQLite rolls back by itself, they count on and never
 * commit. After an error of the disk the connection is reopened.
 */
export const databaseOf = (source: DataSource, unlock: () => void): Database => {
  let last: Promise<unknown> = Promise.resolve()
  let reopen = false

  const inside: Store = { manager: source.manager, transaction: (work) => work(inside) }
  const commit = async <T>(work: (inside: Store) => Promise<T>): Promise<T> => {
    if (reopen) {
      if (source.isInitialized) await source.destroy()
      await source.initialize()
      reopen = false
    }
    const connection = connectionOf(source)
    connection.exec('BEGIN IMMEDIATE')
    try {
      const result = await work(inside)
      connection.exec('COMMIT')
      return result
    } catch (error) {
      reopen = storageCode(error) !== undefined
      if (connection.inTransaction) connection.exec('ROLLBACK')
      throw error
    }
  }
  return {
    source,
    file: source.options.database as string,
    manager: source.manager,
    transaction: (work) => {
      const turn = last.then(() => commit(work))
      last = turn.catch(() => undefined)
      return turn
    },
    close: async () => {
      await last
      if (source.isInitialized) await source.destroy()
      unlock()
    },
  }
}
