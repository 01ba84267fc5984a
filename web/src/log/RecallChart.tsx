import type { RecallAnswer } from '@eager-contour/contract'
import { format } from 'date-fns'
import { Line } from 'react-chartjs-2'
import { token } from './chart.ts'

const percent = (share: number): number => Math.round(100 * share)
const weekText = ({ week }: RecallAnswer): string => format(new Date(`${week}T12:00:00`), 'd MMM')

/** Week by week, how much was foretold to be remembered, and how much was; as a table, too. */
export const RecallChart = ({ weeks }: { readonly weeks: readonly RecallAnswer[] }) => {
  const ink = token('--ink')
  const line = (label: string, colour: string, value: (one: RecallAnswer) => number, dash: number[]) => ({
    label,
    data: weeks.map((one) => percent(value(one))),
    borderColor: token(colour),
    backgroundColor: token(colour),
    borderDash: dash,
    pointRadius: 5,
    pointStyle: dash.length > 0 ? ('rect' as const) : ('circle' as const),
  })
  return (
    <figure>
      <div className="h-56">
        <Line
          aria-label="What was foretold to be remembered, and what was, week by week"
          data={{
            labels: weeks.map(weekText),
            datasets: [
              line('remembered', '--lichen', ({ recalled }) => recalled, []),
              line('foretold', '--soft', ({ foretold }) => foretold, [6, 5]),
            ],
          }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            scales: {
              y: {
                min: 0,
                max: 100,
                title: { display: true, text: 'runs in a hundred', color: ink },
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
          <table aria-label="Remembered and foretold" className="text-left">
            <thead className="text-soft">
              <tr>
                {['week from', 'runs', 'foretold', 'remembered'].map((name) => (
                  <th key={name} scope="col" className="pr-6 font-normal">
                    {name}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody className="tabular-nums">
              {weeks.map((one) => (
                <tr key={one.week} className="border-t border-rule">
                  <th scope="row" className="py-1 pr-6 font-normal">
                    {weekText(one)}
                  </th>
                  <td className="pr-6">{one.reviews}</td>
                  <td className="pr-6">{percent(one.foretold)}</td>
                  <td>{percent(one.recalled)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </details>
    </figure>
  )
}
