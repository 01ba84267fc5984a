import { swung } from '../../theory/rhythm/swing.ts'
import { QUARTER, type Ticks, ticksToMs } from '../../theory/rhythm/ticks.ts'
import type { Exercise, ExpectedNote } from '../drill/exercise.ts'
import type { PlayedNote, Take } from '../listen/take.ts'
import { judgeFree, judgeTake } from './free.ts'
import type { Judged, NoteVerdict } from './judged.ts'
import { type Grade, sumUp, sumUpFree } from './marks.ts'
import { GRADE_RULES, type GradeRules } from './rules.ts'

interface Hypothesis {
  /** The number of expected notes dealt with. */
  readonly next: number
  readonly cost: number
  /** Decisions that aren't settled yet, oldest first. */
  readonly open: readonly Decision[]
  /** How far the player is behind (negative: ahead), in milliseconds, judging by the notes that matched. */
  readonly behindMs: number
  /** The expected note that was just skipped: the next played note may still match it. */
  readonly owed?: number
}

interface Decision extends Judged {
  /** When it is settled at the latest. */
  readonly dueMs: number
  /** A note that matched, settled immediately. */
  readonly plain: boolean
}

/** A grade in progress: plain data. */
export interface GradeState {
  readonly exercise: Exercise
  readonly rules: GradeRules
  readonly placesMs: readonly number[]
  readonly hypotheses: readonly Hypothesis[]
  readonly settled: readonly Judged[]
  readonly playedCount: number
  readonly clockMs: number
  /** Where a whole take's verdicts are collected, instead of `settled`, which is copied at every step. */
  readonly gathered?: Judged[]
}

const beatMs = (exercise: Exercise): number => ticksToMs(QUARTER, exercise.spec.tempo)

/** When each note is expected, in milliseconds, swing included. */
const placeMs = (exercise: Exercise, tick: Ticks): number =>
  ticksToMs(swung(tick, exercise.swing), exercise.spec.tempo)

export const startGrade = (exercise: Exercise, rules: GradeRules = GRADE_RULES): GradeState => ({
  exercise,
  rules,
  placesMs: exercise.expected.map((note) => placeMs(exercise, note.start)),
  hypotheses: [{ next: 0, cost: 0, open: [], behindMs: 0 }],
  settled: [],
  playedCount: 0,
  clockMs: Number.NEGATIVE_INFINITY,
})

/**
 * Takes one more note, in the order of their onsets. The state keeps every alignment of played and expected notes
 * that is still possible (the cheapest for each number of expected notes dealt with); a verdict is settled
 * immediately if the note matched, otherwise when its lag is over. Settled verdicts stay: the live verdicts are the
 * final ones.
 */
export const gradeStep = (state: GradeState, note: PlayedNote): GradeState => {
  if (state.exercise.free) {
    const judged = judgeFree(state.exercise, note, state.playedCount)
    state.gathered?.push(judged)
    const settled = state.gathered ? state.settled : [...state.settled, judged]
    return { ...state, settled, playedCount: state.playedCount + 1 }
  }
  const now = advanceGrade(state, note.onsetMs)
  const usual = fastMatch(now, note)
  if (usual) return usual
  const played = now.playedCount
  const windowMs = now.rules.windowBeats * beatMs(now.exercise)
  const lagMs = now.rules.lagBeats * beatMs(now.exercise)
  const best = new Map<number, Hypothesis>()
  // An alignment is only built if it is cheaper than every earlier one with the same number of notes dealt with.
  const offer = (next: number, cost: number, build: () => Hypothesis): void => {
    const known = best.get(next)
    if (!known || cost < known.cost) best.set(next, build())
  }
  const { missed, extra } = now.rules
  for (const hypothesis of now.hypotheses) {
    offer(hypothesis.next, hypothesis.cost + extra, () =>
      extend(hypothesis, hypothesis.next, extra, [
        {
          verdict: 'extra',
          played,
          midi: note.midi,
          onsetMs: note.onsetMs,
          dueMs: note.onsetMs + lagMs,
          plain: false,
        },
      ]),
    )
    for (const other of swaps(now, hypothesis, note, played, lagMs))
      offer(other.next, other.cost, () => other)
    for (const other of restarts(now, hypothesis, note, played, lagMs))
      offer(other.next, other.cost, () => other)
    const heardMs = note.onsetMs - hypothesis.behindMs
    for (
      let at = hypothesis.next;
      at < now.placesMs.length && now.placesMs[at]! <= heardMs + windowMs;
      at += 1
    ) {
      if (now.placesMs[at]! < heardMs - windowMs) continue
      const skipped = at - hypothesis.next
      const cost = skipped * missed + costOf(now, hypothesis, at, note)
      offer(at + 1, hypothesis.cost + cost, () => {
        const decision = answer(now, at, note, played, lagMs)
        const passed = Array.from({ length: skipped }, (_, after): Decision => {
          const expected = hypothesis.next + after
          return { verdict: 'missed', expected, dueMs: note.onsetMs + lagMs, plain: false }
        })
        const grew = extend(hypothesis, at + 1, cost, [...passed, decision])
        return followed(now, skipped === 1 ? { ...grew, owed: at - 1 } : grew, decision)
      })
    }
  }
  return settlePlain({
    ...now,
    hypotheses: byCost(best),
    playedCount: played + 1,
    clockMs: note.onsetMs,
  })
}

