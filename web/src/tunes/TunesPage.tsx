import type { ItemAnswer, RunAnswer, TuneAnswer } from '@eager-contour/contract'
import { type Chart, freshnessOf, readChart, transposeChart } from '@eager-contour/core'
import { group } from 'd3-array'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { useItemsQuery, useLastRunsQuery, useTunesQuery } from '../data/api.ts'
import { useSettings } from '../settings/settings.ts'
import { keyWords } from '../tune/written.ts'
import { AboutPlace } from '../ui/AboutPlace.tsx'
import type { DataColumn } from '../ui/DataRows.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { Loaded } from '../ui/Loaded.tsx'
import { buttonLook } from '../ui/looks.ts'
import { SearchField } from '../ui/SearchField.tsx'
import { usePageTitle } from '../ui/usePageTitle.ts'
import { ChosenTunes } from './ChosenTunes.tsx'
import { KeyStrip } from './KeyStrip.tsx'
import { TuneBin } from './TuneBin.tsx'
import { TuneRelief } from './TuneRelief.tsx'

const ROW_HEIGHT = 84

/** A tune with what its row shows. */
interface TuneRow {
  readonly tune: TuneAnswer
  /** As the player's instrument reads it; undefined if it can't be read. */
  readonly chart: Chart | undefined
  readonly lastRun: RunAnswer | undefined
  /** How much of it should be played again, and how much of that fades. */
  readonly due: number
  readonly fading: number
  /** Its own tonic at concert pitch, and what was practised of it in any key. */
  readonly tonic: string | undefined
  readonly items: readonly ItemAnswer[]
}

/** Every tune with its form, key and tempo, and how far the player has come. */
export const TunesPage = () => {
  usePageTitle('Tunes')
  const query = useTunesQuery()
  const { data: runs = NO_RUNS } = useLastRunsQuery()
  const { data: items } = useItemsQuery()
  const { instrument } = useSettings()
  const [search, setSearch] = useState('')
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
  const columns = useMemo(() => [choosing(chosen, setChosen), ...COLUMNS], [chosen])
  const read = useMemo(
    () =>
      (query.data ?? []).map((tune) => {
        const outcome = readChart(tune.chart)
        return {
          tune,
          chart: outcome.ok ? transposeChart(outcome.value, instrument.written.fifths) : undefined,
          tonic: outcome.ok ? outcome.value.key?.tonic : undefined,
        }
      }),
    [query.data, instrument],
  )
  const rows = useMemo(() => {
    const runsOf = group(runs, ({ tune }) => tune)
    const itemsOf = group(items ?? [], ({ tune }) => tune)
    return read.map(
      (row): TuneRow => ({
        ...row,
        lastRun: runsOf.get(row.tune.id)?.[0],
        ...faded(itemsOf.get(row.tune.id) ?? []),
      }),
    )
  }, [read, runs, items])
  return (
    <div className="mx-auto w-full max-w-6xl px-5 pb-10">
      <div className="flex flex-wrap items-end justify-between gap-3 py-4">
        <div className="flex flex-wrap items-baseline gap-x-2">
          <h1 className="text-4xl">Tunes</h1>
          <AboutPlace place="Tunes" />
        </div>
        <SearchField
          label="Search tunes"
          value={search}
          onChange={setSearch}
          className="ml-auto w-72 max-sm:ml-0 max-sm:w-auto max-sm:grow"
        />
        <Link to="/tunes/new" className={buttonLook('main')}>
          New tune
        </Link>
      </div>
      {chosen.size > 0 && (
        <ChosenTunes
          chosen={rows.flatMap(({ tune }) => (chosen.has(tune.id) ? [tune] : []))}
          onDone={() => setChosen(new Set())}
        />
      )}
      <Loaded
        what="your tunes"
        query={query}
        empty="No tunes yet. Write the changes of one: four bars are enough to start."
      >
        {() => (
          <DataTable
            label="Tunes"
            columns={columns}
            rows={rows}
            rowId={({ tune }) => tune.id}
            rowHeight={ROW_HEIGHT}
            search={search}
          />
        )}
      </Loaded>
      <TuneBin />
    </div>
  )
}

