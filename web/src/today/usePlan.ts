import type { ItemAnswer, TuneAnswer } from '@eager-contour/contract'
import {
  analyseChart,
  barTicks,
  type Key,
  type PlanTune,
  type PracticeItem,
  planSession,
  QUARTER,
  RUNGS,
  type RungId,
  readChart,
  type WeakSpot,
} from '@eager-contour/core'
import { useCallback, useMemo } from 'react'
import { useItemsQuery, useTalliesQuery, useTunesQuery } from '../data/api.ts'
import { dayOf, type Session } from '../practice/session.ts'
import { weakName, weakRung } from '../practice/weakNames.ts'
import { weakPlaces } from '../practice/weakPlaces.ts'
import { useSettings } from '../settings/settings.ts'
import { writtenKey } from '../tune/written.ts'

const keyOf = (text: string): Key => {
  const [tonic = 'C', mode] = text.split(' ')
  return { tonic, mode: mode === 'minor' ? 'minor' : 'major' }
}

/** A rung that a newer version had is left out. */
const isRung = (id: string): id is RungId => RUNGS.some((rung) => rung.id === id)

const itemOf = ({ rung, key, ...item }: ItemAnswer): readonly PracticeItem[] =>
  isRung(rung) ? [{ ...item, rung, key: keyOf(key) }] : []

/** A tune as a plan looks at it; none if it can't be read. */
const planTuneOf = ({ id, chart }: TuneAnswer): readonly PlanTune[] => {
  const read = readChart(chart)
  if (!read.ok) return []
  const { bars, key, tempo } = read.value
  const own = key ?? analyseChart(read.value).readings[0]?.key ?? { tonic: 'C', mode: 'major' as const }
  return [{ id, tempo, key: own, bars: bars.length, beatsPerBar: barTicks(bars[0]!.meter) / QUARTER }]
}

/** The same all day, so that planning twice gives the same. */
const seedOf = (day: string): number => Number(day.replaceAll('-', '')) % 100_000

/** The tunes that can be read, as plans look at them; undefined while they are loaded. */
export const usePlanTunes = (): readonly PlanTune[] | undefined => {
  const { data: stored } = useTunesQuery()
  return useMemo(() => stored?.flatMap(planTuneOf), [stored])
}

/** The change of chord that went worst in the last four weeks; undefined if none is under the average. */
const useWeakSpot = (): WeakSpot | 'waiting' | undefined => {
  const { instrument, chordStyle } = useSettings()
  const { data: tallies, isLoading } = useTalliesQuery(dayOf(new Date()))
  return useMemo(() => {
    if (isLoading) return 'waiting'
    const [weak] = weakPlaces(tallies ?? [], 'change', 1)
    if (!weak) return undefined
    const { percent, last } = weak
    const name = weakName(weak, chordStyle, (key) => writtenKey(key, instrument))
    return {
      name,
      percent,
      tune: last.tune,
      rung: weakRung(weak),
      key: keyOf(last.key),
      stretch: last.stretch,
    }
  }, [tallies, isLoading, instrument, chordStyle])
}

/** Plans a session from what is remembered; undefined while that is read. */
export const usePlan = (): ((minutes: number, without?: readonly string[]) => Session) | undefined => {
  const { data: items } = useItemsQuery()
  const { instrument } = useSettings()
  const tunes = usePlanTunes()
  const weak = useWeakSpot()
  const known = useMemo(() => items?.flatMap(itemOf), [items])
  const plan = useCallback(
    (minutes: number, without: readonly string[] = []): Session => {
      const now = new Date()
      const day = dayOf(now)
      const blocks = planSession({
        ...{ items: known ?? [], tunes: tunes ?? [], minutes, now, without },
        ...{ wind: instrument.wind === true, ...(weak && weak !== 'waiting' ? { weak } : {}) },
        seed: seedOf(day),
      })
      return { day, minutes, blocks: blocks.map((block) => ({ ...block, state: 'waiting' })) }
    },
    [known, tunes, instrument, weak],
  )
  return known && tunes && weak !== 'waiting' ? plan : undefined
}
