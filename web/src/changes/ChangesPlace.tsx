import type { TuneAnswer } from '@eager-contour/contract'
import { fifthsOf, keysOfMode, transposeChart, withSigns, writeChart } from '@eager-contour/core'
import { useAppDispatch } from '../app/store.ts'
import { post } from '../data/outbox.ts'
import { Button } from '../parts/Button.tsx'
import { useOpenTune } from '../tune/useTune.ts'
import { ChangesDesk } from './ChangesDesk.tsx'
import { useChartText } from './useChartText.ts'

/** The first of a tune's places. */
export const ChangesPlace = () => <TuneChanges tune={useOpenTune().tune} />

/** A tune's changes as text, at concert pitch: read or not, they can be mended here. */
export const TuneChanges = ({ tune }: { readonly tune: TuneAnswer }) => {
  const dispatch = useAppDispatch()
  const { text, outcome, write, settle } = useChartText(`changes ${tune.id}`, tune.chart)
  const changed = text !== tune.chart
  const keep = async () => {
    if (!outcome.ok) return
    const title = outcome.value.title || tune.title
    await post(dispatch, {
      entity: tune.id,
      path: `tunes/${tune.id}`,
      title,
      body: { revision: tune.revision, title, chart: text },
    })
    settle()
  }
  const giveUp = () => {
    write(tune.chart)
    settle()
  }
  const chart = outcome.ok ? outcome.value : undefined
  return (
    <div className="grow bg-sheet px-5 pt-4 pb-8">
      <ChangesDesk
        text={text}
        outcome={outcome}
        onChange={write}
        tools={
          chart?.key && (
            <label className="block">
              <span className="mb-1 block text-soft">Write the whole tune in another key</span>
              <select
                value={chart.key.tonic}
                onChange={(event) =>
                  write(
                    writeChart(
                      transposeChart(chart, fifthsOf(event.target.value) - fifthsOf(chart.key!.tonic)),
                    ),
                  )
                }
                className="min-h-11 rounded-xl border border-soft bg-sheet px-3 text-lg"
              >
                {[...new Set([chart.key.tonic, ...keysOfMode(chart.key.mode).map(({ tonic }) => tonic)])].map(
                  (tonic) => (
                    <option key={tonic} value={tonic}>
                      {withSigns(tonic)} {chart.key!.mode}
                    </option>
                  ),
                )}
              </select>
            </label>
          )
        }
      >
        <Button look="main" disabled={!outcome.ok || !changed} onClick={() => void keep()}>
          Keep the changes
        </Button>
        <Button disabled={!changed} onClick={giveUp}>
          As they were
        </Button>
        <span role="status" className="text-soft">
          {changed ? 'Not kept yet; safe in this browser.' : 'Kept.'}
        </span>
      </ChangesDesk>
    </div>
  )
}
