import { EIGHTH, QUARTER } from '../../../theory/rhythm/ticks.ts'
import type { AnalysedNote } from '../../explain/analysedLine.ts'
import { countOf, type Merit, part, share, steadied } from './merit.ts'

/** What rhythm and phrasing are earned by (common practice, no source, but where it is named). */
export const TIME_MERITS: readonly Merit[] = [
  {
    what: 'different rhythms among the bars, %',
    criterion: 'rhythm',
    weight: 1.7,
    value: ({ phrasing }) => (100 * phrasing.rhythms) / Math.max(1, Math.min(8, phrasing.bars)),
    from: [27, 75],
  },
  {
    what: 'notes of the commonest length, %',
    criterion: 'rhythm',
    weight: 1.9,
    value: ({ notes }) => commonest(gaps(notes)),
    to: [80, 93],
  },
  {
    what: 'phrases that begin on beat 1, %',
    criterion: 'rhythm',
    weight: 3,
    value: ({ phrasing }) => part(phrasing.begins, (place) => place === 0),
    to: [31, 101],
  },
  {
    what: 'phrases that end off the beat, %',
    criterion: 'rhythm',
    weight: 0.4,
    value: ({ phrasing }) => share(phrasing.endsOff),
    from: [0, 25],
  },
  {
    // Long notes are felt as strong: Lerdahl and Jackendoff, A Generative Theory of Tonal Music (1983), from memory.
    what: 'held notes that begin on a weak beat, %',
    criterion: 'rhythm',
    weight: 2.5,
    value: ({ notes }) =>
      steadied(
        countOf(
          notes.filter((note) => note.end - note.start > EIGHTH),
          ({ strength }) => strength === 1,
        ),
        35,
      ),
    to: [22, 56],
  },
  {
    what: 'silence, %',
    criterion: 'phrasing',
    weight: 3.7,
    value: ({ phrasing }) => share(phrasing.silence),
    from: [3, 12.5],
    to: [33, 55],
  },
  {
    what: 'rests of a beat or more in four bars',
    criterion: 'phrasing',
    weight: 1.2,
    value: ({ phrasing }) =>
      (4 * phrasing.rests.filter((rest) => rest >= QUARTER).length) / Math.max(1, phrasing.bars),
    from: [0, 1.1],
    to: [5, 10],
  },
  {
    what: 'beats of the longest phrase',
    criterion: 'phrasing',
    weight: 1,
    value: ({ phrasing }) =>
      Math.max(0, ...phrasing.phrases.map(({ start, end }) => (end - start) / QUARTER)),
    from: [2.3, 5.5],
    to: [16, 26],
  },
]

/** The distances in time between notes that follow each other within a bar. */
const gaps = (notes: readonly AnalysedNote[]): readonly number[] =>
  notes
    .slice(1)
    .map((note, at) => note.start - notes[at]!.start)
    .filter((gap) => gap < 4 * QUARTER)

const commonest = (values: readonly number[]): number => {
  const counts = new Map<number, number>()
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1)
  return values.length === 0 ? 0 : (100 * Math.max(...counts.values())) / values.length
}
