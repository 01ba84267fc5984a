import { QUARTER } from '../../../theory/rhythm/ticks.ts'
import type { AnalysedNote } from '../../explain/analysedLine.ts'
import { intervalsOf, runsOf } from '../../notes/shapes.ts'
import { isAnswered } from '../measure.ts'
import { type Merit, mean, part, share } from './merit.ts'

/** What direction, idea and register are earned by (common practice, no source). */
export const SHAPE_MERITS: readonly Merit[] = [
  {
    what: 'notes where the line turns, %',
    criterion: 'direction',
    weight: 1.7,
    value: ({ phrasing }) => share(phrasing.turns),
    from: [5, 20],
    to: [42, 63],
  },
  {
    what: 'how far its intervals are from steps, thirds and fourths',
    criterion: 'direction',
    weight: 1.9,
    value: ({ notes }) => {
      const intervals = intervalsOf(notes)
      return intervals.length === 0 ? undefined : mean(intervals.map(({ size }) => effort(size)))
    },
    to: [0.3, 1.2],
  },
  {
    what: 'leaps answered by a turn, %',
    criterion: 'direction',
    weight: 1.1,
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
    weight: 1.8,
    value: ({ notes, phrasing }) =>
      (4 * runsOf(notes).filter(([from, to]) => to - from >= 3).length) / Math.max(1, phrasing.bars),
    from: [0.1, 2],
  },
  {
    what: 'notes in ideas that return, %',
    criterion: 'idea',
    weight: 1.7,
    value: ({ phrasing }) => share(phrasing.motifNotes),
    from: [-25, 16],
    to: [55, 100],
  },
  {
    what: 'arpeggios, in eight bars',
    criterion: 'idea',
    weight: 1.4,
    value: ({ explanation, phrasing }) =>
      (8 * explanation.devices.filter(({ device }) => device === 'arpeggio').length) /
      Math.max(1, phrasing.bars),
    from: [0.6, 3.7],
  },
  {
    what: 'bars that are copies of another, %',
    criterion: 'idea',
    weight: 1.8,
    value: ({ notes, phrasing }) => copiedBars(notes, phrasing.bars),
    to: [20, 60],
  },
  {
    what: 'bars with an enclosure, %',
    criterion: 'idea',
    weight: 0.9,
    value: ({ phrasing }) => share(phrasing.enclosureBars),
    to: [40, 90],
  },
  {
    what: 'half steps from the lowest to the highest note',
    criterion: 'register',
    weight: 1.9,
    value: ({ notes }) => {
      const midis = notes.map(({ midi }) => midi)
      return Math.max(...midis) - Math.min(...midis)
    },
    from: [4.3, 13],
    to: [20, 34],
  },
  {
    what: 'intervals of more than a sixth, %',
    criterion: 'register',
    weight: 1.7,
    value: ({ notes }) => part(intervalsOf(notes), ({ size }) => Math.abs(size) > 9),
    to: [2, 16],
  },
  {
    what: 'half steps between neighbours, over silence too, at most',
    criterion: 'register',
    weight: 0.9,
    value: ({ notes }) =>
      Math.max(0, ...notes.slice(1).map(({ midi }, at) => Math.abs(midi - notes[at]!.midi))),
    to: [12, 24],
  },
  {
    what: 'where the highest note is, % of the line',
    criterion: 'register',
    weight: 1.3,
    value: ({ phrasing }) => 100 * phrasing.topAt,
    from: [6, 31],
  },
]

/** How much an interval asks of the ear: steps nothing, leaps more and more, over an octave most. */
const effort = (size: number): number => {
  const steps = Math.abs(size)
  if (steps <= 2) return steps === 0 ? 0.8 : 0
  if (steps <= 5) return 0.15 * (steps - 2)
  return steps <= 9 ? 0.3 * (steps - 3) : 2.2 + 0.3 * (steps - 10)
}

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
