import type { ChordKind } from '../../theory/chord/chord.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import { EIGHTH, type Ticks } from '../../theory/rhythm/ticks.ts'
import { chordAt } from '../../tune/analysis/analysis.ts'
import { type Harmony, harmonyRead, hasPitch, walkIn } from '../figures/harmony.ts'
import { spellNotes, type UnspelledNote } from '../notes/spell.ts'
import { type Phrase, phraseFrom } from './phrase.ts'
import { type PhraseInKey, phraseInKey } from './phraseTune.ts'

/** A pitch near which phrases are changed: only their shape counts. */
const NEAR = 64

interface ChangeRow {
  /** What it is called, and what it does in a sentence. */
  readonly name: string
  readonly does: string
  /** The changed notes, at the pitch at which the phrase is laid out; undefined if it can't be done. */
  readonly change: (
    notes: readonly UnspelledNote[],
    harmonyOf: (note: UnspelledNote) => Harmony,
  ) => readonly UnspelledNote[] | undefined
}

const withPitch = (note: UnspelledNote, midi: number): UnspelledNote => ({ ...note, midi })

/** How many notes of a scale lie from one pitch to another, down as a negative number. */
const stepsBetween = (scale: readonly boolean[], from: number, to: number): number => {
  const way = to >= from ? 1 : -1
  let steps = 0
  for (let midi = from + way; way * (to - midi) >= 0; midi += way) if (hasPitch(scale, midi)) steps += way
  return steps
}

/** A pitch moved by steps of a scale; one outside it keeps its distance from the scale note above it. */
const movedIn = ({ isScale }: Harmony, midi: number, steps: number): number => {
  if (hasPitch(isScale, midi)) return walkIn(isScale, midi, steps)
  const above = walkIn(isScale, midi, 1)
  return walkIn(isScale, above, steps) - (above - midi)
}

const sequence =
  (steps: number): ChangeRow['change'] =>
  (notes, harmonyOf) =>
    notes.map((note) => withPitch(note, movedIn(harmonyOf(note), note.midi, steps)))

const shifted =
  (by: Ticks): ChangeRow['change'] =>
  (notes) =>
    notes.map((note) => ({ ...note, start: note.start + by }))

/** Eighths before the first note, each at a pitch found from it. */
const ledInto =
  (...leads: readonly ((first: number, harmony: Harmony) => number)[]): ChangeRow['change'] =>
  (notes, harmonyOf) => {
    const [first] = notes
    if (!first) return undefined
    return [
      ...leads.map((lead, at) => ({
        start: first.start - (leads.length - at) * EIGHTH,
        duration: EIGHTH,
        midi: lead(first.midi, harmonyOf(first)),
      })),
      ...notes,
    ]
  }

const BELOW = (midi: number) => midi - 1
const ABOVE = (midi: number, { isUpper }: Harmony) => walkIn(isUpper, midi, 1)

/**
 * What can be done with a phrase; a row each. Inversion, retrograde and transposition as set theory has them (common practice, no
 * source), and what players do besides.
 */
const CHANGES = {
  turnedByScale: {
    name: 'turned over, by scale steps',
    does: 'Up becomes down, step for step of the scale, round the first note.',
    change: (notes, harmonyOf) =>
      notes.map((note) => {
        const harmony = harmonyOf(note)
        const { isScale } = harmony
        const axis = notes[0]!.midi
        const inside = hasPitch(isScale, note.midi)
        // A half step under a scale note becomes a half step over its mirror.
        const target = inside ? note.midi : walkIn(isScale, note.midi, 1)
        const mirrored = hasPitch(isScale, axis)
          ? walkIn(isScale, axis, -stepsBetween(isScale, axis, target))
          : 2 * axis - target
        return withPitch(note, mirrored + (inside ? 0 : target - note.midi))
      }),
  },
  turnedByHalfSteps: {
    name: 'turned over, by half steps',
    does: 'Up becomes down by the same half steps, round the first note.',
    change: (notes) => notes.map((note) => withPitch(note, 2 * notes[0]!.midi - note.midi)),
  },
  backwards: {
    name: 'backwards',
    does: 'The last pitch comes first, in the same rhythm.',
    change: (notes) => notes.map((note, at) => withPitch(note, notes[notes.length - 1 - at]!.midi)),
  },
  stepUp: { name: 'a step up', does: 'Every note one step up its chord’s scale.', change: sequence(1) },
  stepDown: {
    name: 'a step down',
    does: 'Every note one step down its chord’s scale.',
    change: sequence(-1),
  },
  thirdUp: { name: 'a third up', does: 'Every note two steps up its chord’s scale.', change: sequence(2) },
  thirdDown: {
    name: 'a third down',
    does: 'Every note two steps down its chord’s scale.',
    change: sequence(-2),
  },
  earlier: { name: 'an eighth earlier', does: 'The same notes, an eighth before.', change: shifted(-EIGHTH) },
  later: { name: 'an eighth later', does: 'The same notes, an eighth after.', change: shifted(EIGHTH) },
  ledFromBelow: {
    name: 'led in from below',
    does: 'A half step below before the first note.',
    change: ledInto(BELOW),
  },
  ledFromAbove: {
    name: 'led in from above',
    does: 'The scale note above before the first note.',
    change: ledInto(ABOVE),
  },
  enclosed: {
    name: 'first note enclosed',
    does: 'The scale note above and the half step below before the first note.',
    change: ledInto(ABOVE, BELOW),
  },
  noteAdded: {
    name: 'a note added at the end',
    does: 'The chord tone above the last note after it, an eighth long.',
    change: (notes, harmonyOf) => {
      const last = notes.at(-1)
      if (!last) return undefined
      const { isTone } = harmonyOf(last)
      return [
        ...notes.slice(0, -1),
        { ...last, duration: Math.min(last.duration, EIGHTH) },
        {
          start: last.start + Math.min(last.duration, EIGHTH),
          duration: EIGHTH,
          midi: walkIn(isTone, last.midi, 1),
        },
      ]
    },
  },
  withoutFirst: {
    name: 'without its first note',
    does: 'It begins on its second note.',
    change: (notes) => (notes.length > 1 ? notes.slice(1) : undefined),
  },
  withoutLast: {
    name: 'without its last note',
    does: 'It ends a note sooner.',
    change: (notes) => (notes.length > 1 ? notes.slice(0, -1) : undefined),
  },
  stripped: {
    name: 'stripped',
    does: 'Its guide tones and where it lands; each lasts until the next.',
    change: (notes, harmonyOf) => {
      const kept = notes.filter(
        (note, at) => at === notes.length - 1 || hasPitch(harmonyOf(note).isGuide, note.midi),
      )
      return kept.length === notes.length
        ? undefined
        : kept.map((note, at) => {
            const next = kept[at + 1]
            return next ? { ...note, duration: next.start - note.start } : note
          })
    },
  },
} as const satisfies Readonly<Record<string, ChangeRow>>

