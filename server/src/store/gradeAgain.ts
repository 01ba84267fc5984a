import type { RunBody } from '@eager-contour/contract'
import {
  type Analysis,
  analyseChart,
  type Exercise,
  GRADE_RULES,
  GRADER,
  type Grade,
  gradeTake,
  instrumentOf,
  type Outcome,
  playedExercise,
  readChart,
  readKey,
  type Take,
  type Tally,
  talliesOf,
} from '@eager-contour/core'
import type { EntityManager } from 'typeorm'
import type { Store } from './database.ts'
import { isWhole } from './json.ts'
import { readSettings } from './settings.ts'
import { TuneEntity } from './tunes.ts'

/** A run as it is graded again. */
interface GradedRun extends Pick<RunBody, 'tune' | 'key' | 'playedAt' | 'verdict'> {
  readonly marks: RunBody['marks'] | Grade['marks']
}

/** What this version's grader says of a run. */
export interface GradedAgain {
  /** Its marks and verdict, if an older grader gave others. */
  readonly changed?: Pick<Grade, 'marks' | 'verdict' | 'weakestBar'>
  readonly tallies: readonly Tally[]
}

const NOTHING: GradedAgain = { tallies: [] }
const MOST_KNOWN = 200

/** What was made last, by a name: runs come one after another over the same tune, and of the same exercise. */
const lastMade = <T>(): ((name: string, make: () => T) => T) => {
  const known = new Map<string, T>()
  return (name, make) => {
    const before = known.get(name)
    if (before !== undefined) return before
    const made = make()
    known.set(name, made)
    if (known.size > MOST_KNOWN) known.delete([...known.keys()][0]!)
    return made
  }
}
const analysed = lastMade<Outcome<Analysis>>()
const exerciseMade = lastMade<Outcome<Exercise>>()

const analysisOf = async (manager: EntityManager, id: string) => {
  const tune = await manager.findOneBy(TuneEntity, { id })
  if (!tune || !isWhole(tune)) return undefined
  const name = `${id} ${tune.revision}`
  const read = analysed(name, () => {
    const chart = readChart(tune.chart)
    return chart.ok ? { ok: true, value: analyseChart(chart.value, tune.readings) } : chart
  })
  return read.ok ? { tune, name, analysis: read.value } : undefined
}

const sameMarks = (a: object, b: object): boolean => {
  const inOrder = (marks: object) => JSON.stringify(Object.entries(marks).sort())
  return inOrder(a) === inOrder(b)
}

/**
 * A take graded by this version, over its tune as it is now. Where the tune was edited since, what was asked then can't be
 * known: unless the marks are the same as they were, nothing is said of the run.
 */
export const gradeAgain = async (
  store: Store,
  run: GradedRun,
  take: RunBody['take'],
): Promise<GradedAgain> => {
  const open = await analysisOf(store.manager, run.tune)
  if (!open) return NOTHING
  const { instrument, grading } = await readSettings(store)
  const made = exerciseMade([open.name, run.key, instrument, take.exercise].join(' '), () => {
    const played = playedExercise(open.analysis, take.exercise, readKey(run.key), instrumentOf(instrument))
    return played.ok ? { ok: true, value: played.value.exercise } : played
  })
  if (!made.ok) return NOTHING
  const exercise = made.value
  const graded = gradeTake(exercise, take as Take, { ...GRADE_RULES, ...(grading as object) })
  if (!graded.ok) return NOTHING
  const { marks, verdict, weakestBar, judged } = graded.value
  const isSame = sameMarks(marks, run.marks)
  if (!isSame && (take.grader === GRADER || open.tune.updatedAt > run.playedAt)) return NOTHING
  const tallies = exercise.free ? [] : talliesOf(exercise, judged)
  if (take.grader === GRADER || (isSame && verdict === run.verdict)) return { tallies }
  return { tallies, changed: { marks, verdict, ...(weakestBar === undefined ? {} : { weakestBar }) } }
}
