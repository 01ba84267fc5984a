import type { TallyAnswer } from '@eager-contour/contract'
import type { TallyKind } from '@eager-contour/core'
import { sum } from 'd3-array'

/** Fewer notes than this say nothing. */
export const LEAST_NOTES = 20
/** The trend is told from this many hundredths on. */
const TREND = 4

/** Something that goes worse than the player's average. */
export interface WeakPlace extends TallyAnswer {
  /** Right notes in a hundred, here and on average over all of its kind; here in the weeks before, if there are enough notes. */
  readonly percent: number
  readonly average: number
  readonly percentBefore: number | undefined
  readonly trend: 'better' | 'worse' | 'the same' | undefined
}

const percentOf = ({ right, notes }: { readonly right: number; readonly notes: number }): number =>
  Math.round((100 * right) / notes)

/** All of a kind that rests on enough notes, weakest first. */
export const allPlaces = (tallies: readonly TallyAnswer[], kind: TallyKind): readonly WeakPlace[] => {
  const all = tallies.filter((one) => one.kind === kind && one.notes > 0)
  const average = percentOf({ right: sum(all, ({ right }) => right), notes: sum(all, ({ notes }) => notes) })
  return all
    .filter(({ notes }) => notes >= LEAST_NOTES)
    .map((one): WeakPlace => {
      const percent = percentOf(one)
      const percentBefore = one.before.notes >= LEAST_NOTES ? percentOf(one.before) : undefined
      return { ...one, percent, average, percentBefore, trend: trendOf(percent, percentBefore) }
    })
    .sort((a, b) => a.percent - b.percent || b.notes - a.notes)
}

/** What is weakest of a kind, weakest first: under the average of the kind, resting on enough notes. */
export const weakPlaces = (
  tallies: readonly TallyAnswer[],
  kind: TallyKind,
  most: number,
): readonly WeakPlace[] =>
  allPlaces(tallies, kind)
    .filter(({ percent, average }) => percent < average)
    .slice(0, most)

const trendOf = (now: number, before: number | undefined): WeakPlace['trend'] => {
  if (before === undefined) return undefined
  if (now - before >= TREND) return 'better'
  return before - now >= TREND ? 'worse' : 'the same'
}

/** Notes nearer to the beat than this, on average, are on it. */
const ON_BEAT_MS = 8

/** How early or late the right notes are on average, in words. */
export const timingWords = ({ offMs, timed }: Pick<TallyAnswer, 'offMs' | 'timed'>): string => {
  const average = timed === 0 ? 0 : Math.round(offMs / timed)
  if (Math.abs(average) < ON_BEAT_MS) return 'on the beat'
  return average > 0 ? `${average} ms late` : `${-average} ms early`
}
