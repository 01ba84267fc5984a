import { EIGHTH, QUARTER } from '../../theory/rhythm/ticks.ts'
import type { Development } from '../compose/solo/develop.ts'
import { hasPitch, walkIn } from '../figures/harmony.ts'
import type { PhraseInKey } from '../phrases/phraseTune.ts'
import { decorated } from './decorated.ts'
import {
  ABOVE,
  alteredNotes,
  BELOW,
  inRhythm,
  ledInto,
  type NoteChange,
  octave,
  sequence,
  shifted,
  splitWith,
  stepsBetween,
  stretched,
  type WholeChange,
  withPitch,
} from './noteChanges.ts'

/** What of a phrase is changed: its pitches, its rhythm, where it begins and ends, one note. */
export type ChangePart = 'pitches' | 'time' | 'ends' | 'note'

interface Named {
  /** What it is called, and what it does in a sentence. */
  readonly name: string
  readonly does: string
  /** What it changes. One note is chosen by the player: the first, if none is. */
  readonly part: ChangePart
}

interface ChangesNotes extends Named {
  readonly change: NoteChange
}

/** Notes and chords together. */
interface ChangesWhole extends Named {
  readonly whole: WholeChange
}

/** New notes, found by the composer. */
interface ChangesComposed extends Named {
  readonly composed: (there: PhraseInKey) => Development
}

export type ChangeRow = ChangesNotes | ChangesWhole | ChangesComposed

/**
 * What can be done with a phrase; a row each. Inversion, retrograde and transposition as set theory has them (common practice, no
 * source), and what players do besides.
 */
