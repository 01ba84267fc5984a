import type { Line } from '../../line/notes/line.ts'
import { QUARTER, ticksToMs } from '../../theory/rhythm/ticks.ts'
import type { Exercise } from '../drill/exercise.ts'
import type { FreeMark, LimitId } from '../drill/limits.ts'
import type { FreeJudgement, FreePoints } from './free.ts'
import type { Point } from './freeRules.ts'
import type { Judged, Move } from './judged.ts'
import { GRADE_RULES, type GradeRules, onTimeMsAt, type RunVerdict, verdictFor } from './rules.ts'

/** What can be marked: a set rung's notes, time and flow; a free rung's limits and other requirements. */
export type MarkId = 'notes' | 'time' | 'flow' | 'limits' | FreeMark

/** 0 to 100 each, only for what the rung asks. */
export type Marks = Readonly<Partial<Record<MarkId, number>>>

interface BarGrade {
  /** Bar of the tune, from 0. */
  readonly bar: number
  readonly asked: number
  readonly right: number
}

/** The change of chord that went worst: the indexes of both chords in the analysis. */
interface WeakChange {
  readonly from: number
  readonly to: number
}

export interface Grade {
  readonly judged: readonly Judged[]
  readonly marks: Marks
  readonly verdict: RunVerdict
  readonly bars: readonly BarGrade[]
  /** The bars (from 0) in which each mark lost points. */
  readonly causes: Readonly<Partial<Record<MarkId, readonly number[]>>>
  /** The bar with the smallest share of right notes; undefined if every bar is right. */
  readonly weakestBar?: number
  readonly weakestChange?: WeakChange
  /** Where the player left the clock or the text of a set exercise. */
  readonly moves?: readonly Move[]
  /** Which limits of a free rung were not kept, with the bars (from 0) where they were not. */
  readonly limits?: readonly { readonly limit: LimitId; readonly bars: readonly number[] }[]
  /** Whether a MIDI file was graded by even eighths, though the tune swings. */
  readonly isStraight?: true
  /** A free rung's take as a line: what was graded. */
  readonly line?: Line
}

const percent = (part: number, whole: number): number => (whole === 0 ? 0 : Math.round((100 * part) / whole))
const distinct = (bars: readonly number[]): readonly number[] => [...new Set(bars)].sort((a, b) => a - b)

const weakestOf = (bars: readonly BarGrade[]): BarGrade | undefined =>
  bars.reduce<BarGrade | undefined>(
    (worst, bar) =>
      bar.right < bar.asked && (!worst || bar.right / bar.asked < worst.right / worst.asked) ? bar : worst,
    undefined,
  )

/**
 * Marks and verdict from the verdicts on the notes. A note that was not played isn't on time either, so that no further slip
 * raises a mark; a wrong note is on time or not as a right one is.
 */
export const sumUp = (
  exercise: Exercise,
  judged: readonly Judged[],
  moves: readonly Move[] = [],
  rules: GradeRules = GRADE_RULES,
): Grade => {
  const of = (...verdicts: readonly Judged['verdict'][]) =>
    judged.filter(({ verdict, forgiven }) => verdicts.includes(verdict) && !forgiven).length
  const pitched = of('right', 'early', 'late')
  const stops = stopsOf(exercise, judged, moves)
  const onTime = judged.filter(
    ({ verdict, offMs }) => verdict !== 'extra' && isOnTime(exercise, rules, offMs),
  )
  const marks: Marks = {
    notes: percent(pitched, exercise.expected.length + of('extra')),
    time: percent(onTime.length, exercise.expected.length),
    flow: stops === undefined ? 0 : Math.max(0, 100 - stops.length * rules.stopCost),
  }
  const bars = barsOf(exercise, judged)
  const weakest = weakestOf(bars)
  const change = weakestChange(exercise, judged)
  const barsWith = (...verdicts: readonly Judged['verdict'][]) =>
    distinct(
      judged
        .filter(({ verdict, forgiven }) => verdicts.includes(verdict) && !forgiven)
        .map((one) => barOfJudged(exercise, one)),
    )
  return {
    judged,
    marks,
    verdict: verdictOf(marks, rules),
    bars,
    causes: {
      notes: barsWith('wrong', 'missed', 'extra'),
      time: barsWith('early', 'late', 'missed'),
      flow: distinct((stops ?? []).map((expected) => exercise.expected[expected]!.bar)),
    },
    ...(weakest ? { weakestBar: weakest.bar } : {}),
    ...(change ? { weakestChange: change } : {}),
    ...(moves.length > 0 ? { moves } : {}),
  }
}

/** Whether a note came within the limits of its time; a missed one did not. */
const isOnTime = ({ spec }: Exercise, rules: GradeRules, offMs: number | undefined): boolean =>
  offMs !== undefined && Math.abs(offMs) <= onTimeMsAt(rules, ticksToMs(QUARTER, spec.tempo))

