import {
  bandEvents,
  type Key,
  partsOf,
  type RungId,
  rungOf,
  swung,
  USUAL_ORDER,
  withSigns,
  wordReason,
} from '@eager-contour/core'
import { format } from 'date-fns'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { bandIfReady } from '../audio/band.ts'
import { useHearKey } from '../audio/useHearKey.ts'
import { useHear } from '../audio/usePlay.ts'
import { firstRun } from '../practice/ownExercise.ts'
import { type Practice, type StageRequest, stageAddress } from '../practice/stageAddress.ts'
import type { Ladder } from '../practice/useLadder.ts'
import { useMadeExercise } from '../practice/useMadeExercise.ts'
import { useOwnMaterial } from '../practice/useOwnMaterial.ts'
import { useSettings } from '../settings/settings.ts'
import { barsText, type OpenTune } from '../tune/useTune.ts'
import { writtenKey } from '../tune/written.ts'
import { Button } from '../ui/Button.tsx'
import { Choice } from '../ui/Choice.tsx'
import { buttonLook, FIELD } from '../ui/looks.ts'
import { NumberField } from '../ui/NumberField.tsx'
import { Term } from '../ui/Term.tsx'
import { VerdictMark } from '../ui/VerdictMark.tsx'
import { ExerciseFiles } from './ExerciseFiles.tsx'
import { KeepExercise } from './KeepExercise.tsx'
import { PracticeChoices } from './PracticeChoices.tsx'
import { RungOptions } from './RungOptions.tsx'

const MOST_RUNS = 6
const HIDING: readonly { readonly value: string; readonly label: string }[] = [
  { value: '1', label: 'notes and names' },
  { value: '2', label: 'chord symbols only' },
  { value: '3', label: 'numerals and the key' },
  { value: '4', label: 'key name only' },
]

interface RungPanelProps {
  readonly open: OpenTune
  readonly ladder: Ladder
  readonly rung: RungId
  /** The key, at concert pitch. */
  readonly at: Key
  /** The order of the keys, if not the default. */
  readonly keys: string | undefined
}

