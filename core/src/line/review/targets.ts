import { EIGHTH, QUARTER } from '../../theory/rhythm/ticks.ts'
import type { Line } from '../notes/line.ts'
import { percent, type Share } from './measure.ts'
import type { Phrasing } from './phrasing.ts'

/** A composed line as targets see it. */
export interface ReportedLine {
  readonly phrasing: Phrasing
  readonly line: Line
  /** Which of the charts it was written over, and at which tempo and style. */
  readonly chart: number
  readonly kind: 'ballad' | 'medium' | 'fast'
}

/** From, to: either may be left open. */
type Band = readonly [least: number | undefined, most?: number | undefined]

/** What composed lines should measure, over many of them. */
export interface Target {
  readonly what: string
  readonly solo?: Band
  readonly eighths?: Band
  /** The figure over all lines. */
  readonly figure: (lines: readonly ReportedLine[]) => number
}

type Lines = readonly ReportedLine[]

const over =
  (share: (phrasing: Phrasing) => Share) =>
  (lines: Lines): number =>
    percent(
      lines.reduce(
        (sum, { phrasing }) => ({ of: sum.of + share(phrasing).of, all: sum.all + share(phrasing).all }),
        { of: 0, all: 0 },
      ),
    )

const perBar =
  (count: (phrasing: Phrasing) => number, bars = 1) =>
  (lines: Lines): number =>
    (bars * lines.reduce((sum, { phrasing }) => sum + count(phrasing), 0)) /
    lines.reduce((sum, { phrasing }) => sum + phrasing.bars, 0)

const linesWith =
  (fits: (phrasing: Phrasing) => boolean) =>
  (lines: Lines): number =>
    (100 * lines.filter(({ phrasing }) => fits(phrasing)).length) / lines.length

const quantile = (values: readonly number[], at: number): number =>
  [...values].sort((a, b) => a - b)[Math.floor(at * (values.length - 1))] ?? 0

const rests = (lines: Lines) => lines.flatMap(({ phrasing }) => phrasing.rests)
const restsOf =
  (beats: number) =>
  (lines: Lines): number =>
    (100 * rests(lines).filter((rest) => rest >= beats * QUARTER).length) / Math.max(1, rests(lines).length)

const lengths = (lines: Lines): readonly number[] =>
  lines.flatMap(({ phrasing }) => phrasing.phrases.map(({ start, end }) => (end - start) / QUARTER))

/** The share of phrases that begin a number of eighths before a bar line, in 4/4. */
const pickups =
  (eighths: number) =>
  (lines: Lines): number => {
    const begins = lines.flatMap(({ phrasing }) => phrasing.begins)
    return (100 * begins.filter((place) => place === 8 - eighths).length) / Math.max(1, begins.length)
  }

/** Places in the bar where at least a fiftieth of the phrases begin. */
const places = (lines: Lines): number => {
  const begins = lines.flatMap(({ phrasing }) => phrasing.begins)
  const counts = new Map<number, number>()
  for (const place of begins) counts.set(place, (counts.get(place) ?? 0) + 1)
  return [...counts.values()].filter((count) => count >= begins.length / 50).length
}

const lastDegrees = (lines: Lines): ReadonlyMap<string, number> => {
  const counts = new Map<string, number>()
  for (const { phrasing } of lines) {
    const degree = phrasing.lastDegree.replace('b3', '3')
    counts.set(degree, (counts.get(degree) ?? 0) + 1)
  }
  return counts
}

const hasDoubleTime = ({ line: { notes } }: ReportedLine): boolean =>
  notes.some((_, at) =>
    [1, 2, 3].every((by) => {
      const [before, next] = [notes[at + by - 1], notes[at + by]]
      return before !== undefined && next !== undefined && next.start - before.start === EIGHTH / 2
    }),
  )

/** How often the commonest value comes among lines over the same chart, in percent of these lines; the mean of all charts. */
const commonest =
  (key: (line: ReportedLine) => string) =>
  (lines: Lines): number => {
    const charts = new Map<number, string[]>()
    for (const line of lines) charts.set(line.chart, [...(charts.get(line.chart) ?? []), key(line)])
    const shares = [...charts.values()].map((keys) => {
      const counts = new Map<string, number>()
      for (const one of keys) counts.set(one, (counts.get(one) ?? 0) + 1)
      return Math.max(...counts.values()) / keys.length
    })
    return (100 * shares.reduce((sum, share) => sum + share, 0)) / shares.length
  }