export const CHANGES = {
  turnedByScale: {
    name: 'turned over, by scale steps',
    does: 'Up becomes down, step for step of the scale, round the chosen note.',
    part: 'note',
    change: (notes, harmonyOf, at) =>
      notes.map((note) => {
        const harmony = harmonyOf(note)
        const { isScale } = harmony
        const axis = notes[at]!.midi
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
    does: 'Up becomes down by the same half steps, round the chosen note.',
    part: 'note',
    change: (notes, _harmonyOf, at) => notes.map((note) => withPitch(note, 2 * notes[at]!.midi - note.midi)),
  },
  backwards: {
    name: 'backwards',
    does: 'The last pitch comes first, in the same rhythm.',
    part: 'pitches',
    change: (notes) => notes.map((note, at) => withPitch(note, notes[notes.length - 1 - at]!.midi)),
  },
  stepUp: {
    name: 'a step up',
    does: 'Every note one step up its chord’s scale.',
    part: 'pitches',
    change: sequence(1),
  },
  stepDown: {
    name: 'a step down',
    does: 'Every note one step down its chord’s scale.',
    part: 'pitches',
    change: sequence(-1),
  },
  thirdUp: {
    name: 'a third up',
    does: 'Every note two steps up its chord’s scale.',
    part: 'pitches',
    change: sequence(2),
  },
  thirdDown: {
    name: 'a third down',
    does: 'Every note two steps down its chord’s scale.',
    part: 'pitches',
    change: sequence(-2),
  },
  fourthUp: {
    name: 'a fourth up',
    does: 'Every note three steps up its chord’s scale.',
    part: 'pitches',
    change: sequence(3),
  },
  fourthDown: {
    name: 'a fourth down',
    does: 'Every note three steps down its chord’s scale.',
    part: 'pitches',
    change: sequence(-3),
  },
  halfUp: {
    name: 'a half step up',
    does: 'Every note a half step up over the same chords, outside their scales.',
    part: 'pitches',
    change: (notes) => notes.map((note) => withPitch(note, note.midi + 1)),
  },
  halfDown: {
    name: 'a half step down',
    does: 'Every note a half step down over the same chords, outside their scales.',
    part: 'pitches',
    change: (notes) => notes.map((note) => withPitch(note, note.midi - 1)),
  },
  altered: {
    name: 'altered',
    does: 'Over its dominants: ♭9 for 9, ♯11 for 11, ♭13 for 5 and 13; ♯9 or ♯11 where a note would be struck twice.',
    part: 'pitches',
    change: alteredNotes,
  },
  earlier: {
    name: 'an eighth earlier',
    does: 'The same notes, an eighth before.',
    part: 'time',
    change: shifted(-EIGHTH),
  },
  later: {
    name: 'an eighth later',
    does: 'The same notes, an eighth after.',
    part: 'time',
    change: shifted(EIGHTH),
  },
  ledFromBelow: {
    name: 'led in from below',
    does: 'A half step below before the chosen note, in place of what stands there; a guide tone stays.',
    part: 'note',
    change: ledInto(BELOW),
  },
  ledFromAbove: {
    name: 'led in from above',
    does: 'The scale note above before the chosen note, in place of what stands there; a guide tone stays.',
    part: 'note',
    change: ledInto(ABOVE),
  },
  enclosed: {
    name: 'enclosed',
    does: 'The scale note above and the half step below before the chosen note, in place of what stands there; a guide tone stays.',
    part: 'note',
    change: ledInto(ABOVE, BELOW),
  },
  octaveUp: {
    name: 'a note an octave up',
    does: 'The chosen note an octave higher.',
    part: 'note',
    change: octave(1),
  },
  octaveDown: {
    name: 'a note an octave down',
    does: 'The chosen note an octave lower.',
    part: 'note',
    change: octave(-1),
  },
  noteBetween: {
    name: 'a note between',
    does: 'In the second half of the chosen note, the scale note on the way to the next one.',
    part: 'note',
    change: splitWith((note, next, { isScale }) =>
      walkIn(isScale, note, next !== undefined && next < note ? -1 : 1),
    ),
  },
  toneBetween: {
    name: 'a chord tone between',
    does: 'In the second half of the chosen note, the chord tone above it.',
    part: 'note',
    change: splitWith((note, _next, { isTone }) => walkIn(isTone, note, 1)),
  },
  noteBefore: {
    name: 'a note added before',
    does: 'The chord tone below the first note before it, an eighth long.',
    part: 'ends',
    change: (notes, harmonyOf) => {
      const [first] = notes
      if (!first) return undefined
      const midi = walkIn(harmonyOf(first).isTone, first.midi, -1)
      return [{ start: first.start - EIGHTH, duration: EIGHTH, midi }, ...notes]
    },
  },
  noteAdded: {
    name: 'a note added at the end',
    does: 'The chord tone above the last note after it, an eighth long.',
    part: 'ends',
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
  inEighths: {
    name: 'in eighths',
    does: 'The same notes, an eighth each.',
    part: 'time',
    change: inRhythm(EIGHTH),
  },
  inTriplets: {
    name: 'in triplets',
    does: 'The same notes, three to the beat.',
    part: 'time',
    change: inRhythm(QUARTER / 3),
  },
  inSixteenths: {
    name: 'in sixteenths',
    does: 'The same notes, four to the beat.',
    part: 'time',
    change: inRhythm(EIGHTH / 2),
  },
  longAndShort: {
    name: 'long, short, short',
    does: 'The same notes as a quarter and two eighths, over and over; none after the last bar.',
    part: 'time',
    change: inRhythm(QUARTER, EIGHTH, EIGHTH),
  },
  shortAndLong: {
    name: 'short, long, short',
    does: 'The same notes as an eighth, a quarter and an eighth, over and over; none after the last bar.',
    part: 'time',
    change: inRhythm(EIGHTH, QUARTER, EIGHTH),
  },
  twiceAsLong: {
    name: 'twice as long',
    does: 'Notes and chords last twice as long.',
    part: 'time',
    whole: stretched(2),
  },
  halfAsLong: {
    name: 'half as long',
    does: 'Notes and chords last half as long.',
    part: 'time',
    whole: stretched(0.5),
  },
  withoutFirst: {
    name: 'without its first note',
    does: 'It begins on its second note.',
    part: 'ends',
    change: (notes) => (notes.length > 1 ? notes.slice(1) : undefined),
  },
  withoutLast: {
    name: 'without its last note',
    does: 'It ends a note sooner.',
    part: 'ends',
    change: (notes) => (notes.length > 1 ? notes.slice(0, -1) : undefined),
  },
  decorated: {
    name: 'decorated',
    does: 'Its notes stay, an eighth each, with figures between them in every bar.',
    part: 'ends',
    composed: decorated,
  },
  stripped: {
    name: 'stripped',
    does: 'Its guide tones and where it lands; each lasts until the next.',
    part: 'ends',
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
