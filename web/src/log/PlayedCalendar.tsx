import { format } from 'date-fns'
import { useMemo } from 'react'
import { usePlayedTimesQuery } from '../data/api.ts'
import { type PlayedDay, playedDays, weeksUntil } from './playedDays.ts'

const WEEKS = 12
const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const
/** The bar of a day is full at the most minutes of any day, but not under these. */
const LEAST_FULL = 10

const dateOf = (day: string): Date => new Date(`${day}T12:00:00`)

/** Minutes of playing, day by day, over the last weeks. */
export const PlayedCalendar = ({ tune }: { readonly tune: string }) => {
  const weeks = useMemo(() => weeksUntil(new Date(), WEEKS), [])
  const { data: times } = usePlayedTimesQuery({ since: weeks[0]![0]!, ...(tune === '' ? {} : { tune }) })
  const days = useMemo(() => new Map(playedDays(times ?? []).map((one) => [one.day, one])), [times])
  if (!times) return null
  const shown = weeks.flat().flatMap((day) => days.get(day) ?? [])
  const minutes = shown.reduce((all, one) => all + one.minutes, 0)
  const full = Math.max(LEAST_FULL, ...shown.map((one) => one.minutes))
  return (
    <section aria-label="Minutes a day" className="min-w-0">
      <h2 className="text-2xl">Minutes a day</h2>
      <p className="text-soft">
        {minutes} minutes on {shown.length} {shown.length === 1 ? 'day' : 'days'} in {WEEKS} weeks.
      </p>
      <table className="mt-2 border-separate border-spacing-1 text-center" aria-label="Minutes by day">
        <thead className="text-sm text-soft">
          <tr>
            <th scope="col" className="font-normal">
              <span className="sr-only">Week from</span>
            </th>
            {WEEKDAYS.map((name) => (
              <th key={name} scope="col" className="w-11 font-normal">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {weeks.map((week) => (
            <tr key={week[0]}>
              <th scope="row" className="pr-2 text-right text-sm font-normal whitespace-nowrap text-soft">
                {format(dateOf(week[0]!), 'd MMM')}
              </th>
              {week.map((day) => (
                <DayCell key={day} day={day} played={days.get(day)} full={full} />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

interface DayCellProps {
  readonly day: string
  readonly played: PlayedDay | undefined
  /** Minutes of a full bar. */
  readonly full: number
}

const DayCell = ({ day, played, full }: DayCellProps) => (
  <td
    className="h-7 bg-sheet px-0.5 align-bottom tabular-nums"
    title={`${format(dateOf(day), 'd MMMM')}: ${played ? `${played.minutes} minutes, ${played.runs} ${played.runs === 1 ? 'run' : 'runs'}` : 'nothing'}`}
  >
    {played?.minutes ?? ''}
    <div className="h-1 rounded bg-lichen" style={{ width: `${(100 * (played?.minutes ?? 0)) / full}%` }} />
  </td>
)
