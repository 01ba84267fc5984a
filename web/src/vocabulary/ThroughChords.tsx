import { analyseChart, type Phrase, readChart, throughChords } from '@eager-contour/core'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { useTunesQuery } from '../data/api.ts'
import { useSettings } from '../settings/settings.ts'
import type { PlayedState } from '../tune/played.ts'
import { Button } from '../ui/Button.tsx'
import { Choice } from '../ui/Choice.tsx'

/** Puts a cell through every chord of a tune, as a line that opens in Line. */
export const ThroughChords = ({ phrase }: { readonly phrase: Phrase }) => {
  const { data: tunes = [] } = useTunesQuery()
  const { instrument } = useSettings()
  const navigate = useNavigate()
  const readable = tunes.flatMap((tune) => {
    const read = readChart(tune.chart)
    return read.ok ? [{ tune, chart: read.value }] : []
  })
  const [wanted, setWanted] = useState<string>()
  const chosen = readable.find(({ tune }) => tune.id === wanted) ?? readable[0]
  if (!chosen) return null
  const write = () => {
    const last = chosen.chart.bars.length
    const stretch = { from: 0, to: last - 1 }
    const { notes } = throughChords(analyseChart(chosen.chart), phrase, stretch, instrument)
    const state: PlayedState = { played: notes }
    void navigate(`/tunes/${chosen.tune.id}/line?bars=1-${last}`, { state })
  }
  return (
    <div className="mt-2 flex flex-wrap items-end gap-3">
      <Choice
        label="Through every chord of"
        value={chosen.tune.id}
        options={readable.map(({ tune }) => ({ value: tune.id, label: tune.title }))}
        onChange={setWanted}
      />
      <Button onClick={write}>Open it as a line</Button>
    </div>
  )
}
