import { analyseChart } from '../analysis/analyse.ts'
import { type Analysis, chordAt } from '../analysis/analysis.ts'
import { barStarts, stretchTicks } from '../chart/chart.ts'
import { guideTones } from '../chord/chord.ts'
import { ALTERATIONS, type Allowed, allowedOver, isDominant } from '../drill/allowed.ts'
import type { Exercise } from '../drill/exercise.ts'
import { type FreeLimits, type FreeMark, LANDINGS, type LimitRule } from '../drill/limits.ts'
import { limitsOf } from '../drill/rungs.ts'
import { explainLine } from '../explain/explain.ts'
import type { Explanation } from '../explain/explanation.ts'
import { barAt, type HeardNote, hearLine } from '../explain/heard.ts'
import { groundOf } from '../figures/ground.ts'
import type { Line } from '../line/line.ts'
import { phrasesOf } from '../line/shapes.ts'
import { spellNotes } from '../line/spell.ts'
import { quantise } from '../listen/quantise.ts'
import type { PlayedNote, Take } from '../listen/take.ts'
import { degreeSemitones } from '../pitch/degree.ts'
import { isResolved } from '../review/measure.ts'
import { unswung } from '../rhythm/swing.ts'
import { EIGHTH, msToTicks, QUARTER, type Ticks } from '../rhythm/ticks.ts'
import type { Judged } from './judged.ts'

/** Something that a mark counts: where it is, and how well it went, 0 to 1. */
export interface Point {
  /** Bar of the tune, from 0. */
  readonly bar: number
  readonly good: number
}

/** A free exercise understood: its changes, its limits, and what is allowed over each chord. */
interface FreeGround {
  readonly analysis: Analysis
  readonly limits: FreeLimits
  readonly allowed: readonly Allowed[]
  readonly start: Ticks
  readonly end: Ticks
  readonly starts: readonly Ticks[]
}

const grounds = new WeakMap<Exercise, FreeGround>()

const groundFor = (exercise: Exercise): FreeGround => {
  const known = grounds.get(exercise)
  if (known) return known
  const { spec, free } = exercise
  const limits = limitsOf(spec.rung, spec.variant)
  if (!free || !limits) throw new Error(`the rung ${spec.rung} has no limits`)
  const analysis = analyseChart(free.chart, free.readings)
  const ground: FreeGround = {
    analysis,
    limits,
    allowed: allowedOver(analysis, spec.stretch, limits.notes),
    ...stretchTicks(analysis.chart, spec.stretch),
    starts: barStarts(analysis.chart),
  }
  grounds.set(exercise, ground)
  return ground
}

/** Whether a pitch is allowed at a tick; one struck at the end of a chord and held into the next belongs to either. */
const isAllowed = ({ analysis, allowed }: FreeGround, midi: number, tick: Ticks): boolean => {
  const { index, end } = chordAt(analysis, tick)
  const holds = (chord: number) => allowed[chord]?.[((midi % 12) + 12) % 12] ?? true
  return holds(index) || (end - tick <= EIGHTH && holds(index + 1))
}

/** What a note of a free exercise is at once: allowed over its chord, or not. The same live and at the end. */
export const judgeFree = (exercise: Exercise, note: PlayedNote, played: number): Judged => {
  const ground = groundFor(exercise)
  const tick = ground.start + unswung(msToTicks(note.onsetMs, exercise.spec.tempo), exercise.swing)
  // Where it will be written: the nearest eighth.
  const place = Math.round(tick / EIGHTH) * EIGHTH
  return {
    verdict: isAllowed(ground, note.midi, place) ? 'right' : 'wrong',
    played,
    midi: note.midi,
    onsetMs: note.onsetMs,
  }
}

/** A take of a free exercise as a line, written on its grid. */
const lineOf = (ground: FreeGround, exercise: Exercise, notes: readonly PlayedNote[]): Line =>
  spellNotes(
    ground.analysis,
    quantise(notes, {
      bpm: exercise.spec.tempo,
      swing: exercise.swing,
      grid: ground.limits.grid ?? 'eighths',
      start: ground.start,
      end: ground.end,
    }),
  )

/** A line with all that the marks look at. */
interface Sounded extends FreeGround {
  readonly line: Line
  readonly notes: readonly HeardNote[]
  readonly explanation: Explanation
}

