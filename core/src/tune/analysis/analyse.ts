import { reason } from '../../outcome/reasons.ts'
import { type Chord, type ChordKind, chordKind } from '../../theory/chord/chord.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import { type Chart, type ChordSpan, chordSpans } from '../chart/chart.ts'
import type { Alternative, Analysis, ChordReading, Override, PatternSpan, Pivot } from './analysis.ts'
import { type Event, gatherEvents, keysFor, type ReadingKey } from './candidates.ts'
import { avoidDegrees, scaleFor, scaleReason } from './chordscale.ts'
import type { FunctionRow } from './functions.ts'
import { type Lattice, MOST_EXTRA_COST } from './lattice.ts'
import { namePatterns, PLAIN_FUNCTION, type Read, saysSpelling, spelledAs } from './naming.ts'
import { sweep } from './sweep.ts'

/**
 * Reads the changes: key, numeral, function and scale of each chord, patterns with their extent, and for each chord
 * the next best readings with their extra cost. One dynamic program over the chart weighs what each chord costs in a
 * key, what a change of key costs, and what the patterns (which may overlap) gain. Overrides are respected, and
 * everything else follows from them.
 * @param chart the chart, at any pitch
 * @param overrides the player's own readings of some chords
 * @returns the chart with one reading per chord, in playing order
 * @example analyseChart(chart).readings[0]?.numeral // 'ii'
 */
export const analyseChart = (chart: Chart, overrides: readonly Override[] = []): Analysis => {
  const spans = chordSpans(chart)
  const events = gatherEvents(spans)
  if (events.length === 0) return { chart, overrides, spans, readings: [], patterns: [] }
  const keys = keysFor(chart.key)
  const lattice = sweep(events, keys, chart.key, overrides)
  const chosen = trace(lattice, keys)
  const reads = openSus(vamps(inBlues(spelledReads(chosen, events, keys)), events), events)
  const patterns = namePatterns(reads, events)
  const inPattern = patternAt(patterns, spans.length)
  const readings = events.flatMap((event, at) => {
    const others = otherReadings(lattice, at, chosen[at]!)
    const alternatives = alternativesOf(others, event.chord, keys)
    const pivot = pivotAt(at, chosen, others, keys)
    return event.spans.map((span) =>
      readingOf(span, reads[at]!, inPattern[span.index], alternatives, pivot, overrides),
    )
  })
  return { chart, overrides, spans, readings, patterns }
}

/** A state of the best reading. */
interface Chosen {
  readonly key: number
  readonly row: FunctionRow
  /** The cost of the whole reading. */
  readonly total: number
}

/** The cheapest reading of all chords. */
const trace = (lattice: Lattice, keys: readonly ReadingKey[]): readonly Chosen[] => {
  const { ofKey, row, forward, backward, before } = lattice
  const last = ofKey.at(-1)!
  let state = last[0]!
  for (let other = state + 1; other < last[keys.length]!; other += 1)
    if (forward[other]! < forward[state]!) state = other
  const chosen: Chosen[] = []
  for (let at = ofKey.length - 1; at >= 0; at -= 1) {
    const states = ofKey[at]!
    const key = states.findLastIndex((start) => start <= state)
    chosen.push({ key, row: row[state]!, total: forward[state]! + backward[state]! })
    state = before[state]!
  }
  return chosen.reverse()
}

/** Each run of chords in one key is named after its first plainly spelled chord. */
const spelledReads = (
  chosen: readonly Chosen[],
  events: readonly Event[],
  keys: readonly ReadingKey[],
): readonly Read[] => {
  const reads: Read[] = []
  for (let from = 0; from < chosen.length; ) {
    const { key: keyNumber } = chosen[from]!
    let to = from
    while (chosen[to + 1]?.key === keyNumber) to += 1
    const run = chosen.slice(from, to + 1)
    const plain = run.findIndex(({ row }, at) => saysSpelling(events[from + at]!.chord, row))
    const home = keys[keyNumber]!.key
    const key = plain < 0 ? home : spelledAs(events[from + plain]!.chord, run[plain]!.row, home)
    for (const { row } of run) reads.push({ row, keyNumber, key })
    from = to + 1
  }
  return reads
}

/** In a key whose I is a dominant, the IV7 is stable too: both are Mixolydian (common practice, no source). */
const inBlues = (reads: readonly Read[]): readonly Read[] => {
  const blues = new Set(reads.filter(({ row }) => row.id === BLUES_TONIC).map(({ keyNumber }) => keyNumber))
  return reads.map((read) =>
    read.row.inBlues && blues.has(read.keyNumber)
      ? { ...read, row: { ...read.row, scale: read.row.inBlues } }
      : read,
  )
}

const BLUES_TONIC = 'blues_I'

/** A minor chord that stands alone for this many bars is Dorian, also as the i of its key (common practice, no source). */
const VAMP_BARS = 4

