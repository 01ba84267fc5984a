import type { TuneAnswer } from '@eager-contour/contract'
import { analyseChart, followOverrides, readChart } from '@eager-contour/core'
import { useMemo } from 'react'
import { changesDraft } from '../data/draftNames.ts'
import { sendEdit } from '../data/outbox.ts'
import { useAppDispatch } from '../store/store.ts'
import { useOpenTune } from '../tune/useTune.ts'
import { Button } from '../ui/Button.tsx'
import { tellDone } from '../ui/tell.ts'
import { ChangesEditor } from './ChangesEditor.tsx'
import { ChartFiles } from './ChartFiles.tsx'
import { ChartVersions } from './ChartVersions.tsx'
import { useChartText } from './useChartText.ts'

/** The first of a tune's pages. */
export const ChangesPage = () => <TuneChanges tune={useOpenTune().tune} />

/** A tune's changes, bar by bar and as text; also for charts that can't be read yet. */
export const TuneChanges = ({ tune }: { readonly tune: TuneAnswer }) => {
  const dispatch = useAppDispatch()
  const { text, revision, incoming, outcome, write, typed, settle } = useChartText(changesDraft(tune.id), {
    text: tune.chart,
    revision: tune.revision,
  })
  const changed = text !== tune.chart
  const analysis = useMemo(() => (outcome.ok ? analyseChart(outcome.value) : undefined), [outcome])
  const keep = async () => {
    if (!outcome.ok) return
    const title = outcome.value.title || tune.title
    const before = readChart(tune.chart)
    await sendEdit(dispatch, {
      entity: tune.id,
      path: `tunes/${tune.id}`,
      title,
      body: {
        revision,
        title,
        chart: text,
        readings: before.ok ? followOverrides(before.value, outcome.value, tune.readings) : [],
      },
    })
    settle()
    tellDone(`Saved: ${title}.`)
  }
  const giveUp = () => {
    write(tune.chart)
    settle()
  }
  return (
    <div className="grow bg-sheet px-5 pt-4 pb-8">
      <ChangesEditor text={text} incoming={incoming} outcome={outcome} onWrite={write} onTyped={typed}>
        <Button look="main" disabled={!outcome.ok || !changed} onClick={() => void keep()}>
          Save changes
        </Button>
        <Button disabled={!changed} onClick={giveUp}>
          Revert
        </Button>
        <span role="status" className="text-soft">
          {changed ? 'Unsaved draft, safe on this computer.' : 'Saved.'}
        </span>
        <ChartVersions tune={tune.id} onOpen={write} />
        {analysis && <ChartFiles title={tune.title} analysis={analysis} />}
      </ChangesEditor>
    </div>
  )
}