/**
 * The next state for a note that matches when nothing is open: every other alignment would pay for an extra or missed
 * note and be dropped when this one is settled. Most notes match this way; the full search gives the same result.
 */
const fastMatch = (state: GradeState, note: PlayedNote): GradeState | undefined => {
  const { hypotheses, rules, exercise, gathered, playedCount } = state
  const [only, other] = hypotheses
  const asked = only && exercise.expected[only.next]
  if (!asked || other || only.open.length > 0 || only.owed !== undefined) return undefined
  if (!samePitch(rules, asked, note.midi)) return undefined
  const cost = costOf(state, only, only.next, note)
  const late = Math.abs(note.onsetMs - only.behindMs - state.placesMs[only.next]!)
  if (cost >= Math.min(rules.extra, rules.missed) || late > rules.windowBeats * beatMs(exercise))
    return undefined
  const decision = answer(state, only.next, note, playedCount, 0)
  if (!decision.plain) return undefined
  const judged = bare(decision)
  gathered?.push(judged)
  const { behindMs } = followed(state, only, decision)
  return {
    ...state,
    hypotheses: [{ next: only.next + 1, cost: only.cost + cost, open: [], behindMs }],
    settled: gathered ? state.settled : [...state.settled, judged],
    playedCount: playedCount + 1,
    clockMs: note.onsetMs,
  }
}

/** A skipped note comes after all, one too late: the two were swapped. */
const swaps = (
  state: GradeState,
  hypothesis: Hypothesis,
  note: PlayedNote,
  played: number,
  lagMs: number,
): readonly Hypothesis[] => {
  const { owed } = hypothesis
  const asked = owed === undefined ? undefined : state.exercise.expected[owed]
  if (owed === undefined || !asked || !samePitch(state.rules, asked, note.midi)) return []
  const at = hypothesis.open.findIndex(({ expected }) => expected === owed)
  if (at < 0) return []
  const decision = answer(state, owed, note, played, lagMs)
  const cost = costOf(state, hypothesis, owed, note)
  const { owed: _owed, ...rest } = hypothesis
  return [
    {
      ...rest,
      cost: hypothesis.cost - state.rules.missed + state.rules.swapped + cost,
      open: hypothesis.open.map((one, index) => (index === at ? { ...decision, plain: false } : one)),
    },
  ]
}

/**
 * The player hesitated and continues from there: the first of the skipped notes comes after all, and those after it
 * are still expected, equally later.
 */
const restarts = (
  state: GradeState,
  hypothesis: Hypothesis,
  note: PlayedNote,
  played: number,
  lagMs: number,
): readonly Hypothesis[] => {
  const { open, next, cost: before } = hypothesis
  let from = open.length
  while (from > 0 && open[from - 1]!.verdict === 'missed') from -= 1
  const passed = open.length - from
  const at = open[from]?.expected
  const asked = at === undefined ? undefined : state.exercise.expected[at]
  if (passed < 1 || at === undefined || at + passed !== next || !asked) return []
  if (!samePitch(state.rules, asked, note.midi)) return []
  const offMs = note.onsetMs - state.placesMs[at]!
  const most = MOST_BEHIND_BEATS * beatMs(state.exercise)
  if (offMs < state.rules.windowBeats * beatMs(state.exercise) || offMs > most) return []
  const decision = answer(state, at, note, played, lagMs)
  return [
    {
      next: at + 1,
      cost: before - passed * state.rules.missed + state.rules.stopped,
      open: [...open.slice(0, from), { ...decision, plain: false }],
      behindMs: offMs,
    },
  ]
}

/** The most that a player is followed behind or ahead. */
const MOST_BEHIND_BEATS = 2

/** How far behind the player is after a note: closer to that note's offset, if it matched. */
const followed = (
  { rules, exercise }: GradeState,
  hypothesis: Hypothesis,
  decision: Decision,
): Hypothesis => {
  if (decision.offMs === undefined || decision.verdict === 'wrong') return hypothesis
  const most = MOST_BEHIND_BEATS * beatMs(exercise)
  const behind = hypothesis.behindMs + rules.follow * (decision.offMs - hypothesis.behindMs)
  return { ...hypothesis, behindMs: Math.min(most, Math.max(-most, behind)) }
}

const extend = (
  hypothesis: Hypothesis,
  next: number,
  cost: number,
  decisions: readonly Decision[],
): Hypothesis => ({
  next,
  cost: hypothesis.cost + cost,
  open: [...hypothesis.open, ...decisions],
  behindMs: hypothesis.behindMs,
})

