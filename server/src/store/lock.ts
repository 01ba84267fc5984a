import Sqlite from 'better-sqlite3'

/**
 * Holds a database file for this process: a lock of the operating system on a file beside it, which ends with the
 * process however that ends. Returns what releases it, or undefined if another process holds it.
 */
export const lockFile = (file: string): (() => void) | undefined => {
  const lock = new Sqlite(`${file}.lock`, { timeout: 0 })
  try {
    lock.exec('BEGIN EXCLUSIVE')
    return () => void lock.close()
  } catch (error) {
    lock.close()
    if ((error as { code?: string }).code?.startsWith('SQLITE_BUSY')) return undefined
    throw error
  }
}
