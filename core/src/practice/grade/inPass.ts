import type { Exercise } from '../drill/exercise.ts'
import type { Judged } from './judged.ts'

/**
 * The verdicts of one pass, as those of `onePass`. Milliseconds are from the pass's start.
 *
 * @example judgedInPass(exercise, [], 0, 2000) // []
 */
export const judgedInPass = (
  { loop }: Pick<Exercise, 'loop'>,
  judged: readonly Judged[],
  pass: number,
  passMs: number,
): readonly Judged[] => {
  if (!loop) return judged
  const [first, from, to] = [pass * loop.asked, pass * passMs, (pass + 1) * passMs]
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
        ...(expected === undefined ? {} : { expected: expected - first + loop.heard.length }),
        ...(onsetMs === undefined ? {} : { onsetMs: onsetMs - from }),
      },
    ]
  })
}
