import type { RunAnswer, RunOrder } from '@eager-contour/contract'
import { format } from 'date-fns'
import { lazy, Suspense, useCallback, useDeferredValue, useMemo, useState } from 'react'
import { useHeldTemposQuery, useRunsInfiniteQuery, useTunesQuery } from '../data/api.ts'
import { useSettings } from '../settings/settings.ts'
import { barsText } from '../tune/useTune.ts'
import { writtenKey } from '../tune/written.ts'
import { type DataColumn, DataTable, type SortedBy } from '../ui/DataTable.tsx'
import { Loaded } from '../ui/Loaded.tsx'
import { Waiting } from '../ui/Notice.tsx'
import { SearchField } from '../ui/SearchField.tsx'
import { VerdictMark } from '../ui/VerdictMark.tsx'
import { storedWords } from './searchWords.ts'

const TempoChart = lazy(async () => ({ default: (await import('./TempoChart.tsx')).TempoChart }))
const ROW_HEIGHT = 41

/** A run with what its row shows. */
interface LoggedRun extends RunAnswer {
  readonly title: string
  /** As the player's instrument reads it. */
  readonly keyName: string
}

/** What was played: the tempo over the weeks, and every run with its marks. */
export const LogPage = () => {
  const { data: tunes = [] } = useTunesQuery()
  const titles = useMemo(() => new Map(tunes.map(({ id, title }) => [id, title])), [tunes])
  const [tune, setTune] = useState('')
  const [search, setSearch] = useState('')
  const searched = useDeferredValue(search).trim()
  const { data: tempos } = useHeldTemposQuery(tune === '' ? {} : { tune })
  return (
    <div className="mx-auto w-full max-w-6xl px-5 pb-10">
      <div className="flex flex-wrap items-end justify-between gap-3 py-4">
        <h1 className="text-4xl">Log</h1>
        <span className="flex flex-wrap items-center gap-4">
          <label>
            Tune{' '}
            <select
              value={tune}
              onChange={(event) => setTune(event.target.value)}
              className="min-h-10 rounded-xl border border-soft bg-sheet px-2"
            >
              <option value="">all</option>
              {tunes.map(({ id, title }) => (
                <option key={id} value={id}>
                  {title}
                </option>
              ))}
            </select>
          </label>
          <SearchField label="Search runs" value={search} onChange={setSearch} className="w-56" />
        </span>
      </div>
      {tempos && tempos.length > 0 && (
        <Suspense fallback={<Waiting what="Drawing" />}>
          <TempoChart tempos={tempos} titles={titles} />
        </Suspense>
      )}
      <RunTable tune={tune} search={searched} titles={titles} />
    </div>
  )
}

interface RunTableProps {
  /** A tune's id, or empty for all. */
  readonly tune: string
  readonly search: string
  readonly titles: ReadonlyMap<string, string>
}

/** The runs, page after page as the table is scrolled. */
const RunTable = ({ tune, search, titles }: RunTableProps) => {
  const { instrument } = useSettings()
  const [sorted, setSorted] = useState<SortedBy>(NEWEST_FIRST)
  const query = useRunsInfiniteQuery({
    ...(tune === '' ? {} : { tune }),
    ...(search === '' ? {} : { search: storedWords(search, instrument) }),
    sort: sorted.id as RunOrder,
    order: sorted.desc ? 'desc' : 'asc',
  })
  const { data, hasNextPage, isFetching, fetchNextPage } = query
  const runs = useMemo(
    () =>
      data?.pages
        .flatMap((page) => page.runs)
        .map(
          (run): LoggedRun => ({
            ...run,
            title: titles.get(run.tune) ?? '',
            keyName: writtenKey(run.key, instrument),
          }),
        ),
    [data, titles, instrument],
  )
  const onEnd = useCallback(() => {
    if (hasNextPage && !isFetching) void fetchNextPage()
  }, [hasNextPage, isFetching, fetchNextPage])
  const empty =
    search === ''
      ? 'No runs yet. Open a tune, choose a stretch and play a drill: it is logged automatically.'
      : `Nothing matches “${search}”.`
  return (
    <Loaded what="the log" query={{ ...query, data: runs }} empty={empty}>
      {(rows) => (
        // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls sideways must be reached by keys.
        <section aria-label="Runs" tabIndex={0} className="mt-5 overflow-x-auto">
          <DataTable
            label="Runs"
            columns={COLUMNS}
            rows={rows}
            rowId={({ id }) => id}
            rowHeight={ROW_HEIGHT}
            sorted={sorted}
            paged={{ total: data?.pages[0]?.total ?? rows.length, onSort: setSorted, onEnd }}
          />
        </section>
      )}
    </Loaded>
  )
}

const NEWEST_FIRST = { id: 'date', desc: true } as const

const COLUMNS: readonly DataColumn<LoggedRun>[] = [
  {
    id: 'date',
    header: 'date',
    value: ({ playedAt }) => playedAt,
    cell: ({ playedAt }) => format(new Date(playedAt), 'd MMM, HH:mm'),
    className: 'py-2 whitespace-nowrap tabular-nums',
  },
  { id: 'tune', header: 'tune', value: ({ title }) => title },
  {
    id: 'bars',
    header: 'bars',
    value: ({ stretch }) => barsText(stretch).replace(/^bars? /, ''),
    className: 'py-2 whitespace-nowrap',
  },
  {
    id: 'rung',
    header: 'rung',
    value: ({ rung }) => rung.replaceAll('-', ' '),
    className: 'py-2 whitespace-nowrap',
  },
  { id: 'key', header: 'key', value: ({ keyName }) => keyName, className: 'py-2 whitespace-nowrap' },
  { id: 'tempo', header: 'tempo', value: ({ tempo }) => tempo, className: 'py-2 tabular-nums' },
  {
    id: 'marks',
    header: 'marks',
    value: ({ marks }) => Math.min(...Object.values(marks)),
    cell: ({ marks }) =>
      Object.entries(marks).map(([mark, value]) => (
        <span key={mark} className="mr-3 inline-block">
          <span className="text-soft">{mark}</span> {value}
        </span>
      )),
    className: 'py-2 whitespace-nowrap tabular-nums',
  },
  {
    id: 'verdict',
    header: 'verdict',
    value: ({ state, verdict }) => (state === 'abandoned' ? 'abandoned' : verdict),
    cell: ({ state, verdict }) =>
      state === 'abandoned' ? (
        <span className="text-soft">abandoned</span>
      ) : (
        <VerdictMark verdict={verdict} />
      ),
  },
]
