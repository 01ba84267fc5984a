import { EIGHTH, QUARTER } from '../../../theory/rhythm/ticks.ts'
import { RESTING_DEGREES } from '../measure.ts'
import { type Merit, mean, part } from './merit.ts'

/** What an ending is earned by (common practice, no source, but where it is named). */
export const ENDING_MERITS: readonly Merit[] = [
  {
    what: 'the last note rests, %',
    criterion: 'ending',
    weight: 2.3,
    value: ({ notes, explanation }) => {
      const last = notes.at(-1)!
      const { degree } = explanation.notes[last.index]!
      if (RESTING_DEGREES.includes(degree) || last.isTone) return last.isScale ? 100 : 0
      return last.isScale ? 60 : 0
    },
    from: [0, 100],
  },
  {
    what: 'the last note is held, or struck off the beat, %',
    criterion: 'ending',
    weight: 5.3,
    value: ({ notes }) => {
      const last = notes.at(-1)!
      return last.end - last.start > EIGHTH ? 100 : last.strength === 0 ? 35 : last.strength === 2 ? 30 : 10
    },
    from: [30, 100],
  },
  {
    what: 'beats of silence after the last note',
    criterion: 'ending',
    weight: 3.9,
    value: ({ phrasing }) => phrasing.tail / QUARTER,
    to: [0.9, 4.3],
  },
  {
    what: 'the last note stands over a chord at rest, or anticipates it, %',
    criterion: 'ending',
    weight: 0.9,
    value: ({ notes }) => {
      const { harmony, coming, heldInto } = notes.at(-1)!
      return harmony.kind !== 'dominant' || coming !== undefined || heldInto !== undefined ? 100 : 35
    },
    from: [0, 100],
  },
  {
    what: 'phrases that end on a note of their chord, %',
    criterion: 'ending',
    weight: 1.2,
    value: ({ notes, phrasing }) =>
      part(phrasing.phrases, ({ to }) => notes[to]!.isTone || notes[to]!.isScale),
    from: [30, 95],
  },
  {
    // Melodies come down to rest: Huron, The Melodic Arch in Western Folksongs (1996), from memory.
    what: 'half steps of the last note above the middle of its phrase',
    criterion: 'ending',
    weight: 3,
    value: ({ notes, phrasing }) => {
      const last = phrasing.phrases.at(-1)!
      return notes[last.to]!.midi - mean(notes.slice(last.from, last.to + 1).map(({ midi }) => midi))
    },
    to: [-1.6, 4],
  },
]
