import type { Ticks } from '../../theory/rhythm/ticks.ts'
import type { Exercise } from '../drill/exercise.ts'
import type { Judged } from './judged.ts'

/**
 * The verdicts of one pass, as those of `onePass`. Milliseconds are from the pass's start.
 *
 * @example judgedInPass(exercise, [], 0, (ticks) => ticks) // []
 */
export const judgedInPass = (
  { loop }: Pick<Exercise, 'loop'>,
  judged: readonly Judged[],
  pass: number,
  msOf: (ticks: Ticks) => number,
): readonly Judged[] => {
  if (!loop) return judged
  const first = pass * loop.asked
  const before = loop.answer ? 0 : loop.heard.length
  const from = msOf(pass * loop.period + (loop.answer ? loop.length : 0))
  const to = msOf((pass + 1) * loop.period)
  return judged.flatMap((one) => {
    const { expected, onsetMs } = one
    const here =
      expected === undefined
        ? onsetMs !== undefined && (onsetMs >= from || pass === 0) && onsetMs < to
        : expected >= first && expected < first + loop.asked
    if (!here) return []
    return [
      {
        ...one,
        ...(expected === undefined ? {} : { expected: expected - first + before }),
        ...(onsetMs === undefined ? {} : { onsetMs: onsetMs - from }),
      },
    ]
  })
}
