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
} from '@eager-contour/core'
import { useCallback, useMemo } from 'react'
import { useItemsQuery, useTunesQuery } from '../data/api.ts'
import { dayOf, type Session } from '../practice/session.ts'

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

/** Plans a session from what is remembered; undefined while that is read. */
export const usePlan = (): ((minutes: number, without?: readonly string[]) => Session) | undefined => {
  const { data: items } = useItemsQuery()
  const { data: stored } = useTunesQuery()
  const tunes = useMemo(() => stored?.flatMap(planTuneOf), [stored])
  const known = useMemo(() => items?.flatMap(itemOf), [items])
  const plan = useCallback(
    (minutes: number, without: readonly string[] = []): Session => {
      const now = new Date()
      const day = dayOf(now)
      const blocks = planSession({
        ...{ items: known ?? [], tunes: tunes ?? [], minutes, now, without },
        seed: seedOf(day),
      })
      return { day, minutes, blocks: blocks.map((block) => ({ ...block, state: 'waiting' })) }
    },
    [known, tunes],
  )
  return known && tunes ? plan : undefined
}