export type PhraseChangeId = keyof typeof CHANGES

/**
 * The changes of a phrase, in order: what each is called and what it does.
 *
 * @example PHRASE_CHANGES[2].name // 'backwards'
 */
export const PHRASE_CHANGES: readonly {
  readonly id: PhraseChangeId
  readonly name: string
  readonly does: string
}[] = Object.entries(CHANGES).map(([id, { name, does }]) => ({ id: id as PhraseChangeId, name, does }))

/**
 * A phrase changed; undefined if that can't be done with it.
 *
 * @example changedPhrase(phrase, 'backwards').notes.at(-1).semitones // phrase.notes[0].semitones
 */
export const changedPhrase = (phrase: Phrase, id: PhraseChangeId): Phrase | undefined => {
  const there = phraseInKey(phrase, 0, NEAR)
  const { change }: ChangeRow = CHANGES[id]
  const { analysis, line } = there
  const notes = change(line.notes, ({ start }) => harmonyRead(analysis, chordAt(analysis, start).index))
  return notes && asPhrase(there, notes)
}

/** Notes over a phrase's changes as a phrase. */
const asPhrase = ({ analysis }: PhraseInKey, notes: readonly UnspelledNote[]): Phrase | undefined =>
  phraseFrom(analysis, spellNotes(analysis, notes), 0, notes.length - 1)

/** A degree of a phrase that became another when its chord was exchanged. */
interface ChangedNote {
  readonly at: number
  readonly from: string
  readonly to: string
}

/**
 * A phrase over one chord moved to another kind of chord: each note the degree with the same number there.
 *
 * @example toKind(readPhrase('IIm7', 'R 9 b3 5'), 'major').phrase.notes.map(({ degree }) => degree) // ['R', '9', '3', '5']
 */
export const toKind = (
  phrase: Phrase,
  kind: ChordKind,
): { readonly phrase: Phrase; readonly changed: readonly ChangedNote[] } | undefined => {
  const [only, other] = phrase.chords
  if (!only || other || kind === 'none') return undefined
  const before = phraseInKey(phrase, 0, NEAR)
  const empty: Phrase = { notes: phrase.notes.slice(0, 1), chords: [{ ...only, kind }] }
  const after = phraseInKey(empty, 0, NEAR)
  const [from, to] = [harmonyRead(before.analysis, 0), harmonyRead(after.analysis, 0)]
  const notes = before.line.notes.map((note) => {
    const above = pitchClass(note.midi - from.root)
    const number = from.stack.findIndex((one) => one !== undefined && pitchClass(one) === above)
    const there = number < 0 ? undefined : to.stack[number]
    const by = there === undefined ? 0 : pitchClass(there - above + 6) - 6
    return { ...note, midi: note.midi + by + to.root - from.root }
  })
  const result = asPhrase(after, notes)
  if (!result) return undefined
  return {
    phrase: result,
    changed: result.notes.flatMap(({ degree }, at) =>
      degree === phrase.notes[at]!.degree ? [] : [{ at, from: phrase.notes[at]!.degree, to: degree }],
    ),
  }
}
