import { barTicks } from '../../theory/rhythm/meter.ts'
import { QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import { barStarts, type Chart } from '../../tune/chart/chart.ts'
import type { Exercise, LoopPlan } from './exercise.ts'

/** Where the second half of an exercise begins: at a bar, or in the middle of a single one. */
const halfOf = ({ spec: { stretch }, length }: Exercise, chart: Chart): Ticks => {
  const bars = stretch.to - stretch.from + 1
  if (bars === 1) return Math.round(length / 2 / QUARTER) * QUARTER
  const starts = barStarts(chart)
  return starts[stretch.from + Math.ceil(bars / 2)]! - starts[stretch.from]!
}

/**
 * An exercise with given notes, played several times in one run: its notes are asked for in every pass, in ticks from the first
 * one's start. A free one is left as it is.
 *
 * @example looped(exercise, chart, { passes: 2, trade: false }).expected.length // 2 * exercise.expected.length
 */
export const looped = (exercise: Exercise, chart: Chart, { passes, trade }: LoopPlan): Exercise => {
  if (exercise.free || (passes < 2 && !trade)) return exercise
  const half = trade ? halfOf(exercise, chart) : 0
  const heard = exercise.expected.filter(({ start }) => start < half)
  const own = exercise.expected.filter(({ start }) => start >= half)
  const between = barTicks(chart.bars[exercise.spec.stretch.from]!.meter)
  const period = exercise.length + between
  const times = Array.from({ length: passes }, (_, pass) => pass * period)
  return {
    ...exercise,
    expected: times.flatMap((from) => own.map((note) => ({ ...note, start: note.start + from }))),
    length: passes * period - between,
    loop: { passes, length: exercise.length, period, asked: own.length, heard },
  }
}

/**
 * Which pass of an exercise a tick belongs to, from 0, and the tick from that pass's start; the bar that is counted before a pass
 * belongs to it, and is negative.
 *
 * @example passAt(exercise, 480) // { pass: 0, within: 480 }
 */
export const passAt = (
  { loop }: Pick<Exercise, 'loop'>,
  tick: Ticks,
): { readonly pass: number; readonly within: Ticks } => {
  if (!loop || tick < 0) return { pass: 0, within: tick }
  const pass = Math.min(loop.passes - 1, Math.floor(tick / loop.period))
  const within = tick - pass * loop.period
  return within > loop.length && pass < loop.passes - 1
    ? { pass: pass + 1, within: within - loop.period }
    : { pass, within }
}

/**
 * One pass of an exercise, with what the application plays in it before what is asked.
 *
 * @example onePass(exercise) === exercise // true
 */
export const onePass = (exercise: Exercise): Exercise => {
  const { loop, ...rest } = exercise
  if (!loop) return exercise
  return {
    ...rest,
    expected: [...loop.heard, ...exercise.expected.slice(0, loop.asked)],
    length: loop.length,
  }
}
