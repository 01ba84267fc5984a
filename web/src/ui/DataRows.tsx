import type { Row, RowData } from '@tanstack/react-table'
import { useVirtualizer, useWindowVirtualizer, type Virtualizer } from '@tanstack/react-virtual'
import { type ReactNode, type RefObject, useEffect, useLayoutEffect, useRef, useState } from 'react'
import type { Features } from './dataFeatures.ts'

/** A column of a table. */
export interface DataColumn<T extends RowData> {
  readonly id: string
  readonly header: string
  /** What the column is sorted and searched by. */
  readonly value: (row: T) => string | number
  /** How it is shown; the value, if left out. */
  readonly cell?: (row: T) => ReactNode
  readonly className?: string
  /** In a list: a word before the value, where it needs one. */
  readonly listLabel?: string
}

const OVERSCAN = 12

/** How a table is drawn as a list on a phone: a row's cells follow each other, and wrap. */
export const LIST = {
  block: 'max-sm:block',
  row: 'max-sm:flex max-sm:flex-wrap max-sm:items-center max-sm:gap-x-3 max-sm:py-2',
  cell: 'max-sm:w-auto max-sm:p-0',
  head: 'max-sm:w-auto max-sm:basis-auto! max-sm:p-0',
} as const

interface DataRowProps<T extends RowData> {
  readonly row: Row<Features, T>
  readonly columns: readonly DataColumn<T>[]
  readonly listed: boolean
  /** Where rows are drawn near the window only: its place among them, and who is told its height. */
  readonly measured?: { readonly index: number; readonly measure: (row: Element | null) => void }
}

export const DataRow = <T extends RowData>({ row, columns, listed, measured }: DataRowProps<T>) => (
  <tr
    ref={measured?.measure}
    data-index={measured?.index}
    className={`relative border-t border-rule ${listed ? LIST.row : ''}`}
  >
    {columns.map(({ id, value, cell, className = 'py-2', listLabel }) => (
      <td key={id} className={`pr-3 ${className} ${listed ? LIST.cell : ''}`}>
        {listed && listLabel !== undefined && <span className="text-soft sm:hidden">{listLabel} </span>}
        {cell ? cell(row.original) : value(row.original)}
      </td>
    ))}
  </tr>
)

interface LongBodyProps<T extends RowData> {
  readonly rows: readonly Row<Features, T>[]
  readonly columns: readonly DataColumn<T>[]
  readonly listed: boolean
  readonly rowHeight: number
  /** The last rows are near. */
  readonly onEnd?: (() => void) | undefined
}

/** Rows near the window, in a table that scrolls with the page. */
export const PageRows = <T extends RowData>({
  rows,
  columns,
  listed,
  rowHeight,
  onEnd,
}: LongBodyProps<T>) => {
  const place = useRef<HTMLTableSectionElement>(null)
  const [top, setTop] = useState(0)
  useLayoutEffect(() => setTop(pageTop(place.current)), [])
  const virtualizer = useWindowVirtualizer({
    count: rows.length,
    estimateSize: () => rowHeight,
    overscan: OVERSCAN,
    scrollMargin: top,
  })
  const atEnd = (virtualizer.getVirtualItems().at(-1)?.index ?? 0) >= rows.length - 1
  useEffect(() => {
    if (atEnd && rows.length > 0) onEnd?.()
  }, [atEnd, rows.length, onEnd])
  return (
    <tbody ref={place} className={listed ? LIST.block : undefined}>
      <NearRows virtualizer={virtualizer} rows={rows} columns={columns} listed={listed} />
    </tbody>
  )
}

const pageTop = (element: Element | null): number =>
  (element?.getBoundingClientRect().top ?? 0) + window.scrollY

interface ScrolledRowsProps<T extends RowData> extends LongBodyProps<T> {
  readonly scroller: RefObject<HTMLDivElement | null>
}

/** Rows near what is in view, in a table that scrolls by itself. */
export const ScrolledRows = <T extends RowData>({
  rows,
  columns,
  listed,
  rowHeight,
  scroller,
}: ScrolledRowsProps<T>) => {
  const virtualizer = useVirtualizer({
    count: rows.length,
    estimateSize: () => rowHeight,
    overscan: OVERSCAN,
    getScrollElement: () => scroller.current,
  })
  return (
    <tbody className={listed ? LIST.block : undefined}>
      <NearRows virtualizer={virtualizer} rows={rows} columns={columns} listed={listed} />
    </tbody>
  )
}

interface NearRowsProps<T extends RowData> extends Omit<LongBodyProps<T>, 'rowHeight' | 'onEnd'> {
  readonly virtualizer: Pick<
    Virtualizer<Window, Element>,
    'getVirtualItems' | 'getTotalSize' | 'measureElement'
  > & {
    readonly options: { readonly scrollMargin: number }
  }
}

/** The rows to draw, between two empty ones that are as high as the others together. */
const NearRows = <T extends RowData>({ virtualizer, rows, columns, listed }: NearRowsProps<T>) => {
  const items = virtualizer.getVirtualItems()
  const before = (items[0]?.start ?? 0) - virtualizer.options.scrollMargin
  const after = virtualizer.getTotalSize() - ((items.at(-1)?.end ?? 0) - virtualizer.options.scrollMargin)
  return (
    <>
      <Space height={before} />
      {items.map(({ index }) => (
        <DataRow
          key={rows[index]!.id}
          row={rows[index]!}
          columns={columns}
          listed={listed}
          measured={{ index, measure: virtualizer.measureElement }}
        />
      ))}
      <Space height={after} />
    </>
  )
}

const Space = ({ height }: { readonly height: number }) =>
  height > 0 ? (
    <tr>
      <td style={{ height }} />
    </tr>
  ) : null
