import type {
  DayWordsAnswer,
  DemoBody,
  ExerciseAnswer,
  GoalAnswer,
  HeldQuery,
  HeldTempoAnswer,
  ItemAnswer,
  LineAnswer,
  LineVersionAnswer,
  MemoryAnswer,
  PhraseAnswer,
  PlayedTimeAnswer,
  RecallAnswer,
  RegradingAnswer,
  RunAnswer,
  RunPageAnswer,
  RunsQuery,
  RunWithTakeAnswer,
  SetListAnswer,
  SettingsAnswer,
  SinceQuery,
  TallyAnswer,
  TuneAnswer,
  TuneVersionAnswer,
} from '@eager-contour/contract'
import { LIMITS } from '@eager-contour/contract/limits'
import type { ThunkDispatch, UnknownAction, WithSlice } from '@reduxjs/toolkit'
import { createApi, fetchBaseQuery, retry } from '@reduxjs/toolkit/query/react'
import { useDispatch } from 'react-redux'
import { addedMiddleware, rootReducer } from '../store/store.ts'

/** Everything that is read. */
/** The kinds of records, by their paths, that are brought back in Setup; and what is read again when they are. */
const DELETED_KINDS = {
  lines: 'lines',
  phrases: 'phrases',
  exercises: 'exercises',
  'set-lists': 'setLists',
  'run-words': 'runs',
} as const
export type DeletedKind = keyof typeof DELETED_KINDS

/** A record that was deleted, as it was. */
export interface DeletedAnswer {
  readonly id: string
  readonly revision: number
  readonly title: string
  readonly updatedAt: string
}

export const ALL_TAGS = [
  'tunes',
  'lines',
  'phrases',
  'exercises',
  'setLists',
  'runs',
  'goals',
  'days',
  'settings',
] as const

const fetched = fetchBaseQuery({ baseUrl: '/api' })

/**
 * An answer is frozen as it comes: the store then needn't look through thousands of records for what might be changed in them,
 * which takes longer than reading them.
 */
const frozen: typeof fetched = async (...request) => {
  const answer = await fetched(...request)
  Object.freeze(answer.data)
  return answer
}

