import type { Criterion } from '../criteria.ts'
import { ENDING_MERITS } from './ending.ts'
import { HARMONY_MERITS } from './harmony.ts'
import type { Judged, Merit } from './merit.ts'
import { SHAPE_MERITS } from './shape.ts'
import { TIME_MERITS } from './time.ts'

/** What each criterion is earned by; the numbers are found by measuring hand-written lines and what was made of them. */
const MERITS: readonly Merit[] = [...HARMONY_MERITS, ...TIME_MERITS, ...SHAPE_MERITS, ...ENDING_MERITS]

const worthOf = ({ from, to }: Merit, value: number): number => {
  const up = from ? (value - from[0]) / (from[1] - from[0]) : 1
  const down = to ? (to[1] - value) / (to[1] - to[0]) : 1
  return Math.max(0, Math.min(1, up, down))
}

/** What a criterion has earned, from 0 to 1; 1 where nothing can be told. */
export const earnedBy = (judged: Judged, criterion: Criterion): number => {
  let sum = 0
  let all = 0
  if (judged.notes.length === 0) return 1
  for (const merit of MERITS) {
    if (merit.criterion !== criterion) continue
    const value = merit.value(judged)
    if (value === undefined) continue
    sum += merit.weight * worthOf(merit, value)
    all += merit.weight
  }
  return all === 0 ? 1 : sum / all
}