const yes = (good: boolean): number => (good ? 1 : 0)
const barOf = ({ starts }: FreeGround, tick: Ticks): number => barAt(starts, tick)
const spansOf = ({ analysis, start, end }: FreeGround) =>
  analysis.spans.filter((span) => span.start >= start && span.start < end && span.chord.tones.length > 0)
const barsOf = ({ starts, start, end }: FreeGround) =>
  starts
    .slice(0, -1)
    .flatMap((from, bar) => (from >= start && from < end ? [{ bar, from, to: starts[bar + 1]! }] : []))

const OCTAVE = 12
const alteredOver = ({ ground }: HeardNote, midi: number): boolean =>
  ALTERATIONS.some((degree) => (midi - ground.root - degreeSemitones(degree)) % OCTAVE === 0)

/** The window of so many half steps that most notes lie in, by its lowest. */
const bestWindow = (notes: readonly HeardNote[], halfSteps: number): number =>
  notes.reduce(
    (best, { midi: low }) => {
      const count = notes.filter(({ midi }) => midi >= low && midi <= low + halfSteps).length
      return count > best.count ? { low, count } : best
    },
    { low: 0, count: -1 },
  ).low

const places = ({ start, end }: FreeGround, ticks: Ticks): readonly Ticks[] =>
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
      good: yes(here.notes.some(({ start, end }) => start <= span.start && end > span.start)),
    })),
  perBar: (here, { most }) =>
    barsOf(here).map(({ bar, from, to }) => {
      const count = here.notes.filter(({ start }) => start >= from && start < to).length
      return { bar, good: yes(count >= 1 && count <= most) }
    }),
  perChord: (here, { most }) =>
    spansOf(here).map((span) => {
      const pitches = new Set(here.notes.filter(({ chord }) => chord === span.index).map(({ midi }) => midi))
      return { bar: span.bar, good: yes(pitches.size <= most) }
    }),
  region: (here, { halfSteps }) => {
    const low = bestWindow(here.notes, halfSteps)
    return here.notes.map(({ midi, start }) => ({
      bar: barOf(here, start),
      good: yes(midi >= low && midi <= low + halfSteps),
    }))
  },
  near: (here, { halfSteps }) => {
    let octaves = 0
    return here.notes.slice(1).map(({ midi, start }, at) => {
      const size = Math.abs(midi - here.notes[at]!.midi)
      if (size === OCTAVE) octaves += 1
      return { bar: barOf(here, start), good: yes(size <= halfSteps || (size === OCTAVE && octaves === 1)) }
    })
  },
  shortest: (here, { ticks }) =>
    here.notes.map(({ start, end }) => ({ bar: barOf(here, start), good: yes(end - start >= ticks) })),
  unbroken: (here, { ticks }) =>
    places(here, ticks).map((tick) => ({
      bar: barOf(here, tick),
      good: yes(here.notes.some(({ start }) => start === tick)),
    })),
  perBeat: (here, { least }) =>
    places(here, QUARTER).map((tick) => ({
      bar: barOf(here, tick),
      good: yes(here.notes.filter(({ start }) => start >= tick && start < tick + QUARTER).length >= least),
    })),
  longTones: (here) =>
    here.notes
      .filter(({ start, end }) => end - start >= QUARTER)
      .map(({ start, isTone }) => ({ bar: barOf(here, start), good: yes(isTone) })),
  alterations: (here) =>
    spansOf(here)
      .filter(({ chord, index }) => isDominant(groundOf(chord, here.analysis.readings[index]!.scale)))
      .map((span) => ({
        bar: span.bar,
        good: yes(here.notes.some((note) => note.chord === span.index && alteredOver(note, note.midi))),
      })),
  outside: (here) => {
    const bars = barsOf(here)
    return bars
      .filter((_, at) => at % 4 === 0)
      .map(({ bar, from }, at) => {
        const to = bars[at * 4 + 4]?.from ?? here.end
        const out = here.notes.some(
          (note) => note.start >= from && note.start < to && !note.isScale && !note.isTone,
        )
        return { bar, good: yes(out) }
      })
  },
}

/** The notes that are allowed, and each rule by itself: the worst of them is the mark. */
const limitPoints = (here: Sounded): readonly (readonly Point[])[] => [
  here.notes.map(({ midi, start }) => ({
    bar: barOf(here, start),
    good: yes(isAllowed(here, midi, start)),
  })),
  ...(here.limits.rules ?? []).map((rule) =>
    (RULES[rule.rule] as Counter<typeof rule.rule>)(here, rule as never),
  ),
]

