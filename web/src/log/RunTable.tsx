import type { RunAnswer, RunOrder } from '@eager-contour/contract'
import { format } from 'date-fns'
import { useCallback, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { useRunsInfiniteQuery } from '../data/api.ts'
import { useSettings } from '../settings/settings.ts'
import { barsText } from '../tune/useTune.ts'
import { writtenKey } from '../tune/written.ts'
import type { DataColumn } from '../ui/DataRows.tsx'
import { DataTable, type SortedBy } from '../ui/DataTable.tsx'
import { Loaded } from '../ui/Loaded.tsx'
import { VerdictMark } from '../ui/VerdictMark.tsx'
import { storedWords } from './searchWords.ts'

const ROW_HEIGHT = 41

/** A run with what its row shows. */
interface LoggedRun extends RunAnswer {
  readonly title: string
  /** As the player's instrument reads it. */
  readonly keyName: string
}

interface RunTableProps {
  /** A tune's id, or empty for all. */
  readonly tune: string
  readonly search: string
  readonly titles: ReadonlyMap<string, string>
}

/** The runs, page after page as the table is scrolled. */
export const RunTable = ({ tune, search, titles }: RunTableProps) => {
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
    cell: ({ id, playedAt }) => (
      <Link to={`/log/${id}`} className="underline after:absolute after:inset-0">
        {format(new Date(playedAt), 'd MMM, HH:mm')}
      </Link>
    ),
    className: 'py-2 whitespace-nowrap tabular-nums',
  },
  { id: 'tune', header: 'tune', value: ({ title }) => title },
  {
    id: 'bars',
    header: 'bars',
    value: ({ stretch }) => barsText(stretch).replace(/^bars? /, ''),
    className: 'py-2 whitespace-nowrap',
    listLabel: 'bars',
  },
  {
    id: 'rung',
    header: 'rung',
    value: ({ rung }) => rung.replaceAll('-', ' '),
    className: 'py-2 whitespace-nowrap',
  },
  { id: 'key', header: 'key', value: ({ keyName }) => keyName, className: 'py-2 whitespace-nowrap' },
  {
    id: 'tempo',
    header: 'tempo',
    value: ({ tempo }) => tempo,
    className: 'py-2 tabular-nums',
    listLabel: 'at',
  },
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
  {
    id: 'words',
    header: 'words',
    value: ({ words }) => words,
    cell: ({ words }) => <span className="line-clamp-1 max-w-40 text-soft">{words}</span>,
  },
]
