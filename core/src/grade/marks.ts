import type { Exercise } from '../drill/exercise.ts'
import { rungOf } from '../drill/rungs.ts'
import { QUARTER, ticksToMs } from '../rhythm/ticks.ts'
import type { Judged } from './judged.ts'
import { GRADE_RULES, type RunVerdict, VERDICTS } from './rules.ts'

/** 0 to 100 each, for exercises whose notes are given: notes right, on time, without stopping. */
export interface Marks {
  readonly notes: number
  readonly time: number
  readonly flow: number
}

export interface BarGrade {
  /** Bar of the tune, from 0. */
  readonly bar: number
  readonly asked: number
  readonly right: number
}

export interface Grade {
  readonly judged: readonly Judged[]
  readonly marks: Marks
  readonly verdict: RunVerdict
  readonly bars: readonly BarGrade[]
  /** The bar with the smallest share of right notes; undefined where every bar is right. */
  readonly weakestBar?: number
}

const percent = (part: number, whole: number): number => (whole === 0 ? 0 : Math.round((100 * part) / whole))

/** Marks and verdict from what became of each note. */
export const sumUp = (exercise: Exercise, judged: readonly Judged[]): Grade => {
  const of = (...verdicts: readonly Judged['verdict'][]) =>
    judged.filter(({ verdict }) => verdicts.includes(verdict)).length
  const pitched = of('right', 'early', 'late')
  const marks: Marks = {
    notes: percent(pitched, exercise.expected.length + of('extra')),
    time: percent(of('right'), pitched),
    flow: flowOf(exercise, judged),
  }
  const bars = barsOf(exercise, judged)
  const weakest = bars.reduce<BarGrade | undefined>(
    (worst, bar) =>
      bar.right < bar.asked && (!worst || bar.right / bar.asked < worst.right / worst.asked) ? bar : worst,
    undefined,
  )
  return {
    judged,
    marks,
    verdict: verdictOf(exercise, marks),
    bars,
    ...(weakest ? { weakestBar: weakest.bar } : {}),
  }
}

/** A stop: two or more notes missed in a row, or a note that comes over half a beat later than the one before it did. */
const flowOf = (exercise: Exercise, judged: readonly Judged[]): number => {
  const beatMs = ticksToMs(QUARTER, exercise.spec.tempo)
  const answers = exercise.expected.map((_, at) => judged.find(({ expected }) => expected === at))
  if (answers.every((answer) => answer === undefined || answer.verdict === 'missed')) return 0
  let stops = 0
  let missedRun = 0
  let lastOff = 0
  for (const answer of answers) {
    if (!answer || answer.verdict === 'missed') {
      missedRun += 1
      if (missedRun === 2) stops += 1
      continue
    }
    missedRun = 0
    if ((answer.offMs ?? 0) - lastOff > beatMs / 2) stops += 1
    lastOff = answer.offMs ?? 0
  }
  return Math.max(0, 100 - stops * GRADE_RULES.stopCost)
}

const barsOf = (exercise: Exercise, judged: readonly Judged[]): readonly BarGrade[] => {
  const bars = new Map<number, { bar: number; asked: number; right: number }>()
  exercise.expected.forEach((note, at) => {
    const bar = bars.get(note.bar) ?? { bar: note.bar, asked: 0, right: 0 }
    bar.asked += 1
    if (judged.some(({ expected, verdict }) => expected === at && verdict === 'right')) bar.right += 1
    bars.set(note.bar, bar)
  })
  return [...bars.values()]
}

const verdictOf = (exercise: Exercise, marks: Marks): RunVerdict => {
  const least = Math.min(marks.notes, marks.time, marks.flow)
  const atTop = exercise.spec.tempo >= rungOf(exercise.spec.rung).tempo.to
  return VERDICTS.find((row) => least >= row.least && (!row.top || atTop))!.verdict
}
