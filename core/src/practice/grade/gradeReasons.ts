import { type Reason, reason } from '../../outcome/reasons.ts'
import { QUARTER } from '../../theory/rhythm/ticks.ts'
import type { Exercise } from '../drill/exercise.ts'
import type { Grade } from './marks.ts'

/**
 * Which limits of a free rung were not kept, and where.
 *
 * @example limitReasons(grade) // []
 */
export const limitReasons = ({ limits = [] }: Grade): readonly Reason[] =>
  limits.map(({ limit, bars }): Reason => reason(`limit.${limit}`, ...bars.map((bar) => bar + 1)))

/**
 * Where the player left the clock or the text, each once: the moves in the order of the take, then notes that were swapped.
 *
 * @example moveReasons(exercise, grade) // []
 */
export const moveReasons = ({ countIn }: Exercise, { moves = [] }: Grade): readonly Reason[] => {
  const reasons = moves.map(({ kind, bar, beats }): Reason => {
    if (kind === 'displaced') return reason('move.displaced', bar + 1, beats, countIn / QUARTER)
    if (kind === 'stopped') return reason('move.stopped', bar + 1, beats)
    return reason(`move.${kind}`, bar + 1)
  })
  return [...new Map(reasons.map((why) => [JSON.stringify(why), why])).values()]
}
