import type { RunAnswer, TuneAnswer } from '@eager-contour/contract'
import { type Chart, readChart, transposeChart } from '@eager-contour/core'
import { useMemo } from 'react'
import { Link } from 'react-router'
import { useRunsQuery, useTunesQuery } from '../data/api.ts'
import { useSettings } from '../settings/settings.ts'
import { keyWords } from '../tune/written.ts'
import { Button } from '../ui/Button.tsx'
import { Empty, Notice, Waiting } from '../ui/Notice.tsx'

/** Every tune with its form, key and tempo, and how far the player has come. */
export const TunesPage = () => {
  const { data: tunes, isError, refetch } = useTunesQuery()
  const { data: runs = [] } = useRunsQuery()
  return (
    <div className="mx-auto w-full max-w-6xl px-5 pb-10">
      <div className="flex items-end justify-between py-4">
        <h1 className="text-4xl">Tunes</h1>
        <Link
          to="/tunes/new"
          className="inline-flex min-h-11 items-center rounded-full bg-ink px-5 font-semibold text-on-ink"
        >
          New tune
        </Link>
      </div>
      {isError && (
        <Notice urgent>
          Can’t load your tunes from the server.{' '}
          <Button look="quiet" onClick={() => void refetch()}>
            Try again
          </Button>
        </Notice>
      )}
      {!tunes && !isError && <Waiting what="Loading your tunes" />}
      {tunes?.length === 0 && (
        <Empty>No tunes yet. Write the changes of one: four bars are enough to start.</Empty>
      )}
      <ul>
        {tunes?.map((tune) => (
          <TuneRow key={tune.id} tune={tune} runs={runs.filter((run) => run.tune === tune.id)} />
        ))}
      </ul>
    </div>
  )
}

const TuneRow = ({ tune, runs }: { readonly tune: TuneAnswer; readonly runs: readonly RunAnswer[] }) => {
  const { instrument } = useSettings()
  const chart = useMemo(() => {
    const outcome = readChart(tune.chart)
    return outcome.ok ? transposeChart(outcome.value, instrument.written.fifths) : undefined
  }, [tune.chart, instrument])
  return (
    <li className="border-t border-rule">
      <Link
        to={`/tunes/${tune.id}/map`}
        className="grid grid-cols-[minmax(0,5fr)_minmax(0,3fr)_minmax(0,2fr)_minmax(0,1fr)_minmax(0,3fr)] items-baseline gap-4 py-3.5 hover:bg-chosen max-md:grid-cols-2"
      >
        <span className="font-head text-2xl font-bold">{tune.title}</span>
        {chart ? (
          <TuneFacts chart={chart} />
        ) : (
          <span className="col-span-3 text-madder">a chord can’t be read</span>
        )}
        <span className="text-right text-soft max-md:text-left">{howFar(runs)}</span>
      </Link>
    </li>
  )
}

const TuneFacts = ({ chart }: { readonly chart: Chart }) => (
  <>
    <span>{[chart.form, `${chart.bars.length} bars`].filter(Boolean).join(', ')}</span>
    <span>{chart.key ? keyWords(chart.key) : 'no key given'}</span>
    <span className="tabular-nums whitespace-nowrap">{chart.tempo} bpm</span>
  </>
)

const howFar = (runs: readonly RunAnswer[]): string => {
  const last = runs[0]
  if (!last) return 'not played yet'
  return `${last.rung.replaceAll('-', ' ')} ${last.verdict === 'move on' ? 'move on' : last.verdict} at ${last.tempo}`
}
