import type { ErrorBody } from '@eager-contour/contract'
import type { AppDispatch } from '../store/store.ts'
import { api } from './api.ts'
import { dropPosting, keepPosting, type Posting, waitingPostings } from './browserStore.ts'
import { newId } from './ids.ts'
import { counted, reached } from './outboxSlice.ts'

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

/** Revisions that this visit's own writings have reached, by entity: a later writing builds on them. */
const revisions = new Map<string, number>()
let sending = false
let retryMs = FIRST_RETRY_MS
let timer: ReturnType<typeof setTimeout> | undefined

export interface Writing {
  readonly entity: string
  readonly path: string
  readonly title: string
  /** The body without its edit id; a revision where the entity can be edited. */
  readonly body: Readonly<Record<string, unknown>> & { readonly revision?: number }
}

/**
 * Keeps what was written or played in the browser's own store at once, and sends it from there to the server as soon as
 * that can be reached, in order.
 */
export const post = async (dispatch: AppDispatch, writing: Writing): Promise<void> => {
  const edit = newId('edit')
  const body = writing.body.revision === undefined ? writing.body : { ...writing.body, edit }
  const older = sending
    ? []
    : (await waitingPostings()).filter(
        ({ entity, refused }) => entity === writing.entity && refused === undefined,
      )
  await keepPosting({
    edit,
    entity: writing.entity,
    path: writing.path,
    title: writing.title,
    body,
    at: Date.now(),
  })
  for (const posting of older) await dropPosting(posting.edit)
  await count(dispatch)
  void send(dispatch)
}

/** Sends what waits. Called at the start, after each writing, and when the browser comes back on line. */
export const send = async (dispatch: AppDispatch): Promise<void> => {
  if (sending) return
  sending = true
  clearTimeout(timer)
  try {
    for (;;) {
      const next = (await waitingPostings()).find(({ refused }) => refused === undefined)
      if (!next) break
      if (!(await sendOne(dispatch, next))) {
        timer = setTimeout(() => void send(dispatch), retryMs)
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

/** The player drops a writing that the server refused. */
export const dropRefused = async (dispatch: AppDispatch, edit: string): Promise<void> => {
  await dropPosting(edit)
  await count(dispatch)
}

const count = async (dispatch: AppDispatch): Promise<void> => {
  const postings = await waitingPostings()
  const refused = postings.flatMap(({ edit, title, refused: why }) =>
    why === undefined ? [] : [{ edit, title, reason: why }],
  )
  dispatch(counted({ waiting: postings.length - refused.length, refused }))
}

const withRevision = (posting: Posting): Posting['body'] => {
  const { revision } = posting.body
  return typeof revision === 'number'
    ? { ...posting.body, revision: Math.max(revision, revisions.get(posting.entity) ?? 0) }
    : posting.body
}

/** False when the server could not be reached or cannot write just now: it is tried again later. */
const sendOne = async (dispatch: AppDispatch, posting: Posting): Promise<boolean> => {
  let response: Response
  try {
    response = await fetch(`/api/${posting.path}`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(withRevision(posting)),
    })
  } catch {
    dispatch(reached(false))
    return false
  }
  if (response.status >= 500) {
    dispatch(reached(false))
    return false
  }
  dispatch(reached(true))
  if (response.ok) {
    const answer = (await response.json()) as { revision?: number }
    if (answer.revision !== undefined) revisions.set(posting.entity, answer.revision)
    await dropPosting(posting.edit)
    const tag = TAG_BY_PATH[posting.path.split('/')[0]!]
    if (tag) dispatch(api.util.invalidateTags([tag]))
    return true
  }
  const body = (await response.json().catch(() => undefined)) as ErrorBody | undefined
  await keepPosting({ ...posting, refused: body?.error.message ?? `The server answered ${response.status}.` })
  return true
}
