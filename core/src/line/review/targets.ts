import type { Measures } from './measure.ts'
import { percent, type Share } from './measure.ts'

/** What lines composed with the default brief should measure, over many of them. */
export interface Target {
  readonly what: string
  readonly least?: number
  readonly most?: number
  /** The figure over all lines. */
  readonly figure: (lines: readonly Measures[]) => number
}

const over =
  (share: (measures: Measures) => Share) =>
  (lines: readonly Measures[]): number =>
    percent(
      lines.reduce((sum, one) => ({ of: sum.of + share(one).of, all: sum.all + share(one).all }), {
        of: 0,
        all: 0,
      }),
    )

const shareOfLines =
  (fits: (measures: Measures) => boolean) =>
  (lines: readonly Measures[]): number =>
    (100 * lines.filter(fits).length) / lines.length

const mean =
  (share: (measures: Measures) => number) =>
  (lines: readonly Measures[]): number =>
    lines.reduce((sum, one) => sum + share(one), 0) / lines.length

/**
 * Common practice, no source; the numbers are a minimum for the ear, not its measure.
 *
 * @example TARGETS[0].least // 90
 */
export const TARGETS: readonly Target[] = [
  {
    what: 'chord tones on strong beats, or resolved delays, %',
    least: 90,
    figure: over((one) => one.strongTones),
  },
  { what: 'chord tones in all, %', least: 55, most: 80, figure: over((one) => one.tones) },
  { what: 'notes outside the scale, %', least: 6, most: 18, figure: over((one) => one.outside) },
  { what: 'of them led home within two notes, %', least: 100, figure: over((one) => one.resolved) },
  { what: 'changes joined by half or whole step, %', least: 85, figure: over((one) => one.joinsByStep) },
  { what: 'changes joined into a 3 or 7, %', least: 60, figure: over((one) => one.joinsIntoGuides) },
  { what: 'steps, % of intervals', least: 55, most: 75, figure: over((one) => one.steps) },
  { what: 'thirds, %', least: 18, most: 30, figure: over((one) => one.thirds) },
  { what: 'larger intervals, %', least: 5, most: 15, figure: over((one) => one.larger) },
  { what: 'the same note twice, %', most: 2, figure: over((one) => one.same) },
  { what: 'leaps of a sixth or more that are answered, %', least: 100, figure: over((one) => one.leaps) },
  { what: 'turning points in two bars, mean', least: 3, most: 6.5, figure: mean((one) => one.turns) },
  {
    what: 'lines without a run over nine notes, %',
    least: 100,
    figure: shareOfLines((one) => one.longestRun <= 9),
  },
  {
    what: 'four-note shapes used more than twice, a line',
    most: 0.5,
    figure: mean((one) => one.repeatedShapes),
  },
  {
    what: 'lines with six different devices or more, %',
    least: 100,
    figure: shareOfLines((one) => one.devices >= 6),
  },
  {
    what: 'lines with a breath at least every four bars, %',
    least: 100,
    figure: shareOfLines((one) => one.longestPhrase <= 4.5),
  },
  { what: 'phrases that end on 1 3 5 6 9, %', least: 90, figure: over((one) => one.restingEnds) },
]

/**
 * Whether a figure meets its target.
 *
 * @example keepsTo({ what: 'chord tones, %', least: 90, figure: () => 0 }, 92) // true
 */
export const keepsTo = ({ least, most }: Target, figure: number): boolean =>
  (least === undefined || figure >= least - 1e-9) && (most === undefined || figure <= most + 1e-9)