const samePitch = (rules: GradeRules, asked: ExpectedNote, midi: number): boolean =>
  rules.octaves === 'any' ? (asked.midi - midi) % 12 === 0 : asked.midi === midi

/** The cost of matching a note with an expected one: its pitch, and its distance from where the player is. */
const costOf = (
  { rules, exercise, placesMs }: GradeState,
  { behindMs }: Hypothesis,
  at: number,
  note: PlayedNote,
): number => {
  const right = samePitch(rules, exercise.expected[at]!, note.midi)
  const off = Math.abs(note.onsetMs - placesMs[at]! - behindMs)
  return (right ? 0 : rules.wrongPitch) + (off / beatMs(exercise)) * rules.perBeatOff
}

const answer = (
  { rules, exercise, placesMs }: GradeState,
  at: number,
  note: PlayedNote,
  played: number,
  lagMs: number,
): Decision => {
  const offMs = note.onsetMs - placesMs[at]!
  const right = samePitch(rules, exercise.expected[at]!, note.midi)
  const onTime = Math.abs(offMs) <= Math.max(rules.onTimeMs, rules.onTimeBeats * beatMs(exercise))
  const verdict: NoteVerdict = !right ? 'wrong' : onTime ? 'right' : offMs < 0 ? 'early' : 'late'
  return {
    verdict,
    expected: at,
    played,
    midi: note.midi,
    onsetMs: note.onsetMs,
    offMs,
    dueMs: note.onsetMs + lagMs,
    plain: right && onTime,
  }
}

/** The cheapest of the alignments with the same number of notes dealt with. */
const cheapest = (hypotheses: readonly Hypothesis[]): readonly Hypothesis[] => {
  const best = new Map<number, Hypothesis>()
  for (const hypothesis of hypotheses) {
    const known = best.get(hypothesis.next)
    if (!known || hypothesis.cost < known.cost) best.set(hypothesis.next, hypothesis)
  }
  return byCost(best)
}

const byCost = (best: ReadonlyMap<number, Hypothesis>): readonly Hypothesis[] =>
  [...best.values()].sort((a, b) => a.cost - b.cost)

/**
 * Lets time pass without a note: what can no longer be matched is missed, and what is due is settled. Passing time in
 * one step or in many gives the same verdicts, since each is settled at its own moment.
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
const settlePlain = (state: GradeState): GradeState => {
  const best = state.hypotheses[0]!
  // Skipped notes may still come.
  if (!best.open.at(-1)?.plain || best.owed !== undefined) return state
  return settle(state, best.open.length)
}

const sameDecision = (a: Decision | undefined, b: Decision): boolean =>
  a !== undefined && a.verdict === b.verdict && a.expected === b.expected && a.played === b.played

const bare = ({ dueMs: _due, plain: _plain, ...judged }: Decision): Judged => judged

/** Settles a number of the best alignment's oldest open decisions, and drops the alignments that decided otherwise. */
const settle = (state: GradeState, count: number): GradeState => {
  const { hypotheses, gathered } = state
  const first = hypotheses[0]!.open.slice(0, count)
  const judged = first.map(bare)
  gathered?.push(...judged)
  return {
    ...state,
    settled: gathered ? state.settled : [...state.settled, ...judged],
    hypotheses: hypotheses
      .filter(({ open }) => first.every((decision, at) => sameDecision(open[at], decision)))
      .map((hypothesis) => ({ ...hypothesis, open: hypothesis.open.slice(count) })),
  }
}

/**
 * Ends the grade of an exercise with given notes: the rest is missed, everything is settled, and the marks are given.
 */
export const finishGrade = (state: GradeState): Grade => {
  const ended = advanceGrade(state, Number.POSITIVE_INFINITY)
  return sumUp(ended.exercise, [...ended.settled, ...(ended.gathered ?? [])], ended.rules)
}

/**
 * Grades a whole take: the same steps, one note after the other; a free take is then graded by its limits.
 * @param exercise what was to be played
 * @param take what was played, in milliseconds from the first beat
 * @param rules the player's thresholds
 * @returns a verdict per note, marks from 0 to 100 and the weakest places
 * @example gradeTake(exercise, take).verdict // 'solid'
 */
export const gradeTake = (exercise: Exercise, take: Take, rules: GradeRules = GRADE_RULES): Grade => {
  const played: GradeState = [...take.notes]
    .sort((a, b) => a.onsetMs - b.onsetMs)
    .reduce<GradeState>(
      (state, note) => gradeStep(state, { ...note, onsetMs: note.onsetMs - take.latencyMs }),
      { ...startGrade(exercise, rules), gathered: [] },
    )
  return exercise.free
    ? sumUpFree(exercise, played.gathered ?? [], judgeTake(exercise, take), rules)
    : finishGrade(played)
}
