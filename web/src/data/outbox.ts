import type { ErrorBody } from '@eager-contour/contract'
import type { BaseQueryApi, FetchBaseQueryError } from '@reduxjs/toolkit/query/react'
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

/** Whether the server couldn't be reached or can't write now, or its answer broke off: the edit is sent again. */
const isAway = (error: FetchBaseQueryError): boolean => {
  if (error.status === 'PARSING_ERROR') return error.originalStatus < 400 || error.originalStatus >= 500
  return typeof error.status === 'number' ? error.status >= 500 : error.status !== 'CUSTOM_ERROR'
}

/** The edit being sent waits for a server that is away: until then it can be given up for a newer one. */
let waiting = false

/** Waits twice as long after each attempt (in milliseconds), up to a limit. */
const backoff = (attempt: number, _most: number, signal?: AbortSignal): Promise<void> => {
  waiting = true
  return new Promise<void>((resolve, reject) => {
    const timer = setTimeout(resolve, Math.min(FIRST_RETRY_MS * 2 ** (attempt - 1), LONGEST_RETRY_MS))
    signal?.addEventListener('abort', () => {
      clearTimeout(timer)
      reject(new Error('given up'))
    })
  }).finally(() => {
    waiting = false
  })
}

const { endpoints } = api.injectEndpoints({
  endpoints: (builder) => ({
    write: builder.mutation<{ readonly revision?: number }, Pick<PendingEdit, 'path' | 'body'>>({
      query: ({ path, body }) => ({ url: path, method: 'PUT', body }),
      invalidatesTags: (_answer, error, { path }) => {
        const tag = TAG_BY_PATH[path.split('/')[0]!]
        return tag && !error ? [tag] : []
      },
      extraOptions: {
        backoff,
        retryCondition: (
          error: unknown,
          _args: unknown,
          { baseQueryApi }: { readonly baseQueryApi: BaseQueryApi },
        ) => {
          const away = isAway(error as FetchBaseQueryError)
          if (away) baseQueryApi.dispatch(reachableSet(false))
          return away
        },
      },
    }),
  }),
})

/** The revisions that this visit's own edits have reached, by entity: later edits build on them. */
const revisions = new Map<string, number>()
let sending = false
/** Gives up the edit that waits for the server. */
let giveUp: (() => void) | undefined

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
  const older =
    sending && !waiting
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
  if (waiting) giveUp?.()
  if (sending) return
  sending = true
  try {
    await count(dispatch)
    for (;;) {
      const next = (await pendingEdits()).find(({ refused }) => refused === undefined)
      if (!next) break
      await sendOne(dispatch, next)
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

/** The status of a refusal; undefined if the edit was given up. */
const statusOf = (error: FetchBaseQueryError): number | undefined => {
  if (error.status === 'PARSING_ERROR') return error.originalStatus
  return typeof error.status === 'number' ? error.status : undefined
}

/** Sends an edit until the server answers: then it has it, or refuses it. Or it is given up for what is pending now. */
const sendOne = async (dispatch: AppDispatch, pending: PendingEdit): Promise<void> => {
  const request = dispatch(
    endpoints.write.initiate({ path: pending.path, body: withRevision(pending) }, { track: false }),
  )
  giveUp = request.abort
  const { data, error } = await request
  giveUp = undefined
  if (data) {
    dispatch(reachableSet(true))
    if (data.revision !== undefined) revisions.set(pending.entity, data.revision)
    await dropPendingEdit(pending.edit)
    return
  }
  const refusal = error as FetchBaseQueryError
  const status = statusOf(refusal)
  if (status === undefined) return
  dispatch(reachableSet(true))
  const body = refusal.data as Partial<ErrorBody> | undefined
  const refused = body?.error?.message ?? `The server answered ${status}.`
  await keepPendingEdit({ ...pending, refused })
}
