import type { ErrorBody } from '@eager-contour/contract'
import type { AppDispatch } from '../store/store.ts'
import { api } from './api.ts'
import { dropPendingEdit, keepPendingEdit, type PendingEdit, pendingEdits } from './browserStore.ts'
import { newId } from './ids.ts'
import { pendingCounted, reachableSet } from './outboxSlice.ts'

const FIRST_RETRY_MS = 1000
const LONGEST_RETRY_MS = 20_000
const TAG_BY_PATH: Readonly<
  Record<string, 'tunes' | 'lines' | 'phrases' | 'exercises' | 'setLists' | 'runs' | 'settings'>
> = {
  tunes: 'tunes',
  lines: 'lines',
  phrases: 'phrases',
  exercises: 'exercises',
  'set-lists': 'setLists',
  runs: 'runs',
  settings: 'settings',
}

/** The revisions that this visit's own edits have reached, by entity: later edits build on them. */
const revisions = new Map<string, number>()
let sending = false
let retryMs = FIRST_RETRY_MS
let timer: ReturnType<typeof setTimeout> | undefined

export interface Edit {
  readonly entity: string
  readonly path: string
  readonly title: string
  /** The body without its edit id; with a revision if the entity can be edited. */
  readonly body: Readonly<Record<string, unknown>> & { readonly revision?: number }
}

/**
 * Keeps what was written or played in the browser's own store, and sends it to the server as soon as possible, in
 * order.
 */
export const sendEdit = async (dispatch: AppDispatch, writing: Edit): Promise<void> => {
  const edit = newId('edit')
  const body = writing.body.revision === undefined ? writing.body : { ...writing.body, edit }
  const older = sending
    ? []
    : (await pendingEdits()).filter(
        ({ entity, refused }) => entity === writing.entity && refused === undefined,
      )
  await keepPendingEdit({
    edit,
    entity: writing.entity,
    path: writing.path,
    title: writing.title,
    body,
    at: Date.now(),
  })
  for (const pending of older) await dropPendingEdit(pending.edit)
  await count(dispatch)
  void sendPending(dispatch)
}

/** Sends what is pending. Called at the start, after each edit, and when the browser is online again. */
export const sendPending = async (dispatch: AppDispatch): Promise<void> => {
  if (sending) return
  sending = true
  clearTimeout(timer)
  try {
    for (;;) {
      const next = (await pendingEdits()).find(({ refused }) => refused === undefined)
      if (!next) break
      if (!(await sendOne(dispatch, next))) {
        timer = setTimeout(() => void sendPending(dispatch), retryMs)
        retryMs = Math.min(retryMs * 2, LONGEST_RETRY_MS)
        break
      }
      retryMs = FIRST_RETRY_MS
    }
  } finally {
    sending = false
    await count(dispatch)
  }
}

/** Discards an edit that the server refused. */
export const discardRefused = async (dispatch: AppDispatch, edit: string): Promise<void> => {
  await dropPendingEdit(edit)
  await count(dispatch)
}

const count = async (dispatch: AppDispatch): Promise<void> => {
  const pending = await pendingEdits()
  const refused = pending.flatMap(({ edit, title, refused: why }) =>
    why === undefined ? [] : [{ edit, title, reason: why }],
  )
  dispatch(pendingCounted({ waiting: pending.length - refused.length, refused }))
}

const withRevision = (pending: PendingEdit): PendingEdit['body'] => {
  const { revision } = pending.body
  return typeof revision === 'number'
    ? { ...pending.body, revision: Math.max(revision, revisions.get(pending.entity) ?? 0) }
    : pending.body
}

/** False if the server couldn't be reached or can't write now: it is tried again later. */
const sendOne = async (dispatch: AppDispatch, pending: PendingEdit): Promise<boolean> => {
  let response: Response
  try {
    response = await fetch(`/api/${pending.path}`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(withRevision(pending)),
    })
  } catch {
    dispatch(reachableSet(false))
    return false
  }
  if (response.status >= 500) {
    dispatch(reachableSet(false))
    return false
  }
  dispatch(reachableSet(true))
  if (response.ok) {
    const answer = (await response.json()) as { revision?: number }
    if (answer.revision !== undefined) revisions.set(pending.entity, answer.revision)
    await dropPendingEdit(pending.edit)
    const tag = TAG_BY_PATH[pending.path.split('/')[0]!]
    if (tag) dispatch(api.util.invalidateTags([tag]))
    return true
  }
  const body = (await response.json().catch(() => undefined)) as ErrorBody | undefined
  await keepPendingEdit({
    ...pending,
    refused: body?.error.message ?? `The server answered ${response.status}.`,
  })
  return true
}
