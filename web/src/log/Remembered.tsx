import type { MemoryAnswer, RecallAnswer, SinceQuery } from '@eager-contour/contract'
import { LEAST_REVIEWS } from '@eager-contour/core'
import { lazy, Suspense } from 'react'
import { useMemoryQuery, useRecallQuery } from '../data/api.ts'
import { counted } from '../ui/counted.ts'
import { Waiting } from '../ui/Notice.tsx'

const RecallChart = lazy(async () => ({ default: (await import('./RecallChart.tsx')).RecallChart }))

const ROOM = 'my-6 min-h-88'

/** Whether what the schedule foretold came true: runs that came a day or more after the one before. */
export const Remembered = ({ range }: { readonly range: SinceQuery }) => {
  const { data: weeks } = useRecallQuery(range)
  const { data: memory } = useMemoryQuery()
  if (weeks?.length === 0) return null
  // What comes later has its room from the start: nothing moves under the pointer.
  if (!weeks || !memory) return <div className={ROOM} />
  return (
    <section aria-label="What is remembered" className={ROOM}>
      <h2 className="text-2xl">What is remembered</h2>
      <p className="text-soft">
        {sumText(weeks)} {fitText(memory)}
      </p>
      <Suspense fallback={<Waiting what="Drawing" />}>
        <RecallChart weeks={weeks} />
      </Suspense>
    </section>
  )
}

const sumText = (weeks: readonly RecallAnswer[]): string => {
  const reviews = weeks.reduce((sum, one) => sum + one.reviews, 0)
  const share = (of: (one: RecallAnswer) => number) =>
    Math.round((100 * weeks.reduce((sum, one) => sum + of(one) * one.reviews, 0)) / reviews)
  return `${counted(reviews, 'run')} a day or more after the last one: ${share(({ recalled }) => recalled)} in a hundred were better than “again”, ${share(({ foretold }) => foretold)} were foretold.`
}

/** How the schedule foretells, and how well: log-loss, less is better. */
const fitText = ({ reviews, fit }: MemoryAnswer): string => {
  if (!fit)
    return `The schedule uses common averages; from ${LEAST_REVIEWS} such runs on it can be fitted to you (${reviews} so far).`
  const losses = `log-loss ${fit.fitted.toFixed(3)} fitted to you, ${fit.usual.toFixed(3)} with common averages, on your last runs`
  return fit.isUsed
    ? `The schedule is fitted to you, since that foretells better (${losses}).`
    : `The schedule uses common averages: fitted to you it foretells no better (${losses}).`
}