/** The bar of a verdict: that of the expected note, or of the one expected at about the time of an extra one. */
const barOfJudged = ({ expected, spec }: Exercise, { expected: index, onsetMs }: Judged): number => {
  if (index !== undefined) return expected[index]!.bar
  const before = expected.findLast(({ start }) => ticksToMs(start, spec.tempo) <= (onsetMs ?? 0))
  return (before ?? expected[0])?.bar ?? spec.stretch.from
}

/** The notes on either side of a change that count for it. */
export const AROUND_CHANGE = { before: 1, after: 2 } as const

/** The change of chord with the most notes that weren't right around it. */
const weakestChange = (
  { expected, symbols }: Exercise,
  judged: readonly Judged[],
): WeakChange | undefined => {
  const right = new Set(judged.flatMap((one) => (one.verdict === 'right' ? [one.expected] : [])))
  let worst: (WeakChange & { readonly share: number }) | undefined
  expected.forEach(({ chord }, at) => {
    const before = expected[at - 1]
    // From a chord to itself nothing changes.
    if (!before || symbols[before.chord] === symbols[chord]) return
    const [first, end] = [at - AROUND_CHANGE.before, Math.min(expected.length, at + AROUND_CHANGE.after)]
    let came = 0
    for (let index = first; index < end; index += 1) if (right.has(index)) came += 1
    const share = came / (end - first)
    if (share < (worst?.share ?? 1)) worst = { from: before.chord, to: chord, share }
  })
  return worst && { from: worst.from, to: worst.to }
}

/** Marks and verdict of a free rung from its limits. */
export const sumUpFree = (
  judged: readonly Judged[],
  { points, limitIds, joinShare, line }: FreeJudgement,
  rules: GradeRules = GRADE_RULES,
): Grade => {
  const asked = Object.entries(points) as readonly [keyof FreePoints, readonly (readonly Point[])[]][]
  const silent = line.notes.length === 0
  const shareOf = (counted: readonly Point[]): number =>
    counted.length === 0 ? 1 : counted.reduce((sum, { good }) => sum + good, 0) / counted.length
  const mark = (id: keyof FreePoints, groups: readonly (readonly Point[])[]): number => {
    const good = silent ? 0 : Math.min(...groups.map(shareOf))
    return Math.round(100 * Math.min(1, id === 'joins' ? good / joinShare : good))
  }
  const marks = Object.fromEntries(asked.map(([id, groups]) => [id, mark(id, groups)])) as Marks
  const byBar = new Map<number, { bar: number; asked: number; right: number }>()
  for (const { bar, good } of asked.flatMap(([, groups]) => groups.flat())) {
    const known = byBar.get(bar) ?? { bar, asked: 0, right: 0 }
    known.asked += 1
    known.right += good
    byBar.set(bar, known)
  }
  const bars = [...byBar.values()].sort((a, b) => a.bar - b.bar)
  const weakest = weakestOf(bars)
  return {
    judged,
    marks,
    verdict: verdictOf(marks, rules),
    bars,
    causes: Object.fromEntries(
      asked.map(([id, groups]) => [
        id,
        marks[id] === 100
          ? []
          : distinct(
              groups
                .flat()
                .filter(({ good }) => good < 1)
                .map(({ bar }) => bar),
            ),
      ]),
    ),
    limits: (points.limits ?? []).flatMap((group, at) => {
      const lost = distinct(group.filter(({ good }) => good < 1).map(({ bar }) => bar))
      return lost.length > 0 ? [{ limit: limitIds[at]!, bars: lost }] : []
    }),
    ...(weakest ? { weakestBar: weakest.bar } : {}),
    line,
  }
}

/**
 * Where a player stopped, by expected note; undefined if nothing was played: two or more notes missed in a row, and where
 * the player went on later or went back.
 */
const stopsOf = (
  exercise: Exercise,
  judged: readonly Judged[],
  moves: readonly Move[],
): readonly number[] | undefined => {
  const missed = new Set(judged.flatMap((one) => (one.verdict === 'missed' ? [one.expected] : [])))
  if (missed.size === exercise.expected.length) return undefined
  const stops = moves.flatMap(({ kind, expected }) =>
    kind === 'stopped' || kind === 'back' ? [expected] : [],
  )
  for (let at = 1; at < exercise.expected.length; at += 1)
    if (missed.has(at) && missed.has(at - 1) && !missed.has(at - 2)) stops.push(at)
  return stops
}

const barsOf = (exercise: Exercise, judged: readonly Judged[]): readonly BarGrade[] => {
  const right = new Set(judged.flatMap((one) => (one.verdict === 'right' ? [one.expected] : [])))
  const bars = new Map<number, { bar: number; asked: number; right: number }>()
  exercise.expected.forEach((note, at) => {
    const bar = bars.get(note.bar) ?? { bar: note.bar, asked: 0, right: 0 }
    bar.asked += 1
    if (right.has(at)) bar.right += 1
    bars.set(note.bar, bar)
  })
  return [...bars.values()]
}

const verdictOf = (marks: Marks, rules: GradeRules): RunVerdict =>
  verdictFor(Math.min(...Object.values(marks)), rules)
