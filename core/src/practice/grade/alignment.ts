import { OCTAVE } from '../../theory/pitch/interval.ts'
import type { ExpectedNote } from '../drill/exercise.ts'
import type { PlayedNote } from '../listen/take.ts'
import { bare, beatMs, type Decision, type GradeState, type Hypothesis } from './gradeState.ts'
import type { NoteVerdict } from './judged.ts'
import { type GradeRules, onTimeMsAt } from './rules.ts'

/** Every alignment with one more played note, the cheapest for each number of expected notes dealt with. */
export const alignments = (now: GradeState, note: PlayedNote): readonly Hypothesis[] => {
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
  return byCost(best)
}

/**
 * The next state for a note that matches when nothing is open: every other alignment would pay for an extra or missed
 * note and be dropped when this one is settled. Most notes match this way; the full search gives the same result.
 */
export const fastMatch = (state: GradeState, note: PlayedNote): GradeState | undefined => {
  const { hypotheses, rules, exercise, playedCount } = state
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
  const { behindMs } = followed(state, only, decision)
  return {
    ...state,
    hypotheses: [{ next: only.next + 1, cost: only.cost + cost, open: [], behindMs }],
    settled: [...state.settled, judged],
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

export const extend = (
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

/** Whether a played pitch is the asked one, in the octaves that the rules accept. */
export const samePitch = (rules: GradeRules, asked: ExpectedNote, midi: number): boolean =>
  rules.octaves === 'any' ? (asked.midi - midi) % OCTAVE === 0 : asked.midi === midi

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
  const onTime = Math.abs(offMs) <= onTimeMsAt(rules, beatMs(exercise))
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
export const cheapest = (hypotheses: readonly Hypothesis[]): readonly Hypothesis[] => {
  const best = new Map<number, Hypothesis>()
  for (const hypothesis of hypotheses) {
    const known = best.get(hypothesis.next)
    if (!known || hypothesis.cost < known.cost) best.set(hypothesis.next, hypothesis)
  }
  return byCost(best)
}

const byCost = (best: ReadonlyMap<number, Hypothesis>): readonly Hypothesis[] =>
  [...best.values()].sort((a, b) => a.cost - b.cost)
