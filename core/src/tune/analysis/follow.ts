import { type Fifths, fifthsOf, noteName, writtenRoot } from '../../theory/pitch/fifths.ts'
import { sameKey } from '../../theory/pitch/key.ts'
import type { Chart } from '../chart/chart.ts'
import { chordSpans } from '../chart/chart.ts'
import type { Analysis, Override } from './analysis.ts'

/**
 * The player's own readings after the chart was edited: those before and after the edit stay with their chords, those
 * that reach into it are dropped.
 *
 * @example
 * followOverrides(chart, copyBar(chart, 0), [{ from: 1, to: 1, scale: 'altered' }])
 * // [{ from: 2, to: 2, scale: 'altered' }]
 */
export const followOverrides = (
  before: Chart,
  after: Chart,
  overrides: readonly Override[],
): readonly Override[] => {
  if (overrides.length === 0) return overrides
  const symbols = (chart: Chart) => chordSpans(chart).map(({ chord }) => chord.symbol)
  const old = symbols(before)
  const now = symbols(after)
  let head = 0
  while (head < old.length && head < now.length && old[head] === now[head]) head += 1
  let tail = 0
  while (
    tail < old.length - head &&
    tail < now.length - head &&
    old[old.length - 1 - tail] === now[now.length - 1 - tail]
  )
    tail += 1
  const shift = now.length - old.length
  return overrides.flatMap((override) => {
    if (override.to < head) return [override]
    if (override.from >= old.length - tail)
      return [{ ...override, from: override.from + shift, to: override.to + shift }]
    return []
  })
}

/**
 * The readings with one added; older ones are replaced where they cover the same chords with the same kind of
 * reading.
 *
 * @example withOverride([], { from: 1, to: 1, scale: 'altered' }) // [{ from: 1, to: 1, scale: 'altered' }]
 */
export const withOverride = (overrides: readonly Override[], added: Override): readonly Override[] => {
  const overlaps = (override: Override) =>
    (added.key !== undefined && override.key !== undefined) ||
    (added.scale !== undefined && override.scale !== undefined)
  const kept = overrides.flatMap((override) => {
    if (!overlaps(override) || override.to < added.from || override.from > added.to) return [override]
    return [
      { ...override, to: added.from - 1 },
      { ...override, from: added.to + 1 },
    ].filter(({ from, to }) => from <= to)
  })
  return [...kept, added].sort((a, b) => a.from - b.from)
}

/**
 * The readings without those chords.
 *
 * @example withoutOverrides([{ from: 0, to: 1, scale: 'dorian' }], 1, 1) // [{ from: 0, to: 0, scale: 'dorian' }]
 */
export const withoutOverrides = (
  overrides: readonly Override[],
  from: number,
  to: number,
): readonly Override[] =>
  overrides.flatMap((override) =>
    override.to < from || override.from > to
      ? [override]
      : [
          { ...override, to: from - 1 },
          { ...override, from: to + 1 },
        ].filter((part) => part.from <= part.to),
  )

/**
 * The readings with their keys moved along the line of fifths, as far as their chart moves (see chartShift).
 *
 * @example
 * transposeOverrides([{ from: 0, to: 1, key: { tonic: 'C', mode: 'major' } }], 2)
 * // [{ from: 0, to: 1, key: { tonic: 'D', mode: 'major' } }]
 */
export const transposeOverrides = (overrides: readonly Override[], shift: Fifths): readonly Override[] =>
  overrides.map(({ key, ...rest }) =>
    key ? { ...rest, key: { ...key, tonic: noteName(writtenRoot(fifthsOf(key.tonic) + shift)) } } : rest,
  )

/**
 * The chords with the same symbol and the same function in the same key as one of them, in order: where the player
 * would want the same reading.
 *
 * @returns chord indexes, the one asked for among them
 * @example samePlaces(analysis, 2) // [2, 3]
 */
export const samePlaces = ({ spans, readings }: Analysis, index: number): readonly number[] => {
  const asked = readings[index]!
  return readings.flatMap((reading) =>
    spans[reading.index]!.chord.symbol === spans[index]!.chord.symbol &&
    reading.numeral === asked.numeral &&
    sameKey(reading.key, asked.key)
      ? [reading.index]
      : [],
  )
}
