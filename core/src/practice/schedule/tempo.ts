import type { RungRow } from '../drill/rung.ts'
import { isHeld, type RunVerdict, TEMPO_STEP } from '../grade/rules.ts'

/** One run on the tempo ladder, oldest first. */
export interface LadderRun {
  readonly tempo: number
  readonly verdict: RunVerdict
}

/**
 * The next tempo: up by 7 % if the last two runs at this tempo were solid, down by 7 % if both were "again", within
 * the rung's tempos. The rung's first tempo if nothing was played.
 *
 * @example nextTempo(rungOf('roots'), [{ tempo: 100, verdict: 'solid' }, { tempo: 100, verdict: 'solid' }]) // 107
 */
export const nextTempo = (rung: RungRow, runs: readonly LadderRun[]): number => {
  const last = runs.at(-1)
  if (!last) return rung.tempo.from
  const before = runs.at(-2)
  if (!before || before.tempo !== last.tempo) return last.tempo
  const step = [last, before].every(({ verdict }) => isHeld(verdict))
    ? 1 + TEMPO_STEP
    : [last, before].every(({ verdict }) => verdict === 'again')
      ? 1 - TEMPO_STEP
      : 1
  return Math.round(Math.min(rung.tempo.to, Math.max(rung.tempo.from, last.tempo * step)))
}
