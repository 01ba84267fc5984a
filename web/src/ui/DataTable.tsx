import {
  columnFilteringFeature,
  createColumnHelper,
  createFilteredRowModel,
  createSortedRowModel,
  filterFn_includesString,
  globalFilteringFeature,
  type Header,
  type Row,
  type RowData,
  rowSortingFeature,
  type SortingState,
  sortFn_alphanumeric,
  tableFeatures,
  useTable,
} from '@tanstack/react-table'
import { useVirtualizer, useWindowVirtualizer, type Virtualizer } from '@tanstack/react-virtual'
import { ChevronDown, ChevronUp } from 'lucide-react'
import { type ReactNode, type RefObject, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { Empty } from './Notice.tsx'

const features = tableFeatures({
  columnFilteringFeature,
  globalFilteringFeature,
  rowSortingFeature,
  filteredRowModel: createFilteredRowModel(),
  sortedRowModel: createSortedRowModel(),
  filterFns: { includesString: filterFn_includesString },
  sortFns: { alphanumeric: sortFn_alphanumeric },
})
type Features = typeof features

/** A column of a table. */
export interface DataColumn<T extends RowData> {
  readonly id: string
  readonly header: string
  /** What the column is sorted and searched by. */
  readonly value: (row: T) => string | number
  /** How it is shown; the value, if left out. */
  readonly cell?: (row: T) => ReactNode
  readonly className?: string
}

interface DataTableProps<T extends RowData> {
  readonly label: string
  readonly columns: readonly DataColumn<T>[]
  readonly rows: readonly T[]
  readonly rowId: (row: T) => string
  /** The height of a row in pixels, about. */
  readonly rowHeight: number
  /** The words that rows have to hold, each in any column. */
  readonly search?: string
  readonly sorted?: SortedBy
  /** For rows that come a page at a time, sorted and searched before they come. */
  readonly paged?: Paged
  /** With headings that sort it, with headings only, or as a plain list that scrolls by itself when it is long. */
  readonly kind?: 'sorted' | 'headed' | 'plain'
}

/** How rows that come a page at a time are asked for. */
interface Paged {
  /** The number of rows on all pages. */
  readonly total: number
  readonly onSort: (column: SortedBy) => void
  /** The last rows are in view: more are wanted. */
  readonly onEnd: () => void
}

/** The column by which a table is sorted. */
export interface SortedBy {
  readonly id: string
  readonly desc: boolean
}

/** With more rows than this only those near the window are drawn. */
const ALL_DRAWN = 60
const OVERSCAN = 12
const NOT_SORTED: SortingState = []

/** A table that sorts by its headings, searches, and stays fast with thousands of rows. */
export const DataTable = <T extends RowData>(props: DataTableProps<T>) => {
  const { label, columns, rows, rowId, search = '', sorted, kind = 'sorted', paged } = props
  const [sorting, setSorting] = useState<SortingState>(sorted ? [sorted] : NOT_SORTED)
  const defs = useMemo(() => {
    const helper = createColumnHelper<Features, T>()
    return helper.columns(
      columns.map(({ id, header, value }) => helper.accessor(value, { id, header, sortFn: 'alphanumeric' })),
    )
  }, [columns])
  const table = useTable({
    features,
    columns: defs,
    data: rows as T[],
    getRowId: rowId,
    state: { sorting, globalFilter: paged ? '' : search },
    manualSorting: paged !== undefined,
    onSortingChange: (change) => {
      const next = typeof change === 'function' ? change(sorting) : change
      setSorting(next)
      if (next[0]) paged?.onSort(next[0])
    },
    globalFilterFn: holdsWords,
    getColumnCanGlobalFilter: () => true,
    enableSortingRemoval: false,
  })
  const shown = table.getRowModel().rows
  const scroller = useRef<HTMLDivElement>(null)
  if (rows.length > 0 && shown.length === 0) return <Empty>Nothing matches “{search}”.</Empty>
  const long = shown.length > ALL_DRAWN
  const body = { rows: shown, columns, rowHeight: props.rowHeight, onEnd: paged?.onEnd }
  const total = paged?.total ?? shown.length
  return (
    <div
      ref={scroller}
      className={long && kind === 'plain' ? 'max-h-[60vh] overflow-y-auto' : 'overflow-x-auto'}
    >
      <table aria-label={label} aria-rowcount={long ? total + 1 : undefined} className="w-full text-left">
        {kind !== 'plain' && (
          <thead className="text-soft">
            <tr>
              {table.getHeaderGroups()[0]!.headers.map((header, at) => (
                <Heading
                  key={header.id}
                  header={header}
                  sorts={kind === 'sorted'}
                  className={columns[at]!.className}
                />
              ))}
            </tr>
          </thead>
        )}
        {!long && (
          <tbody>
            {shown.map((row) => (
              <DataRow key={row.id} row={row} columns={columns} />
            ))}
          </tbody>
        )}
        {long && kind === 'plain' && <ScrolledRows {...body} scroller={scroller} />}
        {long && kind !== 'plain' && <PageRows {...body} />}
      </table>
    </div>
  )
}

/** Every word that is searched for stands in some column of the row. */
const holdsWords = <T extends RowData>(row: Row<Features, T>, _column: string, words: string): boolean => {
  const text = row
    .getAllCells()
    .map((cell) => String(cell.getValue()))
    .join(' ')
    .toLowerCase()
  return words
    .trim()
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word))
}

