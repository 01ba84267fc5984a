import {
  advanceGrade,
  type Exercise,
  finishGrade,
  type Grade,
  type GradeRules,
  type GradeState,
  gradeStep,
  type Judged,
  type PlayedNote,
  startGrade,
  type Take,
} from '@eager-contour/core'
import { engine } from '../../engine/engine.ts'

/** The number of warm-up grades: code that never ran is slow, and the first verdict should not be late. */
const WARMING = 20

/** The verdicts of a run in progress. A note takes a small part of a millisecond: less than a message to a worker. */
export class LiveGrade {
  private state: GradeState

  /** Starts with the notes that already count. */
  constructor(exercise: Exercise, rules: GradeRules, notes: readonly PlayedNote[] = []) {
    const empty = startGrade(exercise, rules)
    for (let warm = 0; warm < WARMING; warm += 1)
      gradeStep(empty, { onsetMs: warm, durationMs: 0, midi: 60, cents: 0, velocity: 90 })
    this.state = notes.reduce(gradeStep, empty)
  }

  get settled(): readonly Judged[] {
    return this.state.settled
  }

  /** What a note settles: its own verdict and any that waited for it. */
  note(note: PlayedNote): readonly Judged[] {
    return this.goOn(gradeStep(this.state, note))
  }

  /** What is settled because time passed: milliseconds from the first beat. */
  until(ms: number): readonly Judged[] {
    return this.goOn(advanceGrade(this.state, ms))
  }

  /** The grade of the whole run; a free take is graded again with its notes' lengths. */
  async finish(take: Take): Promise<Grade> {
    const { exercise, rules } = this.state
    return exercise.free ? engine().gradeTake(exercise, take, rules) : finishGrade(this.state)
  }

  private goOn(next: GradeState): readonly Judged[] {
    const before = this.state.settled.length
    this.state = next
    return next.settled.slice(before)
  }
}
