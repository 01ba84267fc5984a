import type { HeldTempoAnswer } from '@eager-contour/contract'
import { groups, rollup, sort } from 'd3-array'
import { format } from 'date-fns'
import { useSettings } from '../settings/settings.ts'
import { writtenKey } from '../tune/written.ts'
import { LineChart } from './LineChart.tsx'

const COLOURS = ['--madder', '--lichen', '--saffron', '--heather', '--ink', '--soft']
const POINTS = ['circle', 'rect', 'triangle', 'rectRot', 'cross', 'star'] as const

interface TempoChartProps {
  readonly tempos: readonly HeldTempoAnswer[]
  readonly titles: ReadonlyMap<string, string>
}

/** The fastest solid tempo of each day, for what was played on most days. */
export const TempoChart = ({ tempos, titles }: TempoChartProps) => {
  const days = sort(new Set(tempos.map(({ day }) => day)))
  const { instrument } = useSettings()
  const threads = sort(groups(tempos, threadOf), (a, b) => b[1].length - a[1].length).slice(0, COLOURS.length)
  const nameOf = ([, mine]: (typeof threads)[number]): string =>
    `${titles.get(mine[0]!.tune) ?? ''}, ${mine[0]!.rung.replaceAll('-', ' ')}, ${writtenKey(mine[0]!.key, instrument)}`
  const lines = threads.map((thread, index) => {
    const fastest = rollup(
      thread[1],
      (some) => Math.max(...some.map(({ tempo }) => tempo)),
      ({ day }) => day,
    )
    return {
      label: nameOf(thread),
      values: days.map((day) => fastest.get(day) ?? null),
      colour: COLOURS[index]!,
      point: POINTS[index]!,
    }
  })
  return (
    <figure>
      <figcaption className="text-soft">Fastest solid tempo, day by day</figcaption>
      <LineChart
        name={`Fastest solid tempo, from ${days[0] ?? ''} to ${days.at(-1) ?? ''}`}
        labels={days.map((day) => format(new Date(day), 'd MMM'))}
        lines={lines}
        unit="bpm"
        table={{
          name: 'Fastest solid tempo',
          headings: ['what', 'first', 'last'],
          rows: threads.map((thread) => [
            nameOf(thread),
            valueWords(thread[1][0]!),
            valueWords(thread[1].at(-1)!),
          ]),
        }}
      />
    </figure>
  )
}

const threadOf = ({ tune, rung, key }: HeldTempoAnswer): string => `${tune} ${rung} ${key}`

const valueWords = ({ tempo, day }: HeldTempoAnswer): string =>
  `${tempo} on ${format(new Date(day), 'd MMM')}`
