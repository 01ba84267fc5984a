import type { Analysis } from '../../tune/analysis/analysis.ts'
import { type AnalysedNote, hearLine } from '../explain/analysedLine.ts'
import { explainNotes } from '../explain/explain.ts'
import type { Explanation } from '../explain/explanation.ts'
import type { Line } from '../notes/line.ts'
import { intervalsOf } from '../notes/shapes.ts'
import { percent } from './measure.ts'
import { type Phrasing, phrasingOf } from './phrasing.ts'

interface Measured {
  readonly notes: readonly AnalysedNote[]
  readonly explanation: Explanation
  readonly phrasing: Phrasing
}

/** Something in which lines differ. */
interface Measure {
  readonly id: MeasureId
  readonly value: (line: Measured) => number
  /** A difference that is heard. */
  readonly heard: number
}

export type MeasureId =
  | 'arpeggios'
  | 'steps'
  | 'runs'
  | 'chromatic'
  | 'strongTones'
  | 'enclosures'
  | 'density'
  | 'silence'
  | 'ideas'
  | 'range'

const share = (notes: readonly unknown[], some: readonly unknown[]): number =>
  notes.length === 0 ? 0 : (100 * some.length) / notes.length

const inEightBars = (count: number, { phrasing }: Measured): number =>
  (8 * count) / Math.max(1, phrasing.bars)

/** What is compared, and from which difference on it is heard (common practice, no source). */
const MEASURES: readonly Measure[] = [
  {
    id: 'arpeggios',
    value: (line) =>
      inEightBars(line.explanation.devices.filter(({ device }) => device === 'arpeggio').length, line),
    heard: 2,
  },
  {
    id: 'steps',
    value: ({ notes }) => {
      const intervals = intervalsOf(notes)
      return share(
        intervals,
        intervals.filter(({ size }) => Math.abs(size) <= 2),
      )
    },
    heard: 12,
  },
  {
    id: 'runs',
    value: (line) =>
      inEightBars(
        line.explanation.devices.filter(({ device }) => device === 'scaleRun' || device === 'halfStepRun')
          .length,
        line,
      ),
    heard: 2,
  },
  {
    id: 'chromatic',
    value: ({ notes }) =>
      share(
        notes,
        notes.filter(({ isScale, isTone }) => !isScale && !isTone),
      ),
    heard: 8,
  },
  { id: 'strongTones', value: ({ phrasing }) => percent(phrasing.strongTones), heard: 12 },
  { id: 'enclosures', value: ({ phrasing }) => percent(phrasing.enclosureBars), heard: 25 },
  { id: 'density', value: ({ notes, phrasing }) => notes.length / Math.max(1, phrasing.bars), heard: 1.2 },
  { id: 'silence', value: ({ phrasing }) => percent(phrasing.silence), heard: 12 },
  { id: 'ideas', value: ({ phrasing }) => percent(phrasing.motifNotes), heard: 20 },
  {
    id: 'range',
    value: ({ notes }) => {
      const midis = notes.map(({ midi }) => midi)
      return midis.length === 0 ? 0 : Math.max(...midis) - Math.min(...midis)
    },
    heard: 5,
  },
]

/** In what a line differs from those beside it. */
export interface Contrast {
  readonly measure: MeasureId
  readonly more: boolean
  /** This line's figure, and the others' on average. */
  readonly here: number
  readonly others: number
}

const MOST_TOLD = 2

/**
 * What sets each of several lines over the same bars apart from the others: at most two things for each, the plainest
 * first; nothing where no difference would be heard.
 *
 * @example contrastsOf(analysis, [line, line]) // [[], []]
 */
export const contrastsOf = (analysis: Analysis, lines: readonly Line[]): readonly (readonly Contrast[])[] => {
  const measured = lines.map((line): Measured => {
    const heard = hearLine(analysis, line)
    const explanation = explainNotes(heard, line)
    return { notes: heard.notes, explanation, phrasing: phrasingOf(heard.changes, heard.notes, explanation) }
  })
  return measured.map((line) =>
    MEASURES.flatMap(({ id, value, heard }) => {
      const rest = measured.filter((other) => other !== line)
      if (rest.length === 0) return []
      const here = value(line)
      const others = rest.reduce((sum, other) => sum + value(other), 0) / rest.length
      const plain = Math.abs(here - others) / heard
      return plain < 1 ? [] : [{ contrast: { measure: id, more: here > others, here, others }, plain }]
    })
      .sort((a, b) => b.plain - a.plain)
      .slice(0, MOST_TOLD)
      .map(({ contrast }) => contrast),
  )
}
