import { type DBSchema, type IDBPDatabase, type IDBPTransaction, openDB } from 'idb'
import { upgradedBody, upgradedDraft } from './browserUpgrade.ts'

/** Something written or played that the server does not have yet. */
export interface PendingEdit {
  /** The edit's own id: sent twice, it counts once. */
  readonly edit: string
  /** What it writes: only the newest pending edit of an entity is kept. */
  readonly entity: string
  readonly path: string
  readonly body: Readonly<Record<string, unknown>>
  /** In words, for the list of what is pending. */
  readonly title: string
  readonly at: number
  /** The server's reason, if it refused this for good. */
  readonly refused?: string
}

interface Stored extends DBSchema {
  pending: { key: string; value: PendingEdit; indexes: { at: number } }
  drafts: { key: string; value: unknown }
}

const NAME = 'eager-contour'
const VERSION = 2
/** The name of the object store in version 1. */
const OLD_PENDING = 'postings' as 'pending'

type Upgrade = IDBPTransaction<Stored, ('pending' | 'drafts')[], 'versionchange'>

/** Version 1 used other names: everything is carried over. */
const fromVersion1 = async (db: IDBPDatabase<Stored>, change: Upgrade): Promise<void> => {
  for (const edit of await change.objectStore(OLD_PENDING).getAll())
    await change.objectStore('pending').put({ ...edit, body: upgradedBody(edit.body) })
  const drafts = change.objectStore('drafts')
  for (const key of await drafts.getAllKeys())
    await drafts.put(upgradedDraft(key, await drafts.get(key)), key === 'wish' ? 'preference' : key)
  db.deleteObjectStore(OLD_PENDING)
}

let opened: Promise<IDBPDatabase<Stored>> | undefined

const database = (): Promise<IDBPDatabase<Stored>> => {
  opened ??= openDB<Stored>(NAME, VERSION, {
    upgrade: async (db, oldVersion, _newVersion, change) => {
      db.createObjectStore('pending', { keyPath: 'edit' }).createIndex('at', 'at')
      if (oldVersion === 0) db.createObjectStore('drafts')
      else await fromVersion1(db, change)
    },
  })
  return opened
}

/** Everything that is pending, oldest first. */
export const pendingEdits = async (): Promise<readonly PendingEdit[]> =>
  (await database()).getAllFromIndex('pending', 'at')

export const keepPendingEdit = async (pending: PendingEdit): Promise<void> => {
  await (await database()).put('pending', pending)
}

export const dropPendingEdit = async (edit: string): Promise<void> => {
  await (await database()).delete('pending', edit)
}

/** A draft is what is being written and not saved yet: in the browser's store at once. */
export const keepDraft = async (name: string, draft: unknown): Promise<void> => {
  await (await database()).put('drafts', draft, name)
}

export const readDraft = async <T>(name: string): Promise<T | undefined> =>
  (await (await database()).get('drafts', name)) as T | undefined

export const dropDraft = async (name: string): Promise<void> => {
  await (await database()).delete('drafts', name)
}
