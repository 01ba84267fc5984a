import { readdirSync, rmSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import Sqlite from 'better-sqlite3'

/** The number of copies kept beside a database that was migrated. */
const KEPT_COPIES = 3

/** Writes a whole, compact copy of a database file, also while it is in use. */
export const copyDatabase = (file: string, copy: string): void => {
  const database = new Sqlite(file, { readonly: true })
  try {
    database.prepare('VACUUM INTO ?').run(copy)
  } finally {
    database.close()
  }
}

/** The copies that were made before migrations, oldest first. */
const copiesOf = (file: string): readonly string[] =>
  readdirSync(dirname(file))
    .filter((name) => name.startsWith(`${basename(file)}.before-`))
    .sort()
    .map((name) => join(dirname(file), name))

/** Copies a database before it is migrated; of older copies the newest stay. Returns the copy's path. */
export const copyBeforeMigration = (file: string, now = new Date()): string => {
  const copy = `${file}.before-${now.toISOString().replaceAll(':', '-')}`
  copyDatabase(file, copy)
  for (const old of copiesOf(file).slice(0, -KEPT_COPIES)) rmSync(old)
  return copy
}
