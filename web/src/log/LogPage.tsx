import type { RunAnswer } from '@eager-contour/contract'
import { format } from 'date-fns'
import { lazy, Suspense, useMemo, useState } from 'react'
import { useRunsQuery, useTunesQuery } from '../data/api.ts'
import { useSettings } from '../settings/settings.ts'
import { barsText } from '../tune/useTune.ts'
import { writtenKey } from '../tune/written.ts'
import { Button } from '../ui/Button.tsx'
import { Empty, Notice, Waiting } from '../ui/Notice.tsx'
import { VerdictMark } from '../ui/VerdictMark.tsx'

const TempoChart = lazy(async () => ({ default: (await import('./TempoChart.tsx')).TempoChart }))
const PAGE = 20

/** What was played: the tempo over the weeks, and every run with its marks. */
export const LogPage = () => {
  const { data: runs, isError, refetch } = useRunsQuery()
  const { data: tunes = [] } = useTunesQuery()
  const { instrument } = useSettings()
  const [shown, setShown] = useState(PAGE)
  const [tune, setTune] = useState('')
  const titles = useMemo(() => new Map(tunes.map(({ id, title }) => [id, title])), [tunes])
  const listed = runs?.filter((run) => tune === '' || run.tune === tune)
  return (
    <div className="mx-auto w-full max-w-6xl px-5 pb-10">
      <div className="flex flex-wrap items-end justify-between gap-3 py-4">
        <h1 className="text-4xl">Log</h1>
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
      </div>
      {isError && (
        <Notice urgent>
          Can’t load the log from the server.{' '}
          <Button look="quiet" onClick={() => void refetch()}>
            Try again
          </Button>
        </Notice>
      )}
      {!listed && !isError && <Waiting what="Loading the log" />}
      {listed?.length === 0 && (
        <Empty>
          No runs yet. Open a tune, choose a stretch and play a drill: it is logged automatically.
        </Empty>
      )}
      {listed && listed.length > 0 && (
        <>
          <Suspense fallback={<Waiting what="Drawing" />}>
            <TempoChart runs={listed} titles={titles} />
          </Suspense>
          {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls sideways must be reached by keys. */}
          <section aria-label="Runs" tabIndex={0} className="mt-5 overflow-x-auto">
            <table className="w-full text-left">
              <thead className="text-soft">
                <tr>
                  {['Date', 'Tune', 'Bars', 'Rung', 'Key', 'Tempo', 'Marks', 'Verdict'].map((head) => (
                    <th key={head} scope="col" className="py-2 pr-3 font-normal">
                      {head}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {listed.slice(0, shown).map((run) => (
                  <RunRow
                    key={run.id}
                    run={run}
                    title={titles.get(run.tune) ?? ''}
                    keyName={writtenKey(run.key, instrument)}
                  />
                ))}
              </tbody>
            </table>
          </section>
          {listed.length > shown && (
            <Button onClick={() => setShown(shown + PAGE)}>Show more of {listed.length} runs</Button>
          )}
        </>
      )}
    </div>
  )
}

const RunRow = ({
  run,
  title,
  keyName,
}: {
  readonly run: RunAnswer
  readonly title: string
  readonly keyName: string
}) => (
  <tr className="border-t border-rule">
    <td className="py-2 pr-3 whitespace-nowrap tabular-nums">
      {format(new Date(run.playedAt), 'd MMM, HH:mm')}
    </td>
    <td className="pr-3">{title}</td>
    <td className="pr-3 whitespace-nowrap">{barsText(run.stretch).replace(/^bars? /, '')}</td>
    <td className="pr-3 whitespace-nowrap">{run.rung.replaceAll('-', ' ')}</td>
    <td className="pr-3 whitespace-nowrap">{keyName}</td>
    <td className="pr-3 tabular-nums">{run.tempo}</td>
    <td className="pr-3 whitespace-nowrap tabular-nums">
      {Object.entries(run.marks).map(([mark, value]) => (
        <span key={mark} className="mr-3 inline-block">
          <span className="text-soft">{mark}</span> {value}
        </span>
      ))}
    </td>
    <td>
      {run.state === 'abandoned' ? (
        <span className="text-soft">abandoned</span>
      ) : (
        <VerdictMark verdict={run.verdict} />
      )}
    </td>
  </tr>
)