/** How much should be played again now, with the clock alone. */
const faded = (items: readonly ItemAnswer[]): Pick<TuneRow, 'due' | 'fading' | 'items'> => {
  const now = new Date()
  const words = items.map(({ memory }) => freshnessOf(memory, now))
  const fading = words.filter((word) => word === 'fading').length
  return { items, fading, due: fading + words.filter((word) => word === 'due').length }
}

const NO_RUNS: readonly RunAnswer[] = []

/** The column in which tunes are chosen; its box stands over the link that covers the row. */
const choosing = (
  chosen: ReadonlySet<string>,
  onChoose: (chosen: ReadonlySet<string>) => void,
): DataColumn<TuneRow> => ({
  id: 'chosen',
  header: 'chosen',
  value: ({ tune }) => (chosen.has(tune.id) ? 0 : 1),
  cell: ({ tune }) => (
    <label className="relative z-10 flex min-h-11 w-11 items-center justify-center">
      <span className="sr-only">Choose {tune.title}</span>
      <input
        type="checkbox"
        className="size-5 accent-ink"
        checked={chosen.has(tune.id)}
        onChange={({ target }) => {
          const now = new Set(chosen)
          if (target.checked) now.add(tune.id)
          else now.delete(tune.id)
          onChoose(now)
        }}
      />
    </label>
  ),
  className: 'w-16 max-sm:w-11',
})

const COLUMNS: readonly DataColumn<TuneRow>[] = [
  {
    id: 'title',
    header: 'title',
    value: ({ tune }) => [tune.title, ...tune.tags].join(' '),
    // The link covers its row.
    cell: ({ tune }) => (
      <Link
        to={`/tunes/${tune.id}/map`}
        className="font-head text-2xl font-bold max-sm:text-xl after:absolute after:inset-0 hover:after:bg-chosen/40"
      >
        {tune.title}
        {tune.tags.length > 0 && (
          <span className="ml-3 font-sans text-base font-normal text-soft">{tune.tags.join(', ')}</span>
        )}
      </Link>
    ),
    className: 'w-[26%] py-3.5 max-sm:basis-[calc(100%-4rem)]',
  },
  {
    id: 'form',
    header: 'form',
    value: ({ chart }) =>
      chart ? [chart.form, `${chart.bars.length} bars`].filter(Boolean).join(', ') : 'can’t be read',
    cell: ({ chart }) =>
      chart ? (
        <>
          <TuneRelief chart={chart} />
          <span className="block text-base text-soft">
            {[chart.form, `${chart.bars.length} bars`].filter(Boolean).join(', ')}
          </span>
        </>
      ) : (
        <span className="text-madder">a chord can’t be read</span>
      ),
    className: 'w-[13rem] py-2 sm:max-md:hidden',
  },
  {
    id: 'key',
    header: 'key',
    value: ({ chart }) => (chart?.key ? keyWords(chart.key) : chart ? 'no key given' : ''),
    className: 'py-2 sm:whitespace-nowrap',
  },
  {
    id: 'tempo',
    header: 'tempo',
    value: ({ chart }) => chart?.tempo ?? 0,
    cell: ({ chart }) => chart && `${chart.tempo} bpm`,
    className: 'py-2 whitespace-nowrap tabular-nums',
  },
  {
    id: 'due',
    header: 'keys, to bring back',
    value: ({ due }) => due,
    cell: ({ due, fading, tonic, items }) => (
      <>
        {tonic !== undefined && <KeyStrip tonic={tonic} items={items} />}
        {due > 0 && (
          <span className="block whitespace-nowrap">
            <b className="text-xl tabular-nums">{due}</b>
            {fading > 0 && <span className="text-soft">, {fading} fading</span>}
          </span>
        )}
      </>
    ),
    className: 'py-2 sm:max-md:hidden',
  },
  {
    id: 'run',
    header: 'last run',
    value: ({ lastRun }) => runWords(lastRun),
    className: 'py-2 text-soft sm:max-lg:hidden',
  },
]

const runWords = (run: RunAnswer | undefined): string =>
  run ? `${run.rung.replaceAll('-', ' ')} ${run.verdict} at ${run.tempo}` : 'not played yet'
