import { type AnalysedNote, barAt } from '../../line/explain/analysedLine.ts'
import type { Explanation } from '../../line/explain/explanation.ts'
import { type DeviceId, devicesWhere } from '../../line/figures/devices.ts'
import { harmonyRead } from '../../line/figures/harmony.ts'
import type { Line } from '../../line/notes/line.ts'
import { degreeSemitones } from '../../theory/pitch/degree.ts'
import { OCTAVE } from '../../theory/pitch/interval.ts'
import { QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import { ALTERATIONS, isDominant } from '../drill/allowed.ts'
import { type LimitRule, STRETCH_OUTSIDE } from '../drill/limits.ts'
import { type FreeHarmony, isAllowed, isAt, isSame, type PlacedPhrase } from './freeHarmony.ts'

/** One item of a mark: where it is, and how well it went, 0 to 1. */
export interface Point {
  /** Bar of the tune, from 0. */
  readonly bar: number
  readonly good: number
}

/** A line with everything that the marks look at. */
export interface Sounded extends FreeHarmony {
  readonly line: Line
  readonly notes: readonly AnalysedNote[]
  readonly explanation: Explanation
}

export const asShare = (good: boolean): number => (good ? 1 : 0)
export const barOf = ({ starts }: FreeHarmony, tick: Ticks): number => barAt(starts, tick)
export const spansOf = ({ analysis, start, end }: FreeHarmony) =>
  analysis.spans.filter((span) => span.start >= start && span.start < end && span.chord.tones.length > 0)
export const barsOf = ({ starts, start, end }: FreeHarmony) =>
  starts
    .slice(0, -1)
    .flatMap((from, bar) => (from >= start && from < end ? [{ bar, from, to: starts[bar + 1]! }] : []))

const alteredOver = ({ harmony }: AnalysedNote, midi: number): boolean =>
  ALTERATIONS.some((degree) => (midi - harmony.root - degreeSemitones(degree)) % OCTAVE === 0)

/** The lowest note of the window, a number of half steps wide, with the most notes. */
const bestWindow = (notes: readonly AnalysedNote[], halfSteps: number): number =>
  notes.reduce(
    (best, { midi: low }) => {
      const count = notes.filter(({ midi }) => midi >= low && midi <= low + halfSteps).length
      return count > best.count ? { low, count } : best
    },
    { low: 0, count: -1 },
  ).low

const places = ({ start, end }: FreeHarmony, ticks: Ticks): readonly Ticks[] =>
  Array.from({ length: Math.ceil((end - start) / ticks) }, (_, at) => start + at * ticks)

type Counter<R extends LimitRule['rule']> = (
  sounded: Sounded,
  rule: Extract<LimitRule, { rule: R }>,
) => readonly Point[]

/** How each rule of a free rung is counted. */
const RULES: { readonly [R in LimitRule['rule']]: Counter<R> } = {
  atChanges: (here) =>
    spansOf(here).map((span) => ({
      bar: span.bar,
      good: asShare(here.notes.some(({ start, end }) => start <= span.start && end > span.start)),
    })),
  perBar: (here, { most }) => {
    const bars = barsOf(here)
    const counts = bars.map(
      ({ from, to }) => here.notes.filter(({ start }) => start >= from && start < to).length,
    )
    // The last bars may be silent.
    const played = counts.findLastIndex((count) => count > 0) + 1
    const asked = Math.max(played, bars.length - SILENT_AT_END)
    return bars
      .slice(0, asked)
      .map(({ bar }, at) => ({ bar, good: asShare(counts[at]! >= 1 && counts[at]! <= most) }))
  },
  perChord: (here, { most }) =>
    spansOf(here).map((span) => {
      const pitches = new Set(here.notes.filter(({ chord }) => chord === span.index).map(({ midi }) => midi))
      return { bar: span.bar, good: asShare(pitches.size <= most) }
    }),
  region: (here, { halfSteps }) => {
    const low = bestWindow(here.notes, halfSteps)
    return here.notes.map(({ midi, start }) => ({
      bar: barOf(here, start),
      good: asShare(midi >= low && midi <= low + halfSteps),
    }))
  },
  near: (here, { halfSteps }) => {
    let octaves = 0
    return here.notes.slice(1).map(({ midi, start }, at) => {
      const size = Math.abs(midi - here.notes[at]!.midi)
      if (size === OCTAVE) octaves += 1
      return {
        bar: barOf(here, start),
        good: asShare(size <= halfSteps || (size === OCTAVE && octaves === 1)),
      }
    })
  },
  shortest: (here, { ticks }) =>
    here.notes.map(({ start, end }) => ({ bar: barOf(here, start), good: asShare(end - start >= ticks) })),
  unbroken: (here, { ticks }) =>
    places(here, ticks).map((tick) => ({
      bar: barOf(here, tick),
      good: asShare(here.notes.some(({ start }) => start === tick)),
    })),
  perBeat: (here, { least }) =>
    places(here, QUARTER).map((tick) => ({
      bar: barOf(here, tick),
      good: asShare(
        here.notes.filter(({ start }) => start >= tick && start < tick + QUARTER).length >= least,
      ),
    })),
  longTones: (here) =>
    here.notes
      .filter(({ start, end }) => end - start >= QUARTER)
      .map(({ start, isTone }) => ({ bar: barOf(here, start), good: asShare(isTone) })),
  alterations: (here) =>
    spansOf(here)
      .filter(({ index }) => isDominant(harmonyRead(here.analysis, index)))
      .map((span) => ({
        bar: span.bar,
        good: asShare(here.notes.some((note) => note.chord === span.index && alteredOver(note, note.midi))),
      })),
  outside: (here) => {
    const bars = barsOf(here)
    return bars
      .filter((_, at) => at % 4 === 0)
      .map(({ bar, from }, at) => {
        const to = bars[at * 4 + 4]?.from ?? here.end
        return { bar, good: asShare(goesOut(here.notes.filter(({ start }) => start >= from && start < to))) }
      })
  },
  ornaments: (here, { bars: every }) => {
    const bars = barsOf(here)
    const ornamented = new Set(
      here.explanation.devices
        .filter(({ device }) => ORNAMENTS.includes(device))
        .flatMap(({ from, to }) => [from, to].map((index) => barOf(here, here.notes[index]!.start))),
    )
    return bars
      .filter((_, at) => at % every === 0)
      .map(({ bar }, at) => ({
        bar,
        good: asShare(bars.slice(at * every, (at + 1) * every).some((one) => ornamented.has(one.bar))),
      }))
  },
  phrase: (here) => {
    const shares = here.phrases.map((placed) => ({ bar: placed.bar, good: shareOf(placed, here.notes) }))
    const best = shares.reduce<Point | undefined>(
      (most, one) => (one.good > (most?.good ?? -1) ? one : most),
      undefined,
    )
    return best ? [best] : []
  },
}

/** What a path is decorated with: what goes around a target, and arpeggios. */
const ORNAMENTS: readonly string[] = [
  ...devicesWhere(({ found }) => found?.around !== undefined),
  'arpeggio' satisfies DeviceId,
]

/** How many bars at the end may be silent where every bar wants a note. */
const SILENT_AT_END = 2

/** Whether notes go outside for a stretch: a single passing note does not. */
const goesOut = (notes: readonly AnalysedNote[]): boolean => {
  let inARow = 0
  return notes.some((note, at) => {
    const before = notes[at - 1]
    const foreign = !note.isScale && !note.isTone
    const goesOn = before !== undefined && note.start - before.end < QUARTER
    inARow = foreign ? (goesOn ? inARow + 1 : 1) : 0
    return inARow >= STRETCH_OUTSIDE
  })
}

/** The share of a phrase that was played at its place, 0 to 1, in the octave with most of it. */
const shareOf = ({ notes }: PlacedPhrase, played: readonly AnalysedNote[]): number => {
  const counts = new Map<number, number>()
  for (const { start, midi } of notes) {
    const heard = played.find((one) => isAt(one.start, start))
    if (heard && isSame(heard.midi, midi))
      counts.set(heard.midi - midi, (counts.get(heard.midi - midi) ?? 0) + 1)
  }
  return Math.max(0, ...counts.values()) / notes.length
}

/** The allowed notes, and each rule separately: the worst of them is the mark. */
export const limitPoints = (here: Sounded): readonly (readonly Point[])[] => [
  here.notes.map(({ midi, start }) => ({
    bar: barOf(here, start),
    good: asShare(isAllowed(here, midi, start)),
  })),
  ...(here.limits.rules ?? []).map((rule) =>
    (RULES[rule.rule] as Counter<typeof rule.rule>)(here, rule as never),
  ),
]
