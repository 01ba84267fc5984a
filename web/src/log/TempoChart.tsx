import type { HeldTempoAnswer } from '@eager-contour/contract'
import {
  CategoryScale,
  Chart as ChartJs,
  Legend,
  LinearScale,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js'
import { groups, sort } from 'd3-array'
import { format } from 'date-fns'
import { Line } from 'react-chartjs-2'

ChartJs.register(CategoryScale, LinearScale, PointElement, LineElement, Tooltip, Legend)

ChartJs.defaults.font.family = "'Atkinson Hyperlegible Next Variable', sans-serif"
ChartJs.defaults.font.size = 14

const token = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim()
const COLOURS = ['--madder', '--lichen', '--saffron', '--heather', '--ink', '--soft']
const POINTS = ['circle', 'rect', 'triangle', 'rectRot', 'cross', 'star'] as const

/** The fastest solid tempo of each day, for each tune and rung. */
export const TempoChart = ({
  tempos,
  titles,
}: {
  readonly tempos: readonly HeldTempoAnswer[]
  readonly titles: ReadonlyMap<string, string>
}) => {
  const days = sort(new Set(tempos.map(({ day }) => day)))
  const threads = sort(groups(tempos, threadOf), ([thread]) => thread).slice(0, COLOURS.length)
  const datasets = threads.map(([, mine], index) => {
    const fastest = new Map(mine.map(({ day, tempo }) => [day, tempo]))
    const colour = token(COLOURS[index]!)
    return {
      label: `${titles.get(mine[0]!.tune) ?? ''}, ${mine[0]!.rung.replaceAll('-', ' ')}`,
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
    </figure>
  )
}

const threadOf = ({ tune, rung }: HeldTempoAnswer): string => `${tune} ${rung}`