/** The share of pairs over one chart that have the same last bar. */
const sameLastBar = (lines: Lines): number => {
  let same = 0
  let pairs = 0
  lines.forEach((a, at) => {
    for (const b of lines.slice(at + 1)) {
      if (a.chart !== b.chart) continue
      pairs += 1
      if (lastBar(a) !== '' && lastBar(a) === lastBar(b)) same += 1
    }
  })
  return (100 * same) / Math.max(1, pairs)
}
const BAR = 4 * QUARTER
const lastBar = ({ line, phrasing }: ReportedLine): string =>
  line.notes
    .filter(({ start }) => start >= (phrasing.bars - 1) * BAR)
    .map(({ start, midi }) => `${start} ${midi}`)
    .join(' ')
const lastThree = ({ line }: ReportedLine): string =>
  line.notes
    .slice(-3)
    .map(({ midi }) => midi)
    .join(' ')

const density = (lines: Lines, kind: ReportedLine['kind']): number => {
  const some = lines.filter((line) => line.kind === kind)
  return some.length === 0 ? Number.NaN : perBar(({ notes }) => notes)(some)
}

/**
 * What composed lines should reach (common practice, no source; found by measuring lines that players wrote).
 *
 * @example TARGETS[0].solo // [18, 30]
 */
export const TARGETS: readonly Target[] = [
  { what: 'silence, % of time', solo: [18, 30], eighths: [4, 12], figure: over((one) => one.silence) },
  { what: 'rests of a beat or more, %', solo: [40], eighths: [20], figure: restsOf(1) },
  { what: 'rests of two beats or more, %', solo: [10], figure: restsOf(2) },
  // A breath inside a phrase; half steps and thirds as in the hand-written lines (61, 17 and 50 %), measured there.
  { what: 'rests of less than a beat, %', solo: [35], figure: (lines) => 100 - restsOf(1)(lines) },
  { what: 'half steps inside phrases, %', solo: [undefined, 28], figure: over((one) => one.halfSteps) },
  { what: 'thirds inside phrases, %', solo: [38], figure: over((one) => one.thirds) },
  {
    what: 'lines that begin on beat 1, %',
    solo: [undefined, 30],
    eighths: [undefined, 60],
    figure: linesWith((one) => one.beginsOnOne),
  },
  { what: 'places in the bar where phrases begin', solo: [7], eighths: [4], figure: places },
  ...[1, 2, 3, 4, 5].map((eighths) => ({
    what: `pickups of ${eighths} eighths, % of phrases`,
    solo: [5] as Band,
    figure: pickups(eighths),
  })),
  {
    what: 'beats of a phrase, 10th percentile',
    solo: [undefined, 3],
    eighths: [undefined, 6],
    figure: (lines) => quantile(lengths(lines), 0.1),
  },
  {
    what: 'beats of a phrase, 90th percentile',
    solo: [11],
    eighths: [20],
    figure: (lines) => quantile(lengths(lines), 0.9),
  },
  {
    what: 'phrases whose last note is on beat 3, %',
    solo: [undefined, 40],
    eighths: [undefined, 50],
    figure: over((one) => one.endsOnThree),
  },
  { what: 'phrases that end off the beat, %', solo: [35], eighths: [20], figure: over((one) => one.endsOff) },
  {
    what: 'lines that end on the 3rd, %',
    solo: [undefined, 50],
    eighths: [undefined, 50],
    figure: (lines) => (100 * (lastDegrees(lines).get('3') ?? 0)) / lines.length,
  },
  {
    what: 'degrees that a line in a hundred or more ends on',
    solo: [5],
    eighths: [5],
    figure: (lines) =>
      [...lastDegrees(lines).values()].filter((count) => count >= Math.max(1, lines.length / 100)).length,
  },
  {
    what: 'chord tones on strong beats, %',
    solo: [75, 88],
    eighths: [80, 92],
    figure: over((one) => one.strongTones),
  },
  {
    what: 'strong beats reached by a half step, %',
    solo: [35, 50],
    eighths: [35, 55],
    figure: over((one) => one.strongByHalfStep),
  },
  {
    what: 'strong beats left from the 7 up to the root, %',
    solo: [undefined, 4],
    eighths: [undefined, 4],
    figure: over((one) => one.sevenUp),
  },
  {
    what: 'arpeggios of four notes and more one way, in 8 bars',
    solo: [1, 2.5],
    eighths: [1, 3],
    figure: perBar((one) => one.arpeggios, 8),
  },
  {
    what: 'notes where the line turns, %',
    solo: [undefined, 35],
    eighths: [undefined, 38],
    figure: over((one) => one.turns),
  },
  {
    what: 'bars with an enclosure, %',
    solo: [18, 35],
    eighths: [20, 40],
    figure: over((one) => one.enclosureBars),
  },
  {
    what: 'lines with such bars three in a row, %',
    solo: [undefined, 0],
    eighths: [undefined, 0],
    figure: linesWith((one) => one.enclosuresInARow > 2),
  },
  {
    what: 'bars with an approach figure, %',
    solo: [45, 65],
    eighths: [50, 75],
    figure: over((one) => one.approachBars),
  },
  { what: 'different rhythms in 8 bars', solo: [6, 8], figure: perBar((one) => one.rhythms, 8) },
  {
    what: 'anticipations over the bar line, a bar',
    solo: [0.15, 0.35],
    eighths: [0, 0.2],
    figure: perBar((one) => one.anticipations),
  },
  { what: 'bars with a triplet, %', solo: [8, 22], figure: over((one) => one.tripletBars) },
  {
    what: 'notes in an idea that returns, %',
    solo: [15, 40],
    eighths: [8, 25],
    figure: over((one) => one.motifNotes),
  },
  {
    what: 'dominants whose 3 or altered notes sound, %',
    solo: [85],
    eighths: [90],
    figure: over((one) => one.dominants),
  },
  {
    what: 'half steps from the first note to the highest, median',
    solo: [7],
    eighths: [7],
    figure: (lines) =>
      quantile(
        lines.map(({ phrasing }) => phrasing.rise),
        0.5,
      ),
  },
  {
    what: 'lines whose highest note is after the first third, %',
    solo: [65],
    eighths: [65],
    figure: linesWith((one) => one.topAt > 1 / 3),
  },
  {
    what: 'lines with an idea moved to another chord, %',
    solo: [60],
    eighths: [40],
    figure: linesWith((one) => one.moved),
  },
  {
    what: 'chromatic notes with a reason, %',
    solo: [97],
    eighths: [97],
    figure: over((one) => one.chromatic),
  },
  {
    what: 'changes joined by step or a held note, %',
    solo: [85, 97],
    eighths: [90],
    figure: over((one) => one.joins),
  },
  {
    what: 'the ♭7 that falls to the next 3, %',
    solo: [70],
    eighths: [70],
    figure: over((one) => one.sevenToThree),
  },
  { what: 'outside notes resolved, %', solo: [98], eighths: [98], figure: over((one) => one.resolved) },
  {
    what: 'clashes held, in all',
    solo: [undefined, 0],
    eighths: [undefined, 0],
    figure: (lines) => lines.reduce((sum, { phrasing }) => sum + phrasing.clashes, 0),
  },
  {
    what: 'pairs over one chart with the same last bar, %',
    solo: [undefined, 3],
    eighths: [undefined, 3],
    figure: sameLastBar,
  },
  {
    what: 'lines over one chart with the same last three notes, %',
    solo: [undefined, 20],
    eighths: [undefined, 20],
    figure: commonest(lastThree),
  },
  {
    what: 'notes a bar at medium tempo, of those in ballads',
    solo: [1.33],
    figure: (lines) => density(lines, 'medium') / density(lines, 'ballad'),
  },
  {
    // Long notes and double time: what makes a ballad (common practice, no source).
    what: 'ballads with four sixteenths in a row, %',
    solo: [25, 75],
    figure: (lines) => {
      const ballads = lines.filter(({ kind }) => kind === 'ballad')
      return (100 * ballads.filter(hasDoubleTime).length) / Math.max(1, ballads.length)
    },
  },
]

/**
 * Whether a figure meets its band.
 *
 * @example keepsTo([90], 92) // true
 */
export const keepsTo = ([least, most]: Band, figure: number): boolean =>
  (least === undefined || figure >= least - 1e-9) && (most === undefined || figure <= most + 1e-9)
