import { Line } from 'react-chartjs-2'
import { token } from './chart.ts'

/** A line of the chart: a value for each place on the axis, or none. */
interface DrawnLine {
  readonly label: string
  readonly values: readonly (number | null)[]
  /** A colour of the look, by its name. */
  readonly colour: string
  readonly point: 'circle' | 'rect' | 'triangle' | 'rectRot' | 'cross' | 'star'
  readonly dashed?: boolean
}

interface LineChartProps {
  /** What it shows, for those who don't see it. */
  readonly name: string
  readonly labels: readonly string[]
  readonly lines: readonly DrawnLine[]
  /** What the values are. */
  readonly unit: string
  /** The ends of the axis of values; as the values are, if left out. */
  readonly ends?: readonly [number, number]
  /** The same as a table: its name, its headings, its rows; the first cell of a row is its heading. */
  readonly table: {
    readonly name: string
    readonly headings: readonly string[]
    readonly rows: readonly (readonly (string | number)[])[]
  }
}

/** Values over time, as a chart and as a table. */
export const LineChart = ({ name, labels, lines, unit, ends, table }: LineChartProps) => {
  const ink = token('--ink')
  return (
    <>
      <div className="h-60">
        <Line
          aria-label={name}
          data={{
            labels: [...labels],
            datasets: lines.map(({ label, values, colour, point, dashed }) => ({
              label,
              data: [...values],
              borderColor: token(colour),
              backgroundColor: token(colour),
              borderDash: dashed ? [6, 5] : [],
              pointStyle: point,
              pointRadius: 5,
              spanGaps: true,
            })),
          }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            scales: {
              y: {
                ...(ends ? { min: ends[0], max: ends[1] } : {}),
                title: { display: true, text: unit, color: ink },
                ticks: { color: ink },
                grid: { color: token('--rule') },
              },
              x: { ticks: { color: ink, maxTicksLimit: 12 }, grid: { display: false } },
            },
            plugins: { legend: { position: 'right', labels: { color: ink, usePointStyle: true } } },
          }}
        />
      </div>
      <details className="mt-1">
        <summary className="cursor-pointer text-soft">As a table</summary>
        <div className="max-h-72 overflow-auto">
          <table aria-label={table.name} className="text-left">
            <thead className="text-soft">
              <tr>
                {table.headings.map((heading) => (
                  <th key={heading} scope="col" className="pr-6 font-normal">
                    {heading}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody className="tabular-nums">
              {table.rows.map(([first, ...rest]) => (
                <tr key={first} className="border-t border-rule">
                  <th scope="row" className="py-1 pr-6 font-normal">
                    {first}
                  </th>
                  {rest.map((cell, at) => (
                    <td key={table.headings[at + 1]} className="pr-6">
                      {cell}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </details>
    </>
  )
}
