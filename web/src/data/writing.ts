import type { BaseQueryApi, FetchBaseQueryError } from '@reduxjs/toolkit/query/react'
import { api } from './api.ts'
import type { PendingEdit } from './browserStore.ts'
import { reachableSet } from './outboxSlice.ts'

const FIRST_RETRY_MS = 1000
const LONGEST_RETRY_MS = 20_000
const TAG_BY_PATH = {
  tunes: 'tunes',
  lines: 'lines',
  phrases: 'phrases',
  exercises: 'exercises',
  'set-lists': 'setLists',
  runs: 'runs',
  goals: 'goals',
  days: 'days',
  'run-words': 'runs',
  settings: 'settings',
} as const
export type Tag = (typeof TAG_BY_PATH)[keyof typeof TAG_BY_PATH]

/** What is read again after a write to a path. */
export const tagOf = (path: string): Tag | undefined =>
  (TAG_BY_PATH as Readonly<Record<string, Tag>>)[path.split('/')[0]!]

/** Statuses of a server that can't answer or can't write now. */
const AWAY: readonly unknown[] = [502, 503, 504]

/**
 * Whether the server couldn't be reached or can't write now, or its answer broke off: the edit is sent again. Any
 * other failure sets the edit aside, and those behind it pass.
 */
const isAway = (error: FetchBaseQueryError): boolean => {
  if (error.status === 'PARSING_ERROR')
    return error.originalStatus < 400 || AWAY.includes(error.originalStatus)
  if (error.status === 'CUSTOM_ERROR') return false
  return typeof error.status === 'string' || AWAY.includes(error.status)
}

let waiting = false

/** Whether the edit being sent waits for a server that is away: until then it can be given up for a newer one. */
export const isWaiting = (): boolean => waiting

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

/** The request that writes an edit: repeated until the server has answered. */
export const { write } = api.injectEndpoints({
  endpoints: (builder) => ({
    write: builder.mutation<{ readonly revision?: number }, Pick<PendingEdit, 'path' | 'body'>>({
      query: ({ path, body }) => ({ url: path, method: 'PUT', body }),
      invalidatesTags: (_answer, error, { path }) => {
        const tag = tagOf(path)
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
}).endpoints

/** The status of a refusal; undefined if the edit was given up. */
export const refusedWith = (error: FetchBaseQueryError): number | undefined => {
  if (error.status === 'PARSING_ERROR') return error.originalStatus
  return typeof error.status === 'number' ? error.status : undefined
}
