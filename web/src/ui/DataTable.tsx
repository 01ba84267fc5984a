import {
  createColumnHelper,
  type Header,
  type Row,
  type RowData,
  type SortingState,
  useTable,
} from '@tanstack/react-table'
import { ChevronDown, ChevronUp } from 'lucide-react'
import { useMemo, useRef, useState } from 'react'
import { type DataColumn, DataRow, LIST, PageRows, ScrolledRows } from './DataRows.tsx'
import { type Features, features } from './dataFeatures.ts'
import { Empty } from './Notice.tsx'

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
  // A plain table stays one; the others are lists on a phone.
  const listed = kind === 'sorted'
  const body = { rows: shown, columns, listed, rowHeight: props.rowHeight, onEnd: paged?.onEnd }
  const total = paged?.total ?? shown.length
  return (
    <div
      ref={scroller}
      className={long && kind === 'plain' ? 'max-h-[60vh] overflow-y-auto' : 'overflow-x-auto'}
    >
      <table
        aria-label={label}
        aria-rowcount={long ? total + 1 : undefined}
        className={`w-full text-left ${listed ? LIST.block : ''}`}
      >
        {kind !== 'plain' && (
          <thead className={`text-soft ${listed ? LIST.block : ''}`}>
            <tr className={listed ? LIST.row : undefined}>
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
          <tbody className={listed ? LIST.block : undefined}>
            {shown.map((row) => (
              <DataRow key={row.id} row={row} columns={columns} listed={listed} />
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
    <th
      scope="col"
      aria-sort={direction === false ? 'none' : SORTED[direction]}
      className={`py-1 ${style} ${LIST.head}`}
    >
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
