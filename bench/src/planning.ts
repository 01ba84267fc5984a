import {
  keysOfMode,
  memoryOf,
  type PlanTune,
  type PracticeItem,
  planSession,
  RUNGS,
} from '@eager-contour/core'
import { median, milliseconds, type Row } from './table.ts'

const ROUNDS = 9
const LIMIT_MS = 100
const TUNES = 500
const ITEMS = 10_000
const DAY_MS = 86_400_000

/** Today, planned from years of practice. */
export const benchPlanning = (): readonly Row[] => {
  const keys = keysOfMode('major')
  const now = new Date('2026-06-01T12:00:00Z')
  const tunes = Array.from(
    { length: TUNES },
    (_, at): PlanTune => ({ id: `tune-${at}`, key: keys[at % 12]!, bars: 32, beatsPerBar: 4, tempo: 140 }),
  )
  const rungs = RUNGS.filter(({ needs }) => !needs)
  const items = Array.from({ length: ITEMS }, (_, at): PracticeItem => {
    const playedAt = new Date(now.getTime() - ((at * 37) % 400) * DAY_MS).toISOString()
    return {
      ...{
        id: `item-${at}`,
        tune: `tune-${at % TUNES}`,
        rung: rungs[at % rungs.length]!.id as PracticeItem['rung'],
      },
      ...{ key: keys[(at * 5) % 12]!, stretch: { from: 0, to: 3 } },
      memory: memoryOf([{ verdict: at % 3 === 0 ? 'close' : 'solid', playedAt }])!,
      recent: [{ tempo: 80, verdict: at % 3 === 0 ? 'close' : 'solid' }],
    }
  })
  const times = Array.from({ length: ROUNDS }, () => {
    const start = performance.now()
    planSession({ items, tunes, minutes: 60, now, seed: 1 })
    return performance.now() - start
  })
  return [
    {
      what: `Today planned, ${TUNES} tunes and ${ITEMS} things that fade`,
      ...{ ours: milliseconds(median(times)), peer: '', ratio: '', limit: milliseconds(LIMIT_MS) },
    },
  ]
}
