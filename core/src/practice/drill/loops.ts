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
export const looped = (
  exercise: Exercise,
  chart: Chart,
  { passes, trade, answer = false }: LoopPlan,
): Exercise => {
  if (exercise.free || (passes < 2 && !trade && !answer)) return exercise
  const { length, expected } = exercise
  const half = trade && !answer ? halfOf(exercise, chart) : 0
  const heard = answer ? expected : expected.filter(({ start }) => start < half)
  const own = answer
    ? expected.map((note) => ({ ...note, start: note.start + length }))
    : expected.filter(({ start }) => start >= half)
  const between = barTicks(chart.bars[exercise.spec.stretch.from]!.meter)
  const period = (answer ? 2 * length : length) + between
  const times = Array.from({ length: passes }, (_, pass) => pass * period)
  return {
    ...exercise,
    expected: times.flatMap((from) => own.map((note) => ({ ...note, start: note.start + from }))),
    length: passes * period - between,
    loop: { passes, length, period, answer, asked: own.length, heard },
  }
}

/** A moment of an exercise that is played in passes. */
interface InPass {
  /** From 0. */
  readonly pass: number
  /** Ticks from the stretch's first beat; negative in a bar that is counted before it. */
  readonly within: Ticks
  /** Whether the application plays, and the player listens. */
  readonly listens: boolean
}

/** Before the player's turn by this much, what is played belongs to it. */
const EARLY = QUARTER / 2

/**
 * Which pass of an exercise a tick belongs to, where in the stretch it is, and whether the player listens then. The bar that is
 * counted before a pass belongs to that pass.
 *
 * @example passAt(exercise, 480) // { pass: 0, within: 480, listens: false }
 */
export const passAt = (
  { loop, expected, free }: Pick<Exercise, 'loop' | 'expected' | 'free'>,
  tick: Ticks,
): InPass => {
  if (!loop) {
    const turn = free?.soloist?.turns.find(({ start, end }) => tick >= start && tick < end - EARLY)
    return { pass: 0, within: tick, listens: turn !== undefined }
  }
  const last = loop.passes - 1
  const counted = Math.min(last, Math.max(0, Math.floor(tick / loop.period)))
  const after = tick - counted * loop.period
  const all = loop.answer ? 2 * loop.length : loop.length
  const isNext = after > all && counted < last
  const pass = isNext ? counted + 1 : counted
  const inPass = isNext ? after - loop.period : after
  const first = expected[0]?.start ?? 0
  // An answer may begin with a pickup.
  const turn = loop.answer ? Math.min(loop.length, first) : loop.heard.length > 0 ? first : 0
  return {
    pass,
    within: loop.answer && inPass >= loop.length ? inPass - loop.length : inPass,
    listens: turn > 0 && inPass < turn - EARLY,
  }
}

/**
 * One pass of an exercise: with what the application plays in it before what is asked; of an answer, what is asked alone.
 *
 * @example onePass(exercise) === exercise // true
 */
export const onePass = (exercise: Exercise): Exercise => {
  const { loop, ...rest } = exercise
  if (!loop) return exercise
  const asked = exercise.expected.slice(0, loop.asked)
  return {
    ...rest,
    expected: loop.answer
      ? asked.map((note) => ({ ...note, start: note.start - loop.length }))
      : [...loop.heard, ...asked],
    length: loop.length,
  }
}
