import type { HeldTempoAnswer } from '@eager-contour/contract'
import { groups, rollup, sort } from 'd3-array'
import { format } from 'date-fns'
import { Line } from 'react-chartjs-2'
import { useSettings } from '../settings/settings.ts'
import { writtenKey } from '../tune/written.ts'
import { token } from './chart.ts'

const COLOURS = ['--madder', '--lichen', '--saffron', '--heather', '--ink', '--soft']
const POINTS = ['circle', 'rect', 'triangle', 'rectRot', 'cross', 'star'] as const

/** The fastest solid tempo of each day, for what was played on most days; as a table, too. */
export const TempoChart = ({
  tempos,
  titles,
}: {
  readonly tempos: readonly HeldTempoAnswer[]
  readonly titles: ReadonlyMap<string, string>
}) => {
  const days = sort(new Set(tempos.map(({ day }) => day)))
  const { instrument } = useSettings()
  const threads = sort(groups(tempos, threadOf), (a, b) => b[1].length - a[1].length).slice(0, COLOURS.length)
  const nameOf = ([, mine]: (typeof threads)[number]): string =>
    `${titles.get(mine[0]!.tune) ?? ''}, ${mine[0]!.rung.replaceAll('-', ' ')}, ${writtenKey(mine[0]!.key, instrument)}`
  const datasets = threads.map((thread, index) => {
    const [, mine] = thread
    const fastest = rollup(
      mine,
      (some) => Math.max(...some.map(({ tempo }) => tempo)),
      ({ day }) => day,
    )
    const colour = token(COLOURS[index]!)
    return {
      label: nameOf(thread),
      data: days.map((day) => fastest.get(day) ?? null),
      borderColor: colour,
      backgroundColor: colour,
      pointStyle: POINTS[index]!,
      pointRadius: 5,
      spanGaps: true,
    }
  })
  const ink = token('--ink')
  return (
    <figure>
      <figcaption className="text-soft">Fastest solid tempo, day by day</figcaption>
      <div className="h-64">
        <Line
          aria-label={`Fastest solid tempo, from ${days[0] ?? ''} to ${days.at(-1) ?? ''}`}
          data={{ labels: days.map((day) => format(new Date(day), 'd MMM')), datasets }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            scales: {
              y: {
                title: { display: true, text: 'bpm', color: ink },
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
          <table aria-label="Fastest solid tempo" className="text-left">
            <thead className="text-soft">
              <tr>
                <th scope="col" className="pr-6 font-normal">
                  what
                </th>
                <th scope="col" className="pr-6 font-normal">
                  first
                </th>
                <th scope="col" className="font-normal">
                  last
                </th>
              </tr>
            </thead>
            <tbody>
              {threads.map((thread) => (
                <tr key={thread[0]} className="border-t border-rule">
                  <th scope="row" className="py-1 pr-6 font-normal">
                    {nameOf(thread)}
                  </th>
                  <td className="pr-6 tabular-nums">{valueWords(thread[1][0]!)}</td>
                  <td className="tabular-nums">{valueWords(thread[1].at(-1)!)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </details>
    </figure>
  )
}

const threadOf = ({ tune, rung, key }: HeldTempoAnswer): string => `${tune} ${rung} ${key}`

const valueWords = ({ tempo, day }: HeldTempoAnswer): string =>
  `${tempo} on ${format(new Date(day), 'd MMM')}`
