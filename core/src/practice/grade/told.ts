import type { Exercise } from '../drill/exercise.ts'
import { middle } from '../listen/calibrate.ts'
import type { PlayedNote } from '../listen/take.ts'
import { forgivenOf, type Step } from './forgiven.ts'
import type { Judged, Move, MoveKind, NoteVerdict } from './judged.ts'
import { beatMs, placesMsOf, samePitch } from './places.ts'
import { type GradeRules, onTimeMsAt } from './rules.ts'

/** How a whole take was read: a verdict on every note, and where the player left the clock or the text. */
export interface Reading {
  readonly judged: readonly Judged[]
  readonly moves: readonly Move[]
}

/** Displaced by whole beats: as near to them as this. */
const WHOLE_BEATS = 0.2

/** Notes that were matched under one displacement. */
interface Part {
  readonly move?: MoveKind
  readonly steps: { readonly played: number; readonly expected: number }[]
}

/** The verdicts and moves of a way through a take, from its last step back. */
export const toldOf = (
  exercise: Exercise,
  notes: readonly PlayedNote[],
  rules: GradeRules,
  last: Step | undefined,
): Reading => {
  const places = placesMsOf(exercise)
  const beat = beatMs(exercise)
  const steps: Step[] = []
  for (let step = last; step; step = step.before) steps.push(step)
  steps.reverse()
  const parts: Part[] = [{ steps: [] }]
  const forgiven = forgivenOf(notes, rules, exercise, steps)
  const extras: Judged[] = []
  const swaps: Move[] = []
  for (const { played, expected, move } of steps) {
    const note = notes[played]!
    if (expected === undefined) {
      const { midi, onsetMs } = note
      const why = forgiven.get(played)
      extras.push({ verdict: 'extra', played, midi, onsetMs, ...(why ? { forgiven: why } : {}) })
      continue
    }
    if (move === 'swapped')
      swaps.push({ kind: move, expected, bar: exercise.expected[expected]!.bar, beats: 0 })
    else if (move) parts.push({ move, steps: [] })
    parts.at(-1)!.steps.push({ played, expected })
  }
  const answers = new Map<number, Judged>()
  const moves: Move[] = []
  const onTime = onTimeMsAt(rules, beat)
  for (const { move, steps: inPart } of parts) {
    if (inPart.length === 0) continue
    const offs = inPart.map(({ played, expected }) => notes[played]!.onsetMs - places[expected]!)
    const shift = move && inPart.length > 1 ? shiftOf(move, offs, beat) : 0
    if (move && inPart.length > 1) {
      const { bar } = exercise.expected[inPart[0]!.expected]!
      moves.push({ kind: move, expected: inPart[0]!.expected, bar, beats: middle(offs) / beat })
    }
    for (const [at, { played, expected }] of inPart.entries()) {
      const note = notes[played]!
      // The first note of a displaced part is told as late or early: once.
      const offMs = at === 0 && move !== 'back' ? offs[at]! : offs[at]! - shift
      const right = samePitch(rules, exercise.expected[expected]!, note.midi)
      const verdict: NoteVerdict = !right
        ? 'wrong'
        : Math.abs(offMs) <= onTime
          ? 'right'
          : offMs < 0
            ? 'early'
            : 'late'
      const judged: Judged = { verdict, expected, played, midi: note.midi, onsetMs: note.onsetMs, offMs }
      const known = answers.get(expected)
      if (!known) answers.set(expected, judged)
      else {
        const [kept, other] = worthOf(judged) >= worthOf(known) ? [judged, known] : [known, judged]
        answers.set(expected, kept)
        extras.push({
          verdict: 'extra',
          played: other.played!,
          midi: other.midi!,
          onsetMs: other.onsetMs!,
          forgiven: 'repeated',
        })
      }
    }
  }
  const judged = [
    ...exercise.expected.map(
      (_, expected): Judged => answers.get(expected) ?? { verdict: 'missed', expected },
    ),
    ...extras,
  ]
  // Asked notes in their order, extra ones where they came.
  const timeOf = ({ onsetMs, expected }: Judged) => (expected === undefined ? onsetMs! : places[expected]!)
  return { judged: judged.sort((a, b) => timeOf(a) - timeOf(b)), moves: [...moves, ...swaps] }
}

/** The displacement that notes are judged from: after going back the player's own, else whole beats. */
const shiftOf = (move: MoveKind, offs: readonly number[], beat: number): number => {
  const usual = middle(offs)
  if (move === 'back') return usual
  const whole = Math.round(usual / beat) * beat
  return Math.abs(usual - whole) <= WHOLE_BEATS * beat ? whole : 0
}

const WORTH: Readonly<Record<NoteVerdict, number>> = {
  right: 3,
  early: 2,
  late: 2,
  wrong: 1,
  missed: 0,
  extra: 0,
}
const worthOf = ({ verdict }: Judged): number => WORTH[verdict]
