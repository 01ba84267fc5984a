import type { RecallAnswer } from '@eager-contour/contract'
import { format } from 'date-fns'
import { LineChart } from './LineChart.tsx'

const percent = (share: number): number => Math.round(100 * share)
const weekText = ({ week }: RecallAnswer): string => format(new Date(`${week}T12:00:00`), 'd MMM')

/** Week by week, how much was foretold to be remembered, and how much was. */
export const RecallChart = ({ weeks }: { readonly weeks: readonly RecallAnswer[] }) => (
  <LineChart
    name="What was foretold to be remembered, and what was, week by week"
    labels={weeks.map(weekText)}
    unit="runs in a hundred"
    ends={[0, 100]}
    lines={[
      {
        label: 'remembered',
        values: weeks.map(({ recalled }) => percent(recalled)),
        colour: '--lichen',
        point: 'circle',
      },
      {
        label: 'foretold',
        values: weeks.map(({ foretold }) => percent(foretold)),
        colour: '--soft',
        point: 'rect',
        dashed: true,
      },
    ]}
    table={{
      name: 'Remembered and foretold',
      headings: ['week from', 'runs', 'foretold', 'remembered'],
      rows: weeks.map((one) => [weekText(one), one.reviews, percent(one.foretold), percent(one.recalled)]),
    }}
  />
)
