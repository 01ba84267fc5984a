import {
  analyseChart,
  type CellStart,
  type Phrase,
  readChart,
  rungOf,
  type Stretch,
  throughChords,
} from '@eager-contour/core'
import { useMemo, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { useTunesQuery } from '../data/api.ts'
import { newId } from '../data/ids.ts'
import { sendEdit } from '../data/outbox.ts'
import { stageAddress } from '../practice/stageAddress.ts'
import { useSettings } from '../settings/settings.ts'
import { useAppDispatch } from '../store/store.ts'
import type { PlayedState } from '../tune/played.ts'
import { Button } from '../ui/Button.tsx'
import { Choice } from '../ui/Choice.tsx'
import { buttonLook } from '../ui/looks.ts'
import { ChordByChord } from './ChordByChord.tsx'

const BEGINS: readonly { readonly value: CellStart; readonly label: string }[] = [
  { value: 'first', label: 'its first note' },
  { value: 'nearest', label: 'its nearest note' },
]

/** The rung that drills a line. */
const RUNG = 'your-line'

/** A line of the player's that is new. */
const bodyOfCell = (tune: string, title: string, stretch: Stretch) => ({
  ...{ revision: 0, tune, title, stretch },
  ...{ remark: '', tags: ['cell'] },
})

interface ThroughChordsProps {
  readonly phrase: Phrase
  /** The phrase's, if it is kept as it is: then its rung can be drilled. */
  readonly id: string | undefined
}

/** Puts a cell through every chord of a tune: one chord at a time, or all of it as a line that opens in Line. */
export const ThroughChords = ({ phrase, id: kept }: ThroughChordsProps) => {
  const { data: tunes = [] } = useTunesQuery()
  const { instrument } = useSettings()
  const navigate = useNavigate()
  const dispatch = useAppDispatch()
  const readable = useMemo(
    () =>
      tunes.flatMap((tune) => {
        const read = readChart(tune.chart)
        return read.ok ? [{ tune, chart: read.value }] : []
      }),
    [tunes],
  )
  const [wanted, setWanted] = useState<string>()
  const [begin, setBegin] = useState<CellStart>('first')
  const chosen = readable.find(({ tune }) => tune.id === wanted) ?? readable[0]
  const through = useMemo(() => {
    if (!chosen) return undefined
    const analysis = analyseChart(chosen.chart)
    const stretch = { from: 0, to: chosen.chart.bars.length - 1 }
    return { analysis, line: throughChords(analysis, phrase, stretch, instrument, begin) }
  }, [chosen, phrase, instrument, begin])
  if (!chosen || !through) return null
  const last = chosen.chart.bars.length
  /** Kept as a line, and drilled key after key. */
  const drill = () => {
    const id = newId('line')
    const title = `A cell through ${chosen.tune.title}`
    const stretch = { from: 0, to: last - 1 }
    const body = { ...bodyOfCell(chosen.tune.id, title, stretch), notes: through.line.notes }
    void sendEdit(dispatch, { entity: id, path: `lines/${id}`, title, body })
    const { from: tempo } = rungOf(RUNG).tempo
    void navigate(
      stageAddress({
        ...{ tune: chosen.tune.id, rung: RUNG, stretch, tempo, line: id },
        practice: { keys: 'fourths' },
      }),
    )
  }
  const write = () => {
    const state: PlayedState = { played: through.line.notes }
    void navigate(`/tunes/${chosen.tune.id}/line?bars=1-${last}`, { state })
  }
  return (
    <section aria-label="Through the chords of a tune" className="mt-2">
      <div className="flex flex-wrap items-end gap-3">
        <Choice
          label="Through every chord of"
          value={chosen.tune.id}
          options={readable.map(({ tune }) => ({ value: tune.id, label: tune.title }))}
          onChange={setWanted}
        />
        <Choice<CellStart> label="On each chord from" value={begin} options={BEGINS} onChange={setBegin} />
        <Button onClick={write}>Open it as a line</Button>
        {kept === undefined ? (
          <Button onClick={drill}>Keep it and drill it</Button>
        ) : (
          <Link
            to={stageAddress({
              ...{ tune: chosen.tune.id, rung: 'cell', stretch: { from: 0, to: last - 1 }, line: kept },
              ...{ tempo: rungOf('cell').tempo.from, practice: { keys: 'fourths' } },
            })}
            className={buttonLook('quiet')}
          >
            Drill it in twelve keys
          </Link>
        )}
      </div>
      <ChordByChord key={chosen.tune.id} {...through} />
    </section>
  )
}
