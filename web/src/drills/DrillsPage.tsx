import {
  type CellState,
  type Instrument,
  KEY_ORDER_NAMES,
  type KeyOrder,
  keysOfList,
  type RungId,
  transposeKey,
} from '@eager-contour/core'
import { useState } from 'react'
import { useLadder } from '../practice/useLadder.ts'
import { useSettings } from '../settings/settings.ts'
import { barsText, useOpenTune } from '../tune/useTune.ts'
import { Choice } from '../ui/Choice.tsx'
import { FIELD } from '../ui/looks.ts'
import { SegmentedControl } from '../ui/SegmentedControl.tsx'
import { Term } from '../ui/Term.tsx'
import { usePainted } from '../ui/usePainted.ts'
import { StateMark } from '../ui/VerdictMark.tsx'
import { EVERY, LadderGrid } from './LadderGrid.tsx'
import { OwnExercises } from './OwnExercises.tsx'
import { RungPanel } from './RungPanel.tsx'

const STATES: readonly CellState[] = ['not tried', 'again', 'close', 'solid', 'move on', 'not due', 'fading']
const OWN = 'own'

/** A list of keys as the instrument reads them, converted to concert pitch. */
const concertList = (text: string, instrument: Instrument): string | undefined =>
  keysOfList(text, { tonic: 'C', mode: 'major' })
    .map((key) => transposeKey(key, -instrument.written.fifths).tonic)
    .join(',') || undefined

/** The ladder over the stretch: rungs by keys, each with its state; open one to see what it asks and to start it. */
export const DrillsPage = () => {
  const open = useOpenTune()
  const [order, setOrder] = useState<KeyOrder | typeof OWN>('fourths')
  const [own, setOwn] = useState('')
  const [filter, setFilter] = useState<CellState | typeof EVERY>(EVERY)
  const ladder = useLadder(open, order === OWN ? 'fourths' : order)
  const [shown, setShown] = useState<'ladder' | 'own'>('ladder')
  const [rung, setRung] = useState<RungId>('outline-up')
  const [key, setKey] = useState<string>()
  const { instrument } = useSettings()
  // The ladder comes first: making a rung's exercise over many bars takes a moment.
  const painted = usePainted()
  const whole = usePainted(painted)
  const chosen = ladder.keys.find(({ tonic }) => tonic === key) ?? ladder.keys[0]!
  return (
    <div className="grid grow grid-cols-[minmax(0,1fr)] bg-sheet lg:grid-cols-[minmax(0,1fr)_20rem]">
      <div className="min-w-0 px-5 pt-4 pb-8">
        <div className="flex flex-wrap items-end justify-between gap-x-6">
          <h2 className="text-2xl">
            <Term word="ladder">Ladder</Term> over {barsText(open.stretch)}
          </h2>
          <div className="flex gap-4">
            <Choice<KeyOrder | typeof OWN>
              label="Keys"
              value={order}
              options={[
                ...KEY_ORDER_NAMES.map(({ id, name }) => ({ value: id, label: name })),
                { value: OWN, label: 'my own list' },
              ]}
              onChange={setOrder}
            />
            {order === OWN && (
              <label className="block py-1.5 text-soft">
                My keys, in order
                <input
                  value={own}
                  placeholder="C F B♭ E♭"
                  onChange={(event) => setOwn(event.target.value)}
                  className={`${FIELD} block w-44 text-ink`}
                />
              </label>
            )}
            <Choice<CellState | typeof EVERY>
              label="Show"
              value={filter}
              options={[
                { value: EVERY, label: 'every rung' },
                ...STATES.map((state) => ({ value: state, label: `only: ${state}` })),
              ]}
              onChange={setFilter}
            />
          </div>
        </div>
        <SegmentedControl
          label=""
          name="View"
          value={shown}
          options={[
            { value: 'ladder', label: 'the ladder' },
            { value: 'own', label: 'my exercises and set lists' },
          ]}
          onChange={setShown}
        />
        {shown === 'own' ? (
          <OwnExercises />
        ) : (
          <>
            <LadderGrid
              ladder={ladder}
              filter={filter}
              whole={painted}
              rung={rung}
              chosen={chosen}
              onChoose={(id, to) => {
                setRung(id)
                setKey(to.tonic)
              }}
            />
            <ul aria-label="Legend" className="mt-4 flex flex-wrap gap-x-5 gap-y-1 text-soft">
              {STATES.map((state) => (
                <li key={state} className="flex items-center gap-1.5">
                  <StateMark state={state} size={18} /> {state === 'not due' ? 'not due yet' : state}
                </li>
              ))}
            </ul>
          </>
        )}
      </div>
      {whole && (
        <RungPanel
          key={`${rung} ${chosen.tonic}`}
          open={open}
          ladder={ladder}
          rung={rung}
          at={chosen}
          keys={order === OWN ? concertList(own, instrument) : order === 'fourths' ? undefined : order}
        />
      )}
    </div>
  )
}
