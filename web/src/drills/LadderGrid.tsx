import { type CellState, type Key, type LadderCell, RUNGS, type RungId } from '@eager-contour/core'
import {
  columnFilteringFeature,
  createColumnHelper,
  createFilteredRowModel,
  tableFeatures,
  useTable,
} from '@tanstack/react-table'
import { Fragment, type KeyboardEvent, useMemo } from 'react'
import type { Ladder } from '../practice/useLadder.ts'
import { useSettings } from '../settings/settings.ts'
import { writtenKey } from '../tune/written.ts'
import { StateMark } from '../ui/VerdictMark.tsx'

/** Rungs in every state. */
export const EVERY = 'all'

/** A rung with its cell in each of the ladder's keys. */
interface LadderRow {
  readonly rung: (typeof RUNGS)[number]
  readonly cells: readonly LadderCell[]
}

const features = tableFeatures({ columnFilteringFeature, filteredRowModel: createFilteredRowModel() })
const helper = createColumnHelper<typeof features, LadderRow>()
const COLUMNS = helper.columns([
  helper.accessor(({ cells }) => cells.map(({ state }) => state), {
    id: 'states',
    filterFn: ({ original }, _column, state: CellState) =>
      original.cells.some((cell) => cell.state === state),
  }),
])

/** A cell's state in words. */
const stateText = ({ state, last, dueInDays }: LadderCell): string =>
  dueInDays === undefined ? state : `${last}, due in ${dueInDays} ${dueInDays === 1 ? 'day' : 'days'}`

interface LadderGridProps {
  readonly ladder: Ladder
  readonly filter: CellState | typeof EVERY
  readonly rung: RungId
  readonly chosen: Key
  readonly onChoose: (rung: RungId, key: Key) => void
  /** Whether all rows are shown, or only those that fit a window: the others follow when these are painted. */
  readonly whole: boolean
}

const CELL =
  'inline-flex h-11 w-full min-w-9 items-center justify-center rounded-lg align-middle hover:bg-ledge aria-pressed:bg-ledge-guide'
/** Most cells: their mark is drawn by the style alone. */
const UNTRIED = `${CELL} untried`
/** Rows that fit a window. */
const FIRST_ROWS = 16

/** Pixels of the highest bar. */
const HIGHEST = 26

/** How high each key stands: a bar for its rungs that hold, beside those of the key that stands highest. */
const KeyHeights = ({ ladder }: { readonly ladder: Ladder }) => {
  const held = useMemo(
    () =>
      ladder.keys.map((key) => RUNGS.filter(({ id }) => HELD.includes(ladder.cell(id, key).state)).length),
    [ladder],
  )
  const most = Math.max(1, ...held)
  return (
    <tr>
      <th scope="row" className="text-left font-normal text-soft">
        rungs that hold
      </th>
      {ladder.keys.map(({ tonic }, at) => (
        <td key={tonic} className="px-1 pb-1 text-center align-bottom leading-tight">
          <span className="text-sm tabular-nums">{held[at]! > 0 ? held[at] : ''}</span>
          <span
            aria-hidden="true"
            className="block rounded-t-sm bg-ledge-guide"
            style={{ height: Math.round((HIGHEST * held[at]!) / most) }}
          />
        </td>
      ))}
    </tr>
  )
}

/** The states of a cell in which its rung holds. */
const HELD: readonly CellState[] = ['not due', 'solid', 'move on']

/** The ladder: a row for each rung, a column for each key, each cell with its state. */
export const LadderGrid = ({ ladder, filter, rung, chosen, onChoose, whole }: LadderGridProps) => {
  const { instrument } = useSettings()
  const { keys } = ladder
  const names = keys.map(({ tonic, mode }) => writtenKey(`${tonic} ${mode}`, instrument).split(' ')[0]!)
  const data = useMemo(
    () =>
      (whole || filter !== EVERY ? RUNGS : RUNGS.slice(0, FIRST_ROWS)).map(
        (row): LadderRow => ({ rung: row, cells: ladder.keys.map((key) => ladder.cell(row.id, key)) }),
      ),
    [ladder, whole, filter],
  )
  const table = useTable({
    features,
    columns: COLUMNS,
    data,
    getRowId: (row: LadderRow) => row.rung.id,
    state: { columnFilters: filter === EVERY ? [] : [{ id: 'states', value: filter }] },
  })
  const rows = table.getRowModel().rows.map(({ original }) => original)
  /** The arrow keys move from cell to cell; one cell is in the tab order. */
  const onKey = (event: KeyboardEvent) => {
    const by = {
      ArrowRight: [0, 1],
      ArrowLeft: [0, -1],
      ArrowDown: [1, 0],
      ArrowUp: [-1, 0],
    }[event.key] as readonly [number, number] | undefined
    if (!by || event.shiftKey) return
    const row = rows.findIndex((one) => one.rung.id === rung) + by[0]
    const to = rows[Math.min(rows.length - 1, Math.max(0, row))]?.rung
    const key = keys[Math.min(keys.length - 1, Math.max(0, keys.indexOf(chosen) + by[1]))]
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
          <KeyHeights ladder={ladder} />
        </thead>
        <tbody>
          {rows.map((row, at) => (
            <Fragment key={row.rung.id}>
              {row.rung.grade !== rows[at - 1]?.rung.grade && (
                <tr>
                  <th colSpan={keys.length + 1} scope="rowgroup" className="pt-3 pb-1 text-left text-lg">
                    {row.rung.grade} {row.rung.gradeName}
                  </th>
                </tr>
              )}
              <tr className="border-t border-rule">
                <th scope="row" className="py-0.5 pr-3 text-left font-normal whitespace-nowrap">
                  {row.rung.name}
                </th>
                {row.cells.map((cell, column) => {
                  const key = keys[column]!
                  const here = row.rung.id === rung && key === chosen
                  return (
                    <td key={key.tonic} className="p-0 text-center">
                      <button
                        type="button"
                        data-cell={`${row.rung.id} ${key.tonic}`}
                        tabIndex={here ? 0 : -1}
                        aria-pressed={here}
                        aria-label={`${row.rung.name} in ${names[column]}: ${stateText(cell)}`}
                        onClick={() => onChoose(row.rung.id, key)}
                        className={cell.state === 'not tried' ? UNTRIED : CELL}
                      >
                        {cell.state !== 'not tried' && <StateMark state={cell.state} size={28} />}
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