interface HeadingProps<T extends RowData> {
  readonly header: Header<Features, T>
  readonly sorts: boolean
  readonly className: string | undefined
}

const SORTED = { asc: 'ascending', desc: 'descending' } as const

const Heading = <T extends RowData>({ header, sorts, className = '' }: HeadingProps<T>) => {
  const name = String(header.column.columnDef.header)
  const style = `pr-3 font-normal ${className}`
  if (!sorts)
    return (
      <th scope="col" className={`text-sm ${style}`}>
        {name}
      </th>
    )
  const direction = header.column.getIsSorted()
  const Arrow = direction === 'desc' ? ChevronDown : ChevronUp
  return (
    <th scope="col" aria-sort={direction === false ? 'none' : SORTED[direction]} className={`py-1 ${style}`}>
      <button
        type="button"
        className="inline-flex min-h-9 items-center gap-1 hover:text-ink sm:whitespace-nowrap"
        onClick={() => header.column.toggleSorting()}
      >
        {name}
        <Arrow aria-hidden="true" size={14} className={direction === false ? 'invisible' : ''} />
      </button>
    </th>
  )
}

interface DataRowProps<T extends RowData> {
  readonly row: Row<Features, T>
  readonly columns: readonly DataColumn<T>[]
}

const DataRow = <T extends RowData>({ row, columns }: DataRowProps<T>) => (
  <tr className="relative border-t border-rule">
    {columns.map(({ id, value, cell, className = 'py-2' }) => (
      <td key={id} className={`pr-3 ${className}`}>
        {cell ? cell(row.original) : value(row.original)}
      </td>
    ))}
  </tr>
)

interface LongBodyProps<T extends RowData> {
  readonly rows: readonly Row<Features, T>[]
  readonly columns: readonly DataColumn<T>[]
  readonly rowHeight: number
  /** The last rows are near. */
  readonly onEnd?: (() => void) | undefined
}

/** Rows near the window, in a table that scrolls with the page. */
const PageRows = <T extends RowData>({ rows, columns, rowHeight, onEnd }: LongBodyProps<T>) => {
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
    <tbody ref={place}>
      <NearRows virtualizer={virtualizer} rows={rows} columns={columns} />
    </tbody>
  )
}

const pageTop = (element: Element | null): number =>
  (element?.getBoundingClientRect().top ?? 0) + window.scrollY

interface ScrolledRowsProps<T extends RowData> extends LongBodyProps<T> {
  readonly scroller: RefObject<HTMLDivElement | null>
}

/** Rows near what is in view, in a table that scrolls by itself. */
const ScrolledRows = <T extends RowData>({ rows, columns, rowHeight, scroller }: ScrolledRowsProps<T>) => {
  const virtualizer = useVirtualizer({
    count: rows.length,
    estimateSize: () => rowHeight,
    overscan: OVERSCAN,
    getScrollElement: () => scroller.current,
  })
  return (
    <tbody>
      <NearRows virtualizer={virtualizer} rows={rows} columns={columns} />
    </tbody>
  )
}

interface NearRowsProps<T extends RowData> extends Omit<LongBodyProps<T>, 'rowHeight' | 'onEnd'> {
  readonly virtualizer: Pick<Virtualizer<Window, Element>, 'getVirtualItems' | 'getTotalSize'> & {
    readonly options: { readonly scrollMargin: number }
  }
}

/** The rows to draw, between two empty ones that are as high as the others together. */
const NearRows = <T extends RowData>({ virtualizer, rows, columns }: NearRowsProps<T>) => {
  const items = virtualizer.getVirtualItems()
  const before = (items[0]?.start ?? 0) - virtualizer.options.scrollMargin
  const after = virtualizer.getTotalSize() - ((items.at(-1)?.end ?? 0) - virtualizer.options.scrollMargin)
  return (
    <>
      <Space height={before} />
      {items.map(({ index }) => (
        <DataRow key={rows[index]!.id} row={rows[index]!} columns={columns} />
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
