import { EIGHTH } from '../../../theory/rhythm/ticks.ts'
import type { AnalysedNote } from '../../explain/analysedLine.ts'
import { ALTERED_NOTES, aboveRoot } from '../../figures/harmony.ts'
import { countOf, type Merit, mean, part, share, steadied } from './merit.ts'

/** What harmony, resolution and connection are earned by (common practice, no source). */
export const HARMONY_MERITS: readonly Merit[] = [
  {
    what: 'chord tones on strong beats, %',
    criterion: 'harmony',
    weight: 1.4,
    value: ({ phrasing }) => share(phrasing.strongTones),
    from: [33, 83],
  },
  {
    what: 'chords whose first note is one of theirs, %',
    criterion: 'harmony',
    weight: 4.2,
    value: ({ notes }) =>
      steadied(
        countOf(
          notes.filter(({ chord, index }) => chord !== notes[index - 1]?.chord),
          ({ isTone, heldInto }) => isTone || heldInto !== undefined,
        ),
        75,
      ),
    from: [54, 78],
  },
  {
    what: 'roots among the notes on strong beats, %',
    criterion: 'harmony',
    weight: 5.8,
    value: ({ notes }) =>
      steadied(
        countOf(
          notes.filter(({ strength }) => strength === 2),
          ({ harmony, midi }) => aboveRoot(harmony, midi) === 0,
        ),
        15,
      ),
    to: [19, 39],
  },
  {
    what: 'notes that belong to their chord or lead to it, %',
    criterion: 'harmony',
    weight: 2.4,
    value: ({ notes }) => part(notes, isColour),
    from: [74, 100],
  },
  {
    what: 'dominants whose 3 or altered notes sound, %',
    criterion: 'harmony',
    weight: 1.2,
    value: ({ phrasing }) => share(phrasing.dominants),
    from: [23, 91],
  },
  {
    what: 'changes at which the note that sounds is one of the new chord, %',
    criterion: 'harmony',
    weight: 1,
    value: ({ phrasing }) => steadied(phrasing.met, 75),
    from: [55, 95],
  },
  {
    what: 'notes beside the chord that go on by step, %',
    criterion: 'resolution',
    weight: 2.6,
    value: ({ notes }) =>
      steadied(
        countOf(
          // A colour that is held is as good as a chord tone.
          notes.filter(
            (note) =>
              !note.isTone &&
              joinedTo(notes, note) !== undefined &&
              !(note.isScale && note.end - note.start > EIGHTH),
          ),
          (note) => Math.abs(notes[note.index + 1]!.midi - note.midi) <= 2,
        ),
        75,
      ),
    from: [23, 82],
  },
  {
    what: 'notes outside the scale led home, %',
    criterion: 'resolution',
    weight: 2.1,
    value: ({ phrasing }) => share(phrasing.resolved),
    from: [30, 95],
  },
  {
    what: 'notes on a strong beat beside the chord that go on by leap, %',
    criterion: 'resolution',
    weight: 1.1,
    value: ({ notes }) =>
      part(
        notes.filter(({ strength }) => strength === 2),
        (note) =>
          !note.isTone &&
          joinedTo(notes, note) !== undefined &&
          Math.abs(notes[note.index + 1]!.midi - note.midi) > 4,
      ),
    to: [11, 33],
  },
  {
    what: 'changes joined by step or by a held note, %',
    criterion: 'connection',
    weight: 2.9,
    value: ({ phrasing }) => steadied(phrasing.joins, 70),
    from: [8, 80],
  },
  {
    what: 'half steps over which changes are joined',
    criterion: 'connection',
    weight: 1.1,
    value: ({ explanation }) =>
      explanation.joins.length === 0
        ? undefined
        : mean([2, 2, ...explanation.joins.map(({ semitones }) => Math.min(14, Math.abs(semitones)))]),
    to: [2.8, 8],
  },
  {
    what: 'changes met by a guide tone, %',
    criterion: 'connection',
    weight: 2,
    value: ({ notes, explanation }) =>
      steadied(
        countOf(explanation.joins, ({ to }) => notes[to]!.isGuide),
        45,
      ),
    from: [7, 57],
  },
]

const joinedTo = (notes: readonly AnalysedNote[], note: AnalysedNote): AnalysedNote | undefined => {
  const next = notes[note.index + 1]
  return next && next.start - note.end < EIGHTH ? next : undefined
}

/** Altered notes of a dominant and notes of the coming chord count as its colour. */
const isColour = (note: AnalysedNote): boolean =>
  note.isScale ||
  note.heldInto !== undefined ||
  note.coming !== undefined ||
  (note.harmony.kind === 'dominant' && ALTERED_NOTES.includes(aboveRoot(note.harmony, note.midi)))
