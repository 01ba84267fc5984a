import { format } from 'date-fns'
import { useMemo, useState } from 'react'
import { useDaysQuery, usePlayedTimesQuery } from '../data/api.ts'
import { dayOf } from '../practice/session.ts'
import { counted } from '../ui/counted.ts'
import { DayWords } from './DayWords.tsx'
import { type PlayedDay, playedDays, weeksUntil } from './playedDays.ts'

const WEEKS = 12
const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const
/** The bar of a day is full at the most minutes of any day, but not under these. */
const LEAST_FULL = 10

const dateOf = (day: string): Date => new Date(`${day}T12:00:00`)

/** Minutes of playing, day by day, over the last weeks; a day that is chosen can be written about. */
export const PlayedCalendar = ({ tune }: { readonly tune: string }) => {
  const weeks = useMemo(() => weeksUntil(new Date(), WEEKS), [])
  const { data: times } = usePlayedTimesQuery({ since: weeks[0]![0]!, ...(tune === '' ? {} : { tune }) })
  const { data: written } = useDaysQuery({ since: weeks[0]![0]! })
  const words = useMemo(() => new Map(written?.map((one) => [one.id, one])), [written])
  const [chosen, setChosen] = useState(() => dayOf(new Date()))
  const days = useMemo(() => new Map(playedDays(times ?? []).map((one) => [one.day, one])), [times])
  if (!times || !written) return null
  const shown = weeks.flat().flatMap((day) => days.get(day) ?? [])
  const minutes = shown.reduce((all, one) => all + one.minutes, 0)
  const full = Math.max(LEAST_FULL, ...shown.map((one) => one.minutes))
  return (
    <section aria-label="Minutes a day" className="min-w-0">
      <h2 className="text-2xl">Minutes a day</h2>
      <p className="text-soft">
        {counted(minutes, 'minute')} on {counted(shown.length, 'day')} in {WEEKS} weeks.
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
                <DayCell
                  key={day}
                  {...{ day, full, isChosen: day === chosen, played: days.get(day) }}
                  words={words.get(day)?.words ?? ''}
                  onChoose={() => setChosen(day)}
                />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 font-semibold" role="status">
        {dayText(chosen, days.get(chosen))}
      </p>
      <DayWords
        key={`${chosen} ${words.get(chosen)?.revision ?? 0}`}
        day={chosen}
        stored={words.get(chosen)}
      />
    </section>
  )
}

interface DayCellProps {
  readonly day: string
  readonly played: PlayedDay | undefined
  /** Minutes of a full bar. */
  readonly full: number
  /** What was written about it. */
  readonly words: string
  readonly isChosen: boolean
  readonly onChoose: () => void
}

const dayText = (day: string, played: PlayedDay | undefined): string =>
  `${format(dateOf(day), 'd MMMM')}: ${played ? `${counted(played.minutes, 'minute')}, ${counted(played.runs, 'run')}` : 'nothing played'}`

const DayCell = ({ day, played, full, words, isChosen, onChoose }: DayCellProps) => (
  <td className="p-0">
    <button
      type="button"
      aria-pressed={isChosen}
      aria-label={`${dayText(day, played)}${words === '' ? '' : `. ${words}`}`}
      title={words === '' ? dayText(day, played) : words}
      onClick={onChoose}
      className={`relative flex h-7 w-full flex-col justify-end px-0.5 tabular-nums ${isChosen ? 'bg-rule font-semibold' : 'bg-sheet'}`}
    >
      {words !== '' && <span className="absolute top-0.5 right-0.5 size-1.5 rounded-full bg-heather" />}
      <span className="w-full leading-5">{played?.minutes ?? ''}</span>
      <span
        className="block h-1 rounded bg-lichen"
        style={{ width: `${(100 * (played?.minutes ?? 0)) / full}%` }}
      />
    </button>
  </td>
)