/** What a rung asks in a key, how it went, and its start. */
export const RungPanel = ({ open, ladder, rung, at, keys }: RungPanelProps) => {
  const { tune, stretch } = open
  const { instrument, chordStyle } = useSettings()
  const row = rungOf(rung)
  const { tempo } = ladder.cell(rung, at)
  const runs = ladder.runs(rung, at)
  const [variant, setVariant] = useState(0)
  const [hide, setHide] = useState('1')
  const [ownTempo, setOwnTempo] = useState<number>()
  const atTempo = ownTempo ?? tempo
  const [practice, setPractice] = useState<Practice>({})
  const hear = useHear()
  // Playback ends when the rung is closed.
  useEffect(() => () => bandIfReady()?.stop(), [])
  const own = useOwnMaterial(open, rung)
  const [order, setOrder] = useState(USUAL_ORDER)
  const ordered = row.variants[variant]?.material.by === 'order' ? order : undefined
  const hasHalves = partsOf(rung, variant).length > 1
  const made = useMadeExercise(open, at, {
    rung,
    variant,
    stretch,
    tempo: atTempo,
    ...(ordered === undefined ? {} : { order: ordered }),
    ...own.spec,
  })
  const heard = made.ok ? (made.value.exercise.free?.example ?? made.value.exercise.expected) : []
  const names = (made.ok ? made.value.line.notes : [])
    .slice(0, 8)
    .map(({ spelling }) => withSigns(spelling.replace(/-?\d+$/, '')))
    .join(' ')
  const onHear = () => {
    if (!made.ok) return
    const { swing } = made.value.exercise
    const notes = heard.map(({ start, duration, midi }) => ({
      part: 'line' as const,
      tick: swung(start, swing),
      duration: swung(start + duration, swing) - swung(start, swing),
      midi,
      velocity: 100,
    }))
    hear(
      [...notes, ...bandEvents(made.value.sounding, stretch, undefined, { swing })].sort(
        (a, b) => a.tick - b.tick,
      ),
    )
  }
  useHearKey(onHear)
  const inOwnKey = at.tonic === ladder.keys[0]!.tonic
  const request: StageRequest = {
    tune: tune.id,
    rung,
    stretch,
    tempo: atTempo,
    variant,
    key: inOwnKey ? undefined : at.tonic,
    hide: Number(hide),
    line: own.chosen,
    order: ordered,
    practice: { ...practice, keys, figure: hasHalves && practice.figure !== undefined ? variant : undefined },
  }
  const keyName = writtenKey(`${at.tonic} ${at.mode}`, instrument)
  const canPlay = made.ok && !own.missing
  const play = (
    <Link to={stageAddress(firstRun(request))} className={`${buttonLook('main')} text-lg`}>
      Play at {atTempo}
    </Link>
  )
  return (
    <aside
      aria-label="The rung"
      className="min-w-0 border-l border-rule p-5 max-lg:border-t max-lg:border-l-0 max-lg:pb-20 lg:sticky lg:top-0 lg:self-start"
    >
      {/* Where the panel is under the ladder, the cell that was chosen is played from the page's foot. */}
      <div className="fixed inset-x-0 bottom-0 z-10 flex items-center justify-between gap-3 border-t border-rule bg-ground px-5 py-2 lg:hidden">
        <a
          href="#rung"
          className="min-w-0 text-lg leading-tight underline decoration-soft underline-offset-4"
        >
          <b>{row.name}</b>, {keyName}
        </a>
        {canPlay && play}
      </div>
      <div className="text-soft">
        <Term word="rung">Rung</Term> of grade {row.grade}, {row.gradeName}
      </div>
      <h3 id="rung" className="text-3xl">
        {row.name}
      </h3>
      <p className="mt-1 text-lg">{row.asks}</p>
      <p className="mt-2 font-head text-xl font-bold">
        in {keyName}, {barsText(stretch)}
      </p>
      {own.missing ? (
        <p className="mt-2 text-lg text-soft">{own.missing}</p>
      ) : made.ok ? (
        <div className="mt-4 flex flex-wrap items-center gap-3">
          {play}
          <Button onClick={onHear}>{row.kind === 'free' ? 'Hear an example' : 'Hear it'}</Button>
          <ExerciseFiles
            title={row.name}
            tune={tune.title}
            made={made.value}
            remark={`${row.asks}, at ${atTempo}`}
          />
        </div>
      ) : (
        <p className="mt-2 text-lg text-madder">
          {made.problems.map((problem) => wordReason(problem, chordStyle)).join(' ')}
        </p>
      )}
      <RungOptions row={row} variant={variant} onVariant={setVariant} />
      {ordered !== undefined && (
        <label className="block py-1.5">
          <span className="block text-soft">Order of degrees, such as 5 3 7 1 or 1 3 2 4</span>
          <input
            value={order}
            onChange={(event) => setOrder(event.target.value)}
            maxLength={60}
            className={`${FIELD} w-full`}
          />
        </label>
      )}
      {own.name && own.choices.length > 0 && (
        <Choice
          label={own.name}
          value={own.chosen ?? ''}
          options={own.choices.map(({ id, title }) => ({ value: id, label: title }))}
          onChange={own.choose}
        />
      )}
      <Choice label="Shown" value={hide} options={HIDING} onChange={setHide} />
      <PracticeChoices
        value={practice}
        onChange={setPractice}
        figure={hasHalves ? variant : undefined}
        free={made.ok && made.value.exercise.free !== undefined}
      />
      <NumberField
        label={`Tempo (ladder: ${row.tempo.from} to ${row.tempo.to})`}
        name="Beats per minute"
        value={atTempo}
        least={20}
        most={400}
        onChange={setOwnTempo}
      />
      {names !== '' && (
        <p className="mt-2 text-soft">
          {row.kind === 'free' ? 'Example starts' : 'It starts'} <span className="text-ink">{names}</span>
        </p>
      )}
      {made.ok && <KeepExercise key={rung} request={request} usual={`${row.name}, ${barsText(stretch)}`} />}
      <h4 className="mt-6 font-head text-lg font-bold">Runs</h4>
      {runs.length === 0 && <p className="text-soft">Not tried in this key over these bars.</p>}
      <ul>
        {runs.slice(0, MOST_RUNS).map((run) => (
          <li key={run.id} className="flex items-center justify-between border-t border-rule py-1.5">
            <VerdictMark verdict={run.verdict} />
            <span className="text-soft">
              at {run.tempo}, {format(new Date(run.playedAt), 'd MMM')}
            </span>
          </li>
        ))}
      </ul>
    </aside>
  )
}
