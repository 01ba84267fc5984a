import { type DBSchema, type IDBPDatabase, openDB } from 'idb'

/** Something written or played that the server does not have yet. */
export interface PendingEdit {
  /** The edit's own id: sent again, it counts once. */
  readonly edit: string
  /** What it writes: only the newest waiting posting of an entity is kept. */
  readonly entity: string
  readonly path: string
  readonly body: Readonly<Record<string, unknown>>
  /** In words, for the list of what waits. */
  readonly title: string
  readonly at: number
  /** The server's reason, where it refused this for good. */
  readonly refused?: string
}

interface Stored extends DBSchema {
  postings: { key: string; value: PendingEdit; indexes: { at: number } }
  drafts: { key: string; value: unknown }
}

let opened: Promise<IDBPDatabase<Stored>> | undefined

const database = (): Promise<IDBPDatabase<Stored>> => {
  opened ??= openDB<Stored>('eager-contour', 1, {
    upgrade: (db) => {
      db.createObjectStore('postings', { keyPath: 'edit' }).createIndex('at', 'at')
      db.createObjectStore('drafts')
    },
  })
  return opened
}

/** Everything that waits, oldest first. */
export const pendingEdits = async (): Promise<readonly PendingEdit[]> =>
  (await database()).getAllFromIndex('postings', 'at')

export const keepPendingEdit = async (pending: PendingEdit): Promise<void> => {
  await (await database()).put('postings', pending)
}

export const dropPendingEdit = async (edit: string): Promise<void> => {
  await (await database()).delete('postings', edit)
}

/** A draft is what is being written and not kept yet: in the browser's store at once. */
export const keepDraft = async (name: string, draft: unknown): Promise<void> => {
  await (await database()).put('drafts', draft, name)
}

export const readDraft = async <T>(name: string): Promise<T | undefined> =>
  (await (await database()).get('drafts', name)) as T | undefined

export const dropDraft = async (name: string): Promise<void> => {
  await (await database()).delete('drafts', name)
}
