import { type DBSchema, type IDBPDatabase, type IDBPTransaction, openDB } from 'idb'
import { externalStore } from '../store/externalStore.ts'
import { upgradedBody, upgradedDraft } from './browserUpgrade.ts'

/** Something written or played that the server does not have yet. */
export interface PendingEdit {
  /** The edit's own id: sent twice, it counts once. */
  readonly edit: string
  /** What it writes. */
  readonly entity: string
  readonly path: string
  readonly body: Readonly<Record<string, unknown>>
  /** In words, for the list of what is pending. */
  readonly title: string
  readonly at: number
  /** The tab that made it: only its own later edits replace it. */
  readonly tab?: string
  /** Whether it may have reached the server: then nothing replaces it. */
  readonly tried?: boolean
  /** The server's reason, if it refused this for good. */
  readonly refused?: string
  /** What the server has instead, if it refused this because of that. */
  readonly current?: unknown
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

/** Milliseconds after which a store that doesn't open is done without. */
const PATIENCE_MS = 4000

let opened: Promise<IDBPDatabase<Stored>> | undefined

const openDatabase = (): Promise<IDBPDatabase<Stored>> => {
  const database = openDB<Stored>(NAME, VERSION, {
    upgrade: async (db, oldVersion, _newVersion, change) => {
      db.createObjectStore('pending', { keyPath: 'edit' }).createIndex('at', 'at')
      if (oldVersion === 0) db.createObjectStore('drafts')
      else await fromVersion1(db, change)
    },
  })
  const patience = new Promise<never>((_resolve, reject) =>
    setTimeout(() => reject(new Error('the store does not open')), PATIENCE_MS),
  )
  return Promise.race([database, patience])
}

const database = (): Promise<IDBPDatabase<Stored>> => {
  opened ??= openDatabase()
  return opened
}

/** Whether the browser keeps what is written: not if its store is denied, full or broken. */
export const browserKeeps = externalStore(true)

/** What the browser doesn't keep, for as long as this page is open. */
const unkept = { pending: new Map<string, PendingEdit>(), drafts: new Map<string, unknown>() }

/** The store took something: all is kept again once nothing is left that it didn't take. */
const took = (): void => {
  if (unkept.pending.size + unkept.drafts.size === 0) browserKeeps.set(true)
}

/** Uses the store, or does without it. */
const withStore = async <T>(
  act: (store: IDBPDatabase<Stored>) => Promise<T>,
  without: () => T,
): Promise<T> => {
  try {
    return await act(await database())
  } catch {
    opened = undefined
    browserKeeps.set(false)
    return without()
  }
}

/** Everything that is pending, oldest first. */
export const pendingEdits = async (): Promise<readonly PendingEdit[]> => {
  const kept = await withStore<readonly PendingEdit[]>(
    (store) => store.getAllFromIndex('pending', 'at'),
    () => [],
  )
  const here = [...unkept.pending.values()]
  return here.length === 0
    ? kept
    : [...kept.filter(({ edit }) => !unkept.pending.has(edit)), ...here].sort((a, b) => a.at - b.at)
}

export const keepPendingEdit = (pending: PendingEdit): Promise<void> =>
  withStore(
    async (store) => {
      await store.put('pending', pending)
      unkept.pending.delete(pending.edit)
      took()
    },
    () => void unkept.pending.set(pending.edit, pending),
  )

export const dropPendingEdit = (edit: string): Promise<void> => {
  unkept.pending.delete(edit)
  return withStore(
    (store) => store.delete('pending', edit),
    () => undefined,
  )
}

/** A draft is what is being written and not saved yet: in the browser's store at once. */
export const keepDraft = (name: string, draft: unknown): Promise<void> =>
  withStore(
    async (store) => {
      await store.put('drafts', draft, name)
      unkept.drafts.delete(name)
      took()
    },
    () => void unkept.drafts.set(name, draft),
  )

export const readDraft = async <T>(name: string): Promise<T | undefined> =>
  unkept.drafts.has(name)
    ? (unkept.drafts.get(name) as T)
    : withStore(
        async (store) => (await store.get('drafts', name)) as T | undefined,
        () => undefined,
      )

export const dropDraft = (name: string): Promise<void> => {
  unkept.drafts.delete(name)
  return withStore(
    (store) => store.delete('drafts', name),
    () => undefined,
  )
}

/** Every draft, by its name. */
export const allDrafts = async (): Promise<Readonly<Record<string, unknown>>> => {
  const kept = await withStore(
    async (store) => {
      const [names, drafts] = await Promise.all([store.getAllKeys('drafts'), store.getAll('drafts')])
      return Object.fromEntries(names.map((name, at) => [name, drafts[at]]))
    },
    () => ({}),
  )
  return { ...kept, ...Object.fromEntries(unkept.drafts) }
}