/** What a bar is like: where its notes begin, and how it moves. */
const shapeOf = (notes: readonly HeardNote[], from: Ticks): string =>
  notes.map(({ start, midi }) => `${start - from}:${midi - notes[0]!.midi}`).join(' ')

/** What each mark counts. */
const MARKS: Readonly<Record<FreeMark, (here: Sounded) => readonly Point[]>> = {
  strong: (here) =>
    here.notes
      .filter(({ strength }) => strength === 2)
      .map(({ isTone, index, start }) => ({
        bar: barOf(here, start),
        good: yes(isTone || here.explanation.notes[index]!.role === 'delay'),
      })),
  joins: (here) =>
    spansOf(here)
      .slice(1)
      .map((span) => {
        const join = here.explanation.joins.find(({ chord }) => chord === span.index)
        const held = here.notes.some(({ heldInto }) => heldInto === span.index)
        if (held) return { bar: span.bar, good: 1 }
        if (!join || Math.abs(join.semitones) > 2) return { bar: span.bar, good: 0 }
        const guide = guideTones(span.chord).some(({ degree }) => degree === join.toDegree)
        const tone = span.chord.tones.some(({ degree }) => degree === join.toDegree)
        return { bar: span.bar, good: guide ? 1 : tone ? 0.5 : 0 }
      }),
  home: (here) =>
    here.notes
      .filter(({ isScale, isTone, coming }) => !isScale && !isTone && !coming)
      .map(({ index, start }) => ({ bar: barOf(here, start), good: yes(isResolved(here.notes, index)) })),
  space: (here) => {
    const most = (here.limits.phraseBars ?? 4) * (here.starts[1]! - here.starts[0]!)
    const last = here.notes.at(-1)
    const phrases = phrasesOf(here.notes).map(([from, to]) => ({
      bar: barOf(here, here.notes[from]!.start),
      good: yes(here.notes[to]!.end - here.notes[from]!.start <= most),
    }))
    // The end is left open.
    return last
      ? [...phrases, { bar: barOf(here, last.start), good: yes(last.end <= here.end - QUARTER) }]
      : []
  },
  variety: (here) => {
    const seen = new Map<string, number>()
    return barsOf(here).flatMap(({ bar, from, to }) => {
      const notes = here.notes.filter(({ start }) => start >= from && start < to)
      if (notes.length < 2) return []
      const shape = shapeOf(notes, from)
      const count = (seen.get(shape) ?? 0) + 1
      seen.set(shape, count)
      // Said once and answered once is a motif; a third time is a habit.
      return [{ bar, good: yes(count <= 2) }]
    })
  },
  landing: (here) =>
    phrasesOf(here.notes).map(([, last]) => ({
      bar: barOf(here, here.notes[last]!.start),
      good: yes(LANDINGS.includes(here.explanation.notes[last]!.degree)),
    })),
}

/** The points behind each mark that the rung asks for, in groups: a mark is as good as its worst group. */
export type FreePoints = Readonly<Partial<Record<FreeMark | 'limits', readonly (readonly Point[])[]>>>

export interface FreeJudgement {
  readonly points: FreePoints
  /** The share of the joins that counts as all of them. */
  readonly joinShare: number
  /** The take as a line at concert pitch: what was graded. */
  readonly line: Line
}

/** What the limits of a free rung say of a take: it is written on the rung's grid, explained, and counted mark by mark. */
export const judgeTake = (exercise: Exercise, take: Take): FreeJudgement => {
  const ground = groundFor(exercise)
  const notes = take.notes.map((note) => ({ ...note, onsetMs: note.onsetMs - take.latencyMs }))
  const line = lineOf(ground, exercise, notes)
  const here: Sounded = {
    ...ground,
    line,
    notes: hearLine(ground.analysis, line),
    explanation: explainLine(ground.analysis, line),
  }
  return {
    points: {
      limits: limitPoints(here),
      ...Object.fromEntries((ground.limits.marks ?? []).map((mark) => [mark, [MARKS[mark](here)]] as const)),
    },
    joinShare: ground.limits.joins ?? 1,
    line,
  }
}
