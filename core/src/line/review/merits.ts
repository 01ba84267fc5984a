import { EIGHTH, QUARTER } from '../../theory/rhythm/ticks.ts'
import type { AnalysedNote } from '../explain/analysedLine.ts'
import type { Explanation } from '../explain/explanation.ts'
import { ALTERED_NOTES, aboveRoot } from '../figures/harmony.ts'
import { intervalsOf, runsOf } from '../notes/shapes.ts'
import type { Criterion } from './criteria.ts'
import { isAnswered, percent, RESTING_DEGREES, type Share } from './measure.ts'
import type { Phrasing } from './phrasing.ts'

/** What merits look at. */
export interface Judged {
  readonly notes: readonly AnalysedNote[]
  readonly explanation: Explanation
  readonly phrasing: Phrasing
}

/**
 * Something that a line has more or less of. Its worth rises from 0 at the first number of `from` to 1 at the second, and
 * falls from 1 to 0 over the numbers of `to`.
 */
interface Merit {
  readonly what: string
  readonly criterion: Criterion
  readonly weight: number
  readonly value: (judged: Judged) => number | undefined
  readonly from?: readonly [number, number]
  readonly to?: readonly [number, number]
}

/** A share in percent; undefined where there is nothing to count. */
const share = ({ of, all }: Share): number | undefined => (all === 0 ? undefined : percent({ of, all }))

const part = <T>(items: readonly T[], fits: (item: T) => boolean): number | undefined =>
  items.length === 0 ? undefined : (100 * items.filter(fits).length) / items.length

/** A share that rests on few cases is drawn towards what is usual: so many cases of `usual` percent are added. */
const steadied = ({ of, all }: Share, usual: number, cases = 2): number | undefined =>
  all === 0 ? undefined : (100 * of + usual * cases) / (all + cases)

const countOf = <T>(items: readonly T[], fits: (item: T) => boolean): Share => ({
  of: items.filter(fits).length,
  all: items.length,
})

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

const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length)

/** How much an interval asks of the ear: steps nothing, leaps more and more, over an octave most. */
const effort = (size: number): number => {
  const steps = Math.abs(size)
  if (steps <= 2) return steps === 0 ? 0.8 : 0
  if (steps <= 5) return 0.15 * (steps - 2)
  return steps <= 9 ? 0.3 * (steps - 3) : 2.2 + 0.3 * (steps - 10)
}

