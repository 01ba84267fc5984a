import { cheapest, extend } from './alignment.ts'
import { bare, beatMs, type Decision, type GradeState, type Hypothesis } from './gradeState.ts'

/**
 * Lets time pass without a note: what can no longer be matched is missed, and what is due is settled. Passing time in
 * one step or in many gives the same verdicts, since each is settled at its own moment.
 *
 * @example advanceGrade(startGrade(exercise), 5000).settled[0].verdict // 'missed'
 */
export const advanceGrade = (state: GradeState, nowMs: number): GradeState => {
  let current = state
  for (;;) {
    const moment = nextMoment(current)
    if (moment === undefined || moment > nowMs) return current
    current = atMoment(current, moment)
  }
}

/** How long a hypothesis waits for its next note. */
const windowEnd = (state: GradeState, { next, behindMs }: Hypothesis): number =>
  state.placesMs[next]! + behindMs + state.rules.windowBeats * beatMs(state.exercise)

/** The earliest time at which a note can no longer be matched or a decision is due. */
const nextMoment = (state: GradeState): number | undefined => {
  let moment = state.hypotheses[0]?.open[0]?.dueMs ?? Number.POSITIVE_INFINITY
  for (const hypothesis of state.hypotheses)
    if (hypothesis.next < state.placesMs.length) moment = Math.min(moment, windowEnd(state, hypothesis))
  return moment === Number.POSITIVE_INFINITY ? undefined : moment
}

const atMoment = (state: GradeState, moment: number): GradeState => {
  const lagMs = state.rules.lagBeats * beatMs(state.exercise)
  const passed = state.hypotheses.map((hypothesis) =>
    hypothesis.next < state.placesMs.length && windowEnd(state, hypothesis) <= moment
      ? extend(hypothesis, hypothesis.next + 1, state.rules.missed, [
          { verdict: 'missed', expected: hypothesis.next, dueMs: moment + lagMs, plain: false },
        ])
      : hypothesis,
  )
  return settleDue({ ...state, hypotheses: cheapest(passed) }, moment)
}

const settleDue = (state: GradeState, moment: number): GradeState => {
  let current = state
  while ((current.hypotheses[0]?.open[0]?.dueMs ?? Number.POSITIVE_INFINITY) <= moment)
    current = settle(current, 1)
  return current
}

/** If the best alignment's last note matched, everything up to it is settled. */
export const settlePlain = (state: GradeState): GradeState => {
  const best = state.hypotheses[0]!
  // Skipped notes may still come.
  if (!best.open.at(-1)?.plain || best.owed !== undefined) return state
  return settle(state, best.open.length)
}

const sameDecision = (a: Decision | undefined, b: Decision): boolean =>
  a !== undefined && a.verdict === b.verdict && a.expected === b.expected && a.played === b.played

/** Settles a number of the best alignment's oldest open decisions, and drops the alignments that decided otherwise. */
const settle = (state: GradeState, count: number): GradeState => {
  const { hypotheses } = state
  const first = hypotheses[0]!.open.slice(0, count)
  const judged = first.map(bare)
  return {
    ...state,
    settled: [...state.settled, ...judged],
    hypotheses: hypotheses
      .filter(({ open }) => first.every((decision, at) => sameDecision(open[at], decision)))
      .map((hypothesis) => ({ ...hypothesis, open: hypothesis.open.slice(count) })),
  }
}