/** What is read from the server, once for each request. All writing goes through the outbox, which tries again. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: retry(frozen, { maxRetries: 0 }),
  tagTypes: ALL_TAGS,
  refetchOnReconnect: true,
  endpoints: (builder) => ({
    tunes: builder.query<readonly TuneAnswer[], void>({ query: () => 'tunes', providesTags: ['tunes'] }),
    /** The tunes in the bin. */
    bin: builder.query<readonly TuneAnswer[], void>({ query: () => 'tunes/bin', providesTags: ['tunes'] }),
    /** What was deleted of a kind of record in the last 30 days, by the kind's path. */
    deleted: builder.query<readonly DeletedAnswer[], DeletedKind>({
      query: (kind) => `${kind}/bin`,
      providesTags: (_answer, _error, kind) => [DELETED_KINDS[kind]],
    }),
    lines: builder.query<readonly LineAnswer[], string>({
      query: (tune) => `lines?tune=${encodeURIComponent(tune)}`,
      providesTags: ['lines'],
    }),
    versions: builder.query<readonly LineVersionAnswer[], string>({
      query: (line) => `lines/${encodeURIComponent(line)}/versions`,
      providesTags: ['lines'],
    }),
    /** What a tune's chart was before each change of it, newest first. */
    chartVersions: builder.query<readonly TuneVersionAnswer[], string>({
      query: (tune) => `tunes/${encodeURIComponent(tune)}/versions`,
      providesTags: ['tunes'],
    }),
    phrases: builder.query<readonly PhraseAnswer[], void>({
      query: () => 'phrases',
      providesTags: ['phrases'],
    }),
    exercises: builder.query<readonly ExerciseAnswer[], void>({
      query: () => 'exercises',
      providesTags: ['exercises'],
    }),
    goals: builder.query<readonly GoalAnswer[], void>({ query: () => 'goals', providesTags: ['goals'] }),
    setLists: builder.query<readonly SetListAnswer[], void>({
      query: () => 'set-lists',
      providesTags: ['setLists'],
    }),
    /** The runs of a tune, newest first. */
    tuneRuns: builder.query<readonly RunAnswer[], string>({
      query: (tune) => `tunes/${encodeURIComponent(tune)}/runs`,
      providesTags: ['runs'],
    }),
    /** The runs of a phrase, newest first. */
    phraseRuns: builder.query<readonly RunAnswer[], string>({
      query: (phrase) => `phrases/${encodeURIComponent(phrase)}/runs`,
      providesTags: ['runs'],
    }),
    /** The log, a page at a time. */
    runs: builder.infiniteQuery<RunPageAnswer, Omit<RunsQuery, 'page'>, number>({
      infiniteQueryOptions: {
        initialPageParam: 0,
        getNextPageParam: (_last, pages, page) =>
          pages.length * LIMITS.runsOnPage < (pages[0]?.total ?? 0) ? page + 1 : undefined,
      },
      query: ({ queryArg, pageParam: page }) => ({ url: 'runs', params: { ...queryArg, page } }),
      providesTags: ['runs'],
    }),
    run: builder.query<RunWithTakeAnswer, string>({
      query: (id) => `runs/${encodeURIComponent(id)}`,
      providesTags: ['runs'],
    }),
    /** How notes of each kind went in the four weeks to a day. */
    tallies: builder.query<readonly TallyAnswer[], string>({
      query: (day) => ({ url: 'runs/tallies', params: { day } }),
      providesTags: ['runs'],
    }),
    /** How long was played in each half hour. */
    playedTimes: builder.query<readonly PlayedTimeAnswer[], SinceQuery>({
      query: (params) => ({ url: 'runs/times', params }),
      providesTags: ['runs'],
    }),
    /** How far an earlier grader's runs are graded again. */
    regrading: builder.query<RegradingAnswer, void>({ query: () => 'regrading' }),
    /** Whether the demo is there. */
    demo: builder.query<DemoBody, void>({ query: () => 'demo', providesTags: ['tunes'] }),
    /** By which parameters the memory is counted. */
    memory: builder.query<MemoryAnswer, void>({ query: () => 'memory', providesTags: ['runs'] }),
    /** Week by week, what was foretold to be remembered, and what was. */
    recall: builder.query<readonly RecallAnswer[], SinceQuery>({
      query: (params) => ({ url: 'runs/recall', params }),
      providesTags: ['runs'],
    }),
    /** The days of which the player wrote something. */
    days: builder.query<readonly DayWordsAnswer[], SinceQuery>({
      query: (params) => ({ url: 'days', params }),
      providesTags: ['days'],
    }),
    heldTempos: builder.query<readonly HeldTempoAnswer[], HeldQuery>({
      query: (params) => ({ url: 'runs/tempos', params }),
      providesTags: ['runs'],
    }),
    /** The last run of each tune. */
    lastRuns: builder.query<readonly RunAnswer[], void>({ query: () => 'runs/last', providesTags: ['runs'] }),
    /** What was practised, with what is remembered of it, what is due first. */
    items: builder.query<readonly ItemAnswer[], void>({ query: () => 'runs/items', providesTags: ['runs'] }),
    settings: builder.query<SettingsAnswer, void>({ query: () => 'settings', providesTags: ['settings'] }),
  }),
})

declare module '../store/store.ts' {
  interface InjectedSlices extends WithSlice<typeof api> {}
}
rootReducer.inject(api)
addedMiddleware.addMiddleware(api.middleware)

/** Dispatches optimistic updates of cached answers. */
export const useApiDispatch =
  useDispatch.withTypes<ThunkDispatch<{ api: ReturnType<typeof api.reducer> }, unknown, UnknownAction>>()

export const {
  useTunesQuery,
  useBinQuery,
  useDeletedQuery,
  useDemoQuery,
  useLinesQuery,
  useVersionsQuery,
  useChartVersionsQuery,
  usePhrasesQuery,
  useExercisesQuery,
  useSetListsQuery,
  useGoalsQuery,
  useLastRunsQuery,
  useItemsQuery,
  useRunsInfiniteQuery,
  useTuneRunsQuery,
  usePhraseRunsQuery,
  useHeldTemposQuery,
  useRunQuery,
  useTalliesQuery,
  usePlayedTimesQuery,
  useRegradingQuery,
  useMemoryQuery,
  useRecallQuery,
  useDaysQuery,
  useSettingsQuery,
} = api