/** What each criterion is earned by (common practice, no source; the numbers by measuring hand-written lines). */
const MERITS: readonly Merit[] = [
  {
    what: 'chord tones on strong beats, %',
    criterion: 'harmony',
    weight: 3,
    value: ({ phrasing }) => share(phrasing.strongTones),
    from: [28, 80],
  },
  {
    what: 'chords whose first note is one of theirs, %',
    criterion: 'harmony',
    weight: 2,
    value: ({ notes }) =>
      steadied(
        countOf(
          notes.filter(({ chord, index }) => chord !== notes[index - 1]?.chord),
          ({ isTone, heldInto }) => isTone || heldInto !== undefined,
        ),
        75,
      ),
    from: [40, 85],
  },
  {
    what: 'roots among the notes on strong beats, %',
    criterion: 'harmony',
    weight: 5,
    value: ({ notes }) =>
      steadied(
        countOf(
          notes.filter(({ strength }) => strength === 2),
          ({ harmony, midi }) => aboveRoot(harmony, midi) === 0,
        ),
        15,
      ),
    to: [18, 42],
  },
  {
    what: 'notes that belong to their chord or lead to it, %',
    criterion: 'harmony',
    weight: 3,
    value: ({ notes }) => part(notes, isColour),
    from: [70, 97],
  },
  {
    what: 'dominants whose 3 or altered notes sound, %',
    criterion: 'harmony',
    weight: 1,
    value: ({ phrasing }) => share(phrasing.dominants),
    from: [20, 90],
  },
  {
    what: 'notes beside the chord that go on by step, %',
    criterion: 'resolution',
    weight: 3,
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
    from: [15, 80],
  },
  {
    what: 'notes outside the scale led home, %',
    criterion: 'resolution',
    weight: 2,
    value: ({ phrasing }) => share(phrasing.resolved),
    from: [30, 95],
  },
  {
    what: 'notes on a strong beat beside the chord that go on by leap, %',
    criterion: 'resolution',
    weight: 1,
    value: ({ notes }) =>
      part(
        notes.filter(({ strength }) => strength === 2),
        (note) =>
          !note.isTone &&
          joinedTo(notes, note) !== undefined &&
          Math.abs(notes[note.index + 1]!.midi - note.midi) > 4,
      ),
    to: [3, 30],
  },
  {
    what: 'changes joined by step or by a held note, %',
    criterion: 'connection',
    weight: 3,
    value: ({ phrasing }) => steadied(phrasing.joins, 70),
    from: [0, 68],
  },
  {
    what: 'half steps over which changes are joined',
    criterion: 'connection',
    weight: 1,
    value: ({ explanation }) =>
      explanation.joins.length === 0
        ? undefined
        : mean([2, 2, ...explanation.joins.map(({ semitones }) => Math.min(14, Math.abs(semitones)))]),
    to: [2.5, 8],
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
    from: [10, 55],
  },
  {
    what: 'different rhythms among the bars, %',
    criterion: 'rhythm',
    weight: 2,
    value: ({ phrasing }) => (100 * phrasing.rhythms) / Math.max(1, Math.min(8, phrasing.bars)),
    from: [25, 88],
  },
  {
    what: 'notes of the commonest length, %',
    criterion: 'rhythm',
    weight: 2,
    value: ({ notes }) => commonest(gaps(notes)),
    to: [72, 98],
  },
  {
    what: 'phrases that begin on beat 1, %',
    criterion: 'rhythm',
    weight: 3,
    value: ({ phrasing }) => part(phrasing.begins, (place) => place === 0),
    to: [10, 80],
  },
  {
    what: 'phrases that end off the beat, %',
    criterion: 'rhythm',
    weight: 0.7,
    value: ({ phrasing }) => share(phrasing.endsOff),
    from: [0, 25],
  },
  {
    what: 'silence, %',
    criterion: 'phrasing',
    weight: 3,
    value: ({ phrasing }) => share(phrasing.silence),
    from: [3, 14],
    to: [33, 55],
  },
  {
    what: 'rests of a beat or more in four bars',
    criterion: 'phrasing',
    weight: 1.5,
    value: ({ phrasing }) =>
      (4 * phrasing.rests.filter((rest) => rest >= QUARTER).length) / Math.max(1, phrasing.bars),
    from: [0, 1],
    to: [5, 10],
  },
  {
    what: 'beats of the longest phrase',
    criterion: 'phrasing',
    weight: 1,
    value: ({ phrasing }) =>
      Math.max(0, ...phrasing.phrases.map(({ start, end }) => (end - start) / QUARTER)),
    from: [2, 5],
    to: [15, 26],
  },
  {
    what: 'notes where the line turns, %',
    criterion: 'direction',
    weight: 2,
    value: ({ phrasing }) => share(phrasing.turns),
    from: [5, 18],
    to: [34, 60],
  },
  {
    what: 'how far its intervals are from steps, thirds and fourths',
    criterion: 'direction',
    weight: 2,
    value: ({ notes }) => {
      const intervals = intervalsOf(notes)
      return intervals.length === 0 ? undefined : mean(intervals.map(({ size }) => effort(size)))
    },
    to: [0.32, 1.2],
  },
  {
    what: 'leaps answered by a turn, %',
    criterion: 'direction',
    weight: 1,
    value: ({ notes }) =>
      part(
        intervalsOf(notes).filter(({ size }) => Math.abs(size) >= 7),
        ({ to }) => isAnswered(notes, to),
      ),
    from: [30, 95],
  },
  {
    what: 'runs of four notes and more one way, in four bars',
    criterion: 'direction',
    weight: 1.5,
    value: ({ notes, phrasing }) =>
      (4 * runsOf(notes).filter(([from, to]) => to - from >= 3).length) / Math.max(1, phrasing.bars),
    from: [0, 2],
  },
  {
    what: 'notes in ideas that return, %',
    criterion: 'idea',
    weight: 2,
    value: ({ phrasing }) => share(phrasing.motifNotes),
    from: [-25, 18],
    to: [55, 100],
  },
  {
    what: 'arpeggios, in eight bars',
    criterion: 'idea',
    weight: 1,
    value: ({ explanation, phrasing }) =>
      (8 * explanation.devices.filter(({ device }) => device === 'arpeggio').length) /
      Math.max(1, phrasing.bars),
    from: [0, 3],
  },
  {
    what: 'bars that are copies of another, %',
    criterion: 'idea',
    weight: 2,
    value: ({ notes, phrasing }) => copiedBars(notes, phrasing.bars),
    to: [20, 60],
  },
  {
    what: 'bars with an enclosure, %',
    criterion: 'idea',
    weight: 1,
    value: ({ phrasing }) => share(phrasing.enclosureBars),
    to: [40, 90],
  },
  {
    what: 'half steps from the lowest to the highest note',
    criterion: 'register',
    weight: 2,
    value: ({ notes }) => {
      const midis = notes.map(({ midi }) => midi)
      return Math.max(...midis) - Math.min(...midis)
    },
    from: [4, 11],
    to: [20, 34],
  },
  {
    what: 'intervals of more than a sixth, %',
    criterion: 'register',
    weight: 2,
    value: ({ notes }) => part(intervalsOf(notes), ({ size }) => Math.abs(size) > 9),
    to: [2, 16],
  },
  {
    what: 'half steps between neighbours, over silence too, at most',
    criterion: 'register',
    weight: 1,
    value: ({ notes }) =>
      Math.max(0, ...notes.slice(1).map(({ midi }, at) => Math.abs(midi - notes[at]!.midi))),
    to: [12, 24],
  },
  {
    what: 'where the highest note is, % of the line',
    criterion: 'register',
    weight: 1,
    value: ({ phrasing }) => 100 * phrasing.topAt,
    from: [0, 30],
  },
  {
    what: 'the last note rests, %',
    criterion: 'ending',
    weight: 3,
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
    weight: 4,
    value: ({ notes }) => {
      const last = notes.at(-1)!
      return last.end - last.start > EIGHTH ? 100 : last.strength === 0 ? 50 : last.strength === 2 ? 40 : 10
    },
    from: [0, 100],
  },
  {
    what: 'beats of silence after the last note',
    criterion: 'ending',
    weight: 3,
    value: ({ phrasing }) => phrasing.tail / QUARTER,
    to: [0.25, 6],
  },
  {
    what: 'the last note stands over a chord at rest, or anticipates it, %',
    criterion: 'ending',
    weight: 2,
    value: ({ notes }) => {
      const { harmony, coming, heldInto } = notes.at(-1)!
      return harmony.kind !== 'dominant' || coming !== undefined || heldInto !== undefined ? 100 : 35
    },
    from: [0, 100],
  },
  {
    what: 'phrases that end on a note of their chord, %',
    criterion: 'ending',
    weight: 1.5,
    value: ({ notes, phrasing }) =>
      part(phrasing.phrases, ({ to }) => notes[to]!.isTone || notes[to]!.isScale),
    from: [30, 95],
  },
]

