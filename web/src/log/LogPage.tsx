import { subWeeks } from 'date-fns'
import { lazy, Suspense, useDeferredValue, useMemo, useState } from 'react'
import { useHeldTemposQuery, useRegradingQuery, useTunesQuery } from '../data/api.ts'
import { useKept } from '../data/useKept.ts'
import { dayOf } from '../practice/session.ts'
import { AboutPlace } from '../ui/AboutPlace.tsx'
import { FIELD } from '../ui/looks.ts'
import { Waiting } from '../ui/Notice.tsx'
import { PopoverButton } from '../ui/PopoverButton.tsx'
import { SearchField } from '../ui/SearchField.tsx'
import { SegmentedControl } from '../ui/SegmentedControl.tsx'
import { usePageTitle } from '../ui/usePageTitle.ts'
import { PlayedCalendar } from './PlayedCalendar.tsx'
import { Remembered } from './Remembered.tsx'
import { RunTable } from './RunTable.tsx'
import { WeakPlaces } from './WeakPlaces.tsx'

const TempoChart = lazy(async () => ({ default: (await import('./TempoChart.tsx')).TempoChart }))

/** Weeks that the chart of tempos shows; 0: all. */
const RANGES = [
  { value: '4', label: 'four weeks' },
  { value: '12', label: 'twelve weeks' },
  { value: '52', label: 'a year' },
  { value: '0', label: 'all' },
] as const
/** Tempos of so many things are drawn. */
const DRAWN = 6
const USUAL_RANGE = { weeks: 12 }

/** What was played: minutes by day, what is weak, the tempo over the weeks, and every run with its marks. */
export const LogPage = () => {
  usePageTitle('Log')
  const { data: tunes = [] } = useTunesQuery()
  const titles = useMemo(() => new Map(tunes.map(({ id, title }) => [id, title])), [tunes])
  const [tune, setTune] = useState('')
  const [search, setSearch] = useState('')
  const searched = useDeferredValue(search).trim()
  const [{ weeks }, setRange] = useKept('log', USUAL_RANGE)
  const since = weeks === 0 ? undefined : dayOf(subWeeks(new Date(), weeks))
  const range = { ...(tune === '' ? {} : { tune }), ...(since === undefined ? {} : { since }) }
  const { data: tempos } = useHeldTemposQuery({ ...range, most: DRAWN })
  return (
    <div className="mx-auto w-full max-w-6xl px-5 pb-10">
      <div className="flex flex-wrap items-end justify-between gap-3 py-4">
        <div className="flex flex-wrap items-baseline gap-x-2">
          <h1 className="text-4xl">Log</h1>
          <AboutPlace place="Log" />
        </div>
        <span className="flex flex-wrap items-center gap-4">
          <label>
            Tune{' '}
            <select value={tune} onChange={(event) => setTune(event.target.value)} className={FIELD}>
              <option value="">all</option>
              {tunes.map(({ id, title }) => (
                <option key={id} value={id}>
                  {title}
                </option>
              ))}
            </select>
          </label>
          <SearchField label="Search runs" value={search} onChange={setSearch} className="w-56" />
          <PopoverButton name="Files">
            <a href="/api/csv/runs" download className="block py-2 underline">
              Runs, as CSV
            </a>
            <a href="/api/csv/notes" download className="block py-2 underline">
              Every note played, as CSV
            </a>
            <a href="/api/csv/ladder" download className="block py-2 underline">
              How each rung stands, as CSV
            </a>
          </PopoverButton>
        </span>
      </div>
      <Regrading />
      {/* What comes later has its room from the start: nothing moves under the pointer. */}
      <div className="mb-6 grid min-h-[29rem] content-start gap-8 lg:grid-cols-[auto_minmax(0,1fr)]">
        <PlayedCalendar tune={tune} />
        <WeakPlaces titles={titles} />
      </div>
      <SegmentedControl
        label=""
        name="Weeks of the chart"
        value={String(weeks)}
        options={RANGES}
        onChange={(value) => setRange({ weeks: Number(value) })}
      />
      <div className={tempos?.length === 0 ? '' : 'min-h-80'}>
        {tempos?.length === 0 && <p className="py-3 text-soft">No solid run in these weeks.</p>}
        {tempos && tempos.length > 0 && (
          <Suspense fallback={<Waiting what="Drawing" />}>
            <TempoChart tempos={tempos} titles={titles} />
          </Suspense>
        )}
      </div>
      <Remembered range={range} />
      <RunTable tune={tune} search={searched} titles={titles} />
    </div>
  )
}

const REGRADING_POLL_MS = 1000

/** While runs of an earlier version are graded again: how far it is. */
const Regrading = () => {
  const [polls, setPolls] = useState(true)
  const { data } = useRegradingQuery(undefined, { pollingInterval: polls ? REGRADING_POLL_MS : 0 })
  if (!data || data.done >= data.total) {
    if (data && polls) setPolls(false)
    return null
  }
  return (
    <p role="status" className="mb-3 text-soft">
      Counting the runs: {data.done} of {data.total}
      {data.changed > 0 ? `; ${data.changed} have other marks now` : ''}.
    </p>
  )
}