const vamps = (reads: readonly Read[], events: readonly Event[]): readonly Read[] =>
  reads.map((read, at) => {
    const bars = new Set(events[at]!.spans.map(({ bar }) => bar)).size
    return bars >= VAMP_BARS && read.row.scale === 'aeolian'
      ? { ...read, row: { ...read.row, scale: 'dorian' }, stands: 'scale.vamp' as const }
      : read
  })

/** A sus chord is Mixolydian, unless it goes on to a minor chord a fourth above, at once or after the same chord unsuspended. */
const openSus = (reads: readonly Read[], events: readonly Event[]): readonly Read[] =>
  reads.map((read, at) => {
    const { chord } = events[at]!
    if (chordKind(chord) !== 'sus' || read.row.scale !== 'phrygianDominant') return read
    const root = rootOf(chord)
    const next = events.slice(at + 1).find((event) => rootOf(event.chord) !== root)?.chord
    const toMinor =
      next && pitchClass(rootOf(next) - root) === FOURTH && MINOR_KINDS.includes(chordKind(next))
    return toMinor
      ? read
      : { ...read, row: { ...read.row, scale: 'mixolydian' }, stands: 'scale.sus' as const }
  })

const rootOf = ({ root }: Chord): number => pitchClassOf(fifthsOf(root))
const FOURTH = 5
const MINOR_KINDS: readonly ChordKind[] = ['minor', 'tonicMinor']

/** The pattern that names each chord: the longest one that contains it. */
const patternAt = (
  patterns: readonly PatternSpan[],
  chords: number,
): readonly (PatternSpan | undefined)[] => {
  const held: (PatternSpan | undefined)[] = new Array(chords)
  for (const pattern of patterns)
    for (let at = pattern.from; at <= pattern.to; at += 1) {
      const known = held[at]
      if (!known || pattern.to - pattern.from > known.to - known.from) held[at] = pattern
    }
  return held
}

interface Ranked {
  readonly key: number
  readonly row: FunctionRow
  readonly extraCost: number
}

/** The cheapest whole readings in which a chord has another key or another numeral, cheapest first. */
const otherReadings = (lattice: Lattice, at: number, chosen: Chosen): readonly Ranked[] => {
  const { ofKey, row, number, forward, backward } = lattice
  const states = ofKey[at]!
  const best: Ranked[] = []
  for (let key = 0; key + 1 < states.length; key += 1)
    for (let state = states[key]!; state < states[key + 1]!; state += 1) {
      const extraCost = Math.max(0, forward[state]! + backward[state]! - chosen.total)
      if (extraCost > MOST_EXTRA_COST || number[state]! < 0) continue
      const { numeral } = row[state]!
      if (key === chosen.key && numeral === chosen.row.numeral) continue
      const known = best.findIndex((other) => other.key === key && other.row.numeral === numeral)
      if (known < 0) best.push({ key, row: row[state]!, extraCost })
      else if (extraCost < best[known]!.extraCost) best[known] = { key, row: row[state]!, extraCost }
    }
  return best.sort((a, b) => a.extraCost - b.extraCost)
}

const MOST_ALTERNATIVES = 3

const alternativesOf = (
  others: readonly Ranked[],
  chord: Chord,
  keys: readonly ReadingKey[],
): readonly Alternative[] =>
  others.slice(0, MOST_ALTERNATIVES).map(({ key, row, extraCost }) => ({
    key: spelledAs(chord, row, keys[key]!.key),
    numeral: row.numeral,
    function: row.id,
    scale: scaleFor(chord, row.scale),
    extraCost,
  }))

/** The extra cost up to which a second reading makes the chord a pivot between two keys. */
const PIVOT_DEARER = 1.6

/** Where the key changes, a chord beside the change may have a place in both keys. */
const pivotAt = (
  at: number,
  chosen: readonly Chosen[],
  others: readonly Ranked[],
  keys: readonly ReadingKey[],
): Pivot | undefined => {
  const { key } = chosen[at]!
  const beside = [chosen[at - 1]?.key, chosen[at + 1]?.key].filter((other) => other !== key)
  const found = others.find(
    ({ key: other, row, extraCost }) =>
      extraCost <= PIVOT_DEARER && row.cost <= PLAIN_FUNCTION && beside.includes(other),
  )
  return found && { key: keys[found.key]!.key, numeral: found.row.numeral }
}

const readingOf = (
  span: ChordSpan,
  { row, key, stands }: Read,
  pattern: PatternSpan | undefined,
  alternatives: readonly Alternative[],
  pivot: Pivot | undefined,
  overrides: readonly Override[],
): ChordReading => {
  const own = overrides.find(
    (override) => override.scale !== undefined && span.index >= override.from && span.index <= override.to,
  )
  const scale = own?.scale ?? scaleFor(span.chord, row.scale)
  return {
    index: span.index,
    key,
    numeral: row.numeral,
    function: row.id,
    scale,
    why:
      stands && !own && scale === row.scale
        ? reason(stands)
        : scaleReason(span.chord, row, key, scale, own !== undefined),
    avoid: avoidDegrees(span.chord, scale),
    ...(pattern ? { pattern: pattern.id } : {}),
    ...(pivot ? { pivot } : {}),
    alternatives,
  }
}