/** Bars with the same notes at the same places as an earlier one. */
const copiedBars = (notes: readonly AnalysedNote[], bars: number): number => {
  const first = notes[0]
  if (!first) return 0
  const seen = new Set<string>()
  let copies = 0
  const length = 4 * QUARTER
  const from = Math.floor(first.start / length)
  for (let bar = from; bar < from + bars; bar += 1) {
    const inside = notes.filter(({ start }) => start >= bar * length && start < (bar + 1) * length)
    if (inside.length < 3) continue
    const key = inside.map(({ start, midi }) => `${start - bar * length} ${midi}`).join(' ')
    if (seen.has(key)) copies += 1
    seen.add(key)
  }
  return (100 * copies) / Math.max(1, bars)
}

const worthOf = ({ from, to }: Merit, value: number): number => {
  const up = from ? (value - from[0]) / (from[1] - from[0]) : 1
  const down = to ? (to[1] - value) / (to[1] - to[0]) : 1
  return Math.max(0, Math.min(1, up, down))
}

/** What a criterion has earned, from 0 to 1; 1 where nothing can be told. */
export const earnedBy = (judged: Judged, criterion: Criterion): number => {
  let sum = 0
  let all = 0
  if (judged.notes.length === 0) return 1
  for (const merit of MERITS) {
    if (merit.criterion !== criterion) continue
    const value = merit.value(judged)
    if (value === undefined) continue
    sum += merit.weight * worthOf(merit, value)
    all += merit.weight
  }
  return all === 0 ? 1 : sum / all
}
