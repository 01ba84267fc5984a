import {
  type CellState,
  type Instrument,
  KEY_ORDER_NAMES,
  type Key,
  type KeyOrder,
  keysOfList,
  type LadderCell,
  RUNGS,
  type RungId,
  transposeKey,
} from '@eager-contour/core'
import { Fragment, type KeyboardEvent, useState } from 'react'
import { type Ladder, useLadder } from '../practice/useLadder.ts'
import { useSettings } from '../settings/settings.ts'
import { barsText, useOpenTune } from '../tune/useTune.ts'
import { writtenKey } from '../tune/written.ts'
import { Choice } from '../ui/Choice.tsx'
import { SegmentedControl } from '../ui/SegmentedControl.tsx'
import { Term } from '../ui/Term.tsx'
import { usePainted } from '../ui/usePainted.ts'
import { StateMark } from '../ui/VerdictMark.tsx'
import { OwnExercises } from './OwnExercises.tsx'
import { RungPanel } from './RungPanel.tsx'

const STATES: readonly CellState[] = ['not tried', 'again', 'close', 'solid', 'move on', 'not due']
const ALL = 'all'
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
  const [filter, setFilter] = useState<CellState | typeof ALL>(ALL)
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
    <div className="grid grow bg-sheet lg:grid-cols-[minmax(0,1fr)_20rem]">
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
                  className="block min-h-11 w-44 rounded-xl border border-soft bg-sheet px-3 text-lg text-ink"
                />
              </label>
            )}
            <Choice<CellState | typeof ALL>
              label="Show"
              value={filter}
              options={[
                { value: ALL, label: 'every rung' },
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
            <Grid
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

/** A cell's state in words. */
const stateText = ({ state, last, dueInDays }: LadderCell): string =>
  dueInDays === undefined ? state : `${last}, due in ${dueInDays} ${dueInDays === 1 ? 'day' : 'days'}`

interface GridProps {
  readonly ladder: Ladder
  readonly filter: CellState | typeof ALL
  readonly rung: RungId
  readonly chosen: Key
  readonly onChoose: (rung: RungId, key: Key) => void
  /** Whether all rows are shown, or only those that fit a window: the others follow when these are painted. */
  readonly whole: boolean
}

const CELL =
  'inline-flex h-9 w-full min-w-9 items-center justify-center rounded-lg align-middle hover:bg-ledge aria-pressed:bg-ledge-guide'
/** Most cells: their mark is drawn by the style alone. */
const UNTRIED = `${CELL} untried`
/** Rows that fit a window. */
const FIRST_ROWS = 16

const Grid = ({ ladder, filter, rung, chosen, onChoose, whole }: GridProps) => {
  const { instrument } = useSettings()
  const names = ladder.keys.map(
    ({ tonic, mode }) => writtenKey(`${tonic} ${mode}`, instrument).split(' ')[0]!,
  )
  const rows = RUNGS.filter(
    ({ id }) => filter === ALL || ladder.keys.some((key) => ladder.cell(id, key).state === filter),
  )
  const shown = whole ? rows : rows.slice(0, FIRST_ROWS)
  /** The arrow keys move from cell to cell; one cell is in the tab order. */
  const onKey = (event: KeyboardEvent) => {
    const by = {
      ArrowRight: [0, 1],
      ArrowLeft: [0, -1],
      ArrowDown: [1, 0],
      ArrowUp: [-1, 0],
    }[event.key] as readonly [number, number] | undefined
    if (!by || event.shiftKey) return
    const row = Math.min(rows.length - 1, Math.max(0, rows.findIndex(({ id }) => id === rung) + by[0]))
    const column = Math.min(11, Math.max(0, ladder.keys.indexOf(chosen) + by[1]))
    const [to, key] = [rows[row], ladder.keys[column]]
    if (!to || !key) return
    event.preventDefault()
    onChoose(to.id, key)
    document.querySelector<HTMLElement>(`[data-cell="${to.id} ${key.tonic}"]`)?.focus()
  }
  if (rows.length === 0) return <p className="py-8 text-lg text-soft">No rung has this state in any key.</p>
  return (
    <div className="mt-3 overflow-x-auto">
      <table className="w-full border-collapse" onKeyDown={onKey}>
        <thead>
          <tr>
            <th scope="col" className="text-left font-normal text-soft">
              rung
            </th>
            {names.map((name) => (
              <th key={name} scope="col" className="px-0.5 pb-1 font-head text-lg">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map((row, at) => (
            <Fragment key={row.id}>
              {row.grade !== rows[at - 1]?.grade && (
                <tr>
                  <th colSpan={13} scope="rowgroup" className="pt-3 pb-1 text-left text-lg">
                    {row.grade} {row.gradeName}
                  </th>
                </tr>
              )}
              <tr className="border-t border-rule">
                <th scope="row" className="py-0.5 pr-3 text-left font-normal whitespace-nowrap">
                  {row.name}
                </th>
                {ladder.keys.map((key, column) => {
                  const cell = ladder.cell(row.id, key)
                  const { state } = cell
                  const here = row.id === rung && key === chosen
                  return (
                    <td key={key.tonic} className="p-0 text-center">
                      <button
                        type="button"
                        data-cell={`${row.id} ${key.tonic}`}
                        tabIndex={here ? 0 : -1}
                        aria-pressed={here}
                        aria-label={`${row.name} in ${names[column]}: ${stateText(cell)}`}
                        onClick={() => onChoose(row.id, key)}
                        className={state === 'not tried' ? UNTRIED : CELL}
                      >
                        {state !== 'not tried' && <StateMark state={state} />}
                      </button>
                    </td>
                  )
                })}
              </tr>
            </Fragment>
          ))}
        </tbody>
      </table>
    </div>
  )
}
