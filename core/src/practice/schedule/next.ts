import { type Reason, reason } from '../../outcome/reasons.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import type { Key } from '../../theory/pitch/key.ts'
import type { Stretch } from '../../tune/chart/chart.ts'
import type { ExerciseSpec } from '../drill/exercise.ts'
import { RUNGS, type RungId, rungOf } from '../drill/rungs.ts'
import type { Grade } from '../grade/marks.ts'
import { GRADE_RULES, type GradeRules, isHeld, TEMPO_STEP } from '../grade/rules.ts'
import { type LadderRun, nextTempo } from './tempo.ts'

/** What to play next, and why. */
export interface NextStep {
  readonly rung: RungId
  readonly tempo: number
  readonly stretch: Stretch
  /** At concert pitch; unchanged if left out. */
  readonly key?: Key
  readonly why: Reason
}

/** A bar with a smaller share of right notes than this is played alone, if the others go better. */
const WEAK_BAR = 0.5
const OTHERS = 0.75

/** The bars with the trouble, including the bar before; undefined if it is everywhere or nowhere. */
const troubleIn = (stretch: Stretch, { bars, weakestBar }: Grade): Stretch | undefined => {
  if (weakestBar === undefined || stretch.to - stretch.from < 2) return undefined
  const weak = bars.find(({ bar }) => bar === weakestBar)
  const others = bars.filter(({ bar }) => bar !== weakestBar)
  const asked = others.reduce((sum, bar) => sum + bar.asked, 0)
  const right = others.reduce((sum, bar) => sum + bar.right, 0)
  if (!weak || asked === 0 || weak.right / weak.asked >= WEAK_BAR || right / asked < OTHERS) return undefined
  return { from: Math.max(stretch.from, weakestBar - 1), to: weakestBar }
}

const classOf = ({ tonic }: Key): number => pitchClassOf(fifthsOf(tonic))

/** How the tempo changes: by the ladder, never, or up after each solid run and down after each other one. */
export type TempoPlan = 'ladder' | 'fixed' | 'upAndDown'

/**
 * How the tempo changes from run to run.
 *
 * @example TEMPO_PLANS.map(({ id }) => id) // ['ladder', 'fixed', 'upAndDown']
 */
export const TEMPO_PLANS: readonly { readonly id: TempoPlan; readonly name: string }[] = [
  { id: 'ladder', name: 'rises after two solid runs' },
  { id: 'fixed', name: 'stays' },
  { id: 'upAndDown', name: 'up and down, run by run' },
]

/** The tempo of the next run where it goes up and down. */
const waved = (
  { from, to }: { readonly from: number; readonly to: number },
  tempo: number,
  held: boolean,
): number => Math.round(Math.min(to, Math.max(from, tempo * (held ? 1 + TEMPO_STEP : 1 - TEMPO_STEP))))

/**
 * One step to propose after a run: the bar alone if the trouble is in one, slower or once more, a higher tempo, the
 * next key of the player's order, the next rung. `runs` are the finished runs of the rung in this key, this one last.
 *
 * @example nextStep(exercise.spec, { tonic: 'C', mode: 'major' }, [], grade, []).why.rule // 'next.slower'
 */
export const nextStep = (
  { rung, tempo, stretch }: ExerciseSpec,
  key: Key,
  keys: readonly Key[],
  grade: Grade,
  runs: readonly LadderRun[],
  plan: TempoPlan = 'ladder',
  { leasts }: Pick<GradeRules, 'leasts'> = GRADE_RULES,
): NextStep => {
  const row = rungOf(rung)
  const here = { rung, tempo, stretch }
  const held = isHeld(grade.verdict)
  if (plan === 'upAndDown') {
    const other = waved(row.tempo, tempo, held)
    if (other !== tempo) return { ...here, tempo: other, why: reason(held ? 'next.up' : 'next.down', other) }
  }
  const trouble = troubleIn(stretch, grade)
  if ((grade.verdict === 'again' || grade.verdict === 'close') && trouble)
    return { ...here, stretch: trouble, why: reason('next.bar', trouble.to + 1) }
  if (grade.verdict === 'again') {
    const slower = Math.max(row.tempo.from, Math.round(tempo * (1 - TEMPO_STEP)))
    return slower < tempo && plan !== 'fixed'
      ? { ...here, tempo: slower, why: reason('next.slower', slower, leasts.close) }
      : { ...here, why: reason('next.again', leasts.close) }
  }
  if (grade.verdict === 'close') return { ...here, why: reason('next.close', leasts.close) }
  // What is solid at the top tempo is done in this key.
  const atTop = tempo >= row.tempo.to
  if (grade.verdict === 'solid' && !atTop) {
    const faster = nextTempo(row, runs)
    return faster > tempo && plan !== 'fixed'
      ? { ...here, tempo: faster, why: reason('next.faster', faster) }
      : { ...here, why: reason('next.solid') }
  }
  const done = grade.verdict === 'move on' ? [leasts.moveOn] : []
  const at = keys.findIndex((one) => classOf(one) === classOf(key))
  const next = keys[at + 1]
  if (next && at >= 0) return { ...here, key: next, why: reason('next.key', ...done) }
  // Rungs that play the player's own material are for the player to choose.
  const following = RUNGS.slice(RUNGS.findIndex(({ id }) => id === rung) + 1).find(({ needs }) => !needs)
  if (!following) return { ...here, why: reason('next.done', ...done) }
  return {
    rung: following.id,
    tempo: following.tempo.from,
    stretch,
    ...(keys[0] ? { key: keys[0] } : {}),
    why: reason('next.rung', following.name, ...done),
  }
}
