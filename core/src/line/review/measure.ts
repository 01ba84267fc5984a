import { guideTones } from '../../theory/chord/chord.ts'
import type { Degree } from '../../theory/pitch/degree.ts'
import { QUARTER } from '../../theory/rhythm/ticks.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import { barStarts } from '../../tune/chart/chart.ts'
import { type AnalysedNote, barAt } from '../explain/analysedLine.ts'
import type { Explanation, Join } from '../explain/explanation.ts'
import { LEAP } from '../notes/limits.ts'
import type { Line } from '../notes/line.ts'
import { intervalsOf, longestRunOf, phrasesOf, shapesOf } from '../notes/shapes.ts'

/** Degrees on which a phrase can end. */
export const RESTING_DEGREES: readonly Degree[] = ['R', '3', 'b3', '5', '6', '13', '9']

/** A number of cases out of a total. */
export interface Share {
  readonly of: number
  readonly all: number
}

export const percent = ({ of, all }: Share): number => (all === 0 ? 100 : (100 * of) / all)

/** Everything that can be counted in a line: the figures by which lines are compared and reviewed. */
export interface Measures {
  readonly notes: number
  readonly bars: number
  /** Notes on strong beats that are chord tones or delay one. */
  readonly strongTones: Share
  readonly tones: Share
  readonly outside: Share
  /** Notes outside the scale that are resolved by step within two notes. */
  readonly resolved: Share
  readonly joinsByStep: Share
  readonly joinsIntoGuides: Share
  readonly steps: Share
  readonly thirds: Share
  readonly larger: Share
  readonly same: Share
  /** Leaps of a sixth or more that turn back, belong to an arpeggio, or start a phrase. */
  readonly leaps: Share
  /** Turning points in two bars. */
  readonly turns: number
  readonly longestRun: number
  /** Four-note shapes that occur more than twice. */
  readonly repeatedShapes: number
  readonly devices: number
  /** The longest stretch without a rest, in bars. */
  readonly longestPhrase: number
  readonly restingEnds: Share
}

const share = <T>(items: readonly T[], fits: (item: T, index: number) => boolean): Share => ({
  of: items.filter(fits).length,
  all: items.length,
})

/** Whether a note outside the scale is resolved: one of the next two notes is a step away and inside. */
export const isResolved = (notes: readonly AnalysedNote[], index: number): boolean => {
  const note = notes[index]!
  return [notes[index + 1], notes[index + 2]].some(
    (next) => next !== undefined && (next.isScale || next.isTone) && Math.abs(next.midi - note.midi) <= 2,
  )
}

/** Whether a leap to a note turns back, or stays among the tones of one chord. */
export const isAnswered = (notes: readonly AnalysedNote[], to: number): boolean => {
  const [before, note, next] = [notes[to - 1]!, notes[to]!, notes[to + 1]]
  if (before.isTone && note.isTone && before.chord === note.chord) return true
  return (
    !next || next.start > note.end || Math.sign(next.midi - note.midi) !== Math.sign(note.midi - before.midi)
  )
}

const turningPoints = (notes: readonly AnalysedNote[]): number => {
  let turns = 0
  let way = 0
  for (const { size } of intervalsOf(notes)) {
    const next = Math.sign(size)
    if (next !== 0 && way !== 0 && next !== way) turns += 1
    if (next !== 0) way = next
  }
  return turns
}

/** Whether a change of chord is connected to a guide tone of the new chord. */
const leadsIntoGuide = ({ spans }: Analysis, { chord, toDegree }: Join): boolean =>
  guideTones(spans[chord]!.chord).some(({ degree }) => degree === toDegree)

/** Counts what can be counted in an analysed line. */
export const measureLine = (
  analysis: Analysis,
  line: Line,
  notes: readonly AnalysedNote[],
  explanation: Explanation,
): Measures => {
  const starts = barStarts(analysis.chart)
  const bars =
    notes.length === 0
      ? 0
      : barAt(starts, notes.at(-1)!.start) - barAt(starts, Math.max(0, notes[0]!.start)) + 1
  const intervals = intervalsOf(notes)
  const early = ({ index }: AnalysedNote) => explanation.notes[index]!.role === 'anticipation'
  const outside = notes.filter((note) => !note.isScale && !note.isTone && !note.coming && !early(note))
  const phrases = phrasesOf(notes)
  const leaps = intervals.filter(({ size }) => Math.abs(size) >= LEAP)
  const { joins } = explanation
  const run = longestRunOf(notes)
  return {
    notes: line.notes.length,
    bars,
    strongTones: share(
      notes.filter(({ strength }) => strength === 2),
      ({ isTone, index }) => isTone || explanation.notes[index]!.role === 'delay',
    ),
    tones: share(notes, (note) => note.isTone || early(note)),
    outside: { of: outside.length, all: notes.length },
    resolved: share(outside, ({ index }) => isResolved(notes, index)),
    joinsByStep: share(joins, ({ semitones }) => semitones !== 0 && Math.abs(semitones) <= 2),
    joinsIntoGuides: share(joins, (join) => leadsIntoGuide(analysis, join)),
    steps: share(intervals, ({ size }) => Math.abs(size) === 1 || Math.abs(size) === 2),
    thirds: share(intervals, ({ size }) => Math.abs(size) === 3 || Math.abs(size) === 4),
    larger: share(intervals, ({ size }) => Math.abs(size) >= 5),
    same: share(intervals, ({ size }) => size === 0),
    leaps: share(leaps, ({ to }) => isAnswered(notes, to)),
    turns: bars === 0 ? 0 : (2 * turningPoints(notes)) / bars,
    longestRun: notes.length === 0 ? 0 : run[1] - run[0] + 1,
    repeatedShapes: [...shapesOf(notes).values()].filter((places) => places.length > 2).length,
    devices: new Set([
      ...explanation.devices.map(({ device }) => device),
      ...explanation.notes.flatMap(({ device }) => device ?? []),
    ]).size,
    longestPhrase: Math.max(
      0,
      ...phrases.map(([from, to]) => (notes[to]!.end - notes[from]!.start) / barLength(analysis)),
    ),
    restingEnds: share(phrases, ([, last]) => RESTING_DEGREES.includes(explanation.notes[last]!.degree)),
  }
}

const barLength = ({ chart }: Analysis): number => (chart.meter.beats * 4 * QUARTER) / chart.meter.unit
