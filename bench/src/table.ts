/** One line of the table that a run prints. */
export interface Row {
  readonly what: string
  readonly ours: string
  readonly peer: string
  readonly ratio: string
  readonly limit: string
}

const HEADS: Row = { what: 'what', ours: 'here', peer: 'beside', ratio: 'ratio', limit: 'limit' }

export const printTable = (rows: readonly Row[]): void => {
  const keys = Object.keys(HEADS) as (keyof Row)[]
  const widths = keys.map((key) => Math.max(...[HEADS, ...rows].map((row) => row[key].length)))
  const line = (row: Row) => keys.map((key, at) => row[key].padEnd(widths[at]!)).join('  ')
  console.log(
    [line(HEADS), widths.map((width) => '—'.repeat(width)).join('  '), ...rows.map(line)].join('\n'),
  )
}

export const milliseconds = (value: number): string =>
  value >= 1 ? `${value.toFixed(1)} ms` : `${(value * 1000).toFixed(1)} µs`

/** The median of some values. */
export const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!
