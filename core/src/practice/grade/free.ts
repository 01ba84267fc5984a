import { type AnalysedNote, analyseLine } from '../../line/explain/analysedLine.ts'
import { explainNotes } from '../../line/explain/explain.ts'
import { type Line, notesWithin } from '../../line/notes/line.ts'
import { phrasesOf } from '../../line/notes/shapes.ts'
import { spellNotes } from '../../line/notes/spell.ts'
import { isResolved } from '../../line/review/measure.ts'
import { guideTones } from '../../theory/chord/chord.ts'
import { unswung } from '../../theory/rhythm/swing.ts'
import { EIGHTH, msToTicks, QUARTER, type Ticks, ticksToMs } from '../../theory/rhythm/ticks.ts'
import type { Exercise } from '../drill/exercise.ts'
import { type FreeMark, LANDINGS, type LimitId } from '../drill/limits.ts'
import { passAt } from '../drill/loops.ts'
import { quantise } from '../listen/quantise.ts'
import type { PlayedNote, Take } from '../listen/take.ts'
import { type FreeHarmony, harmonyFor, isAllowed } from './freeHarmony.ts'
import { asShare, barOf, barsOf, limitPoints, type Point, type Sounded, spansOf } from './freeRules.ts'
import type { Judged } from './judged.ts'

/** The immediate verdict on a note of a free exercise: allowed over its chord, or not. The same live and at the end. */
export const judgeFree = (exercise: Exercise, note: PlayedNote, played: number): Judged => {
  const harmony = harmonyFor(exercise)
  const tick = harmony.start + unswung(msToTicks(note.onsetMs, exercise.spec.tempo), exercise.swing)
  // The nearest eighth, where it will be written.
  const place = Math.round(tick / EIGHTH) * EIGHTH
  return {
    verdict: isAllowed(harmony, note.midi, place) ? 'right' : 'wrong',
    played,
    midi: note.midi,
    onsetMs: note.onsetMs,
  }
}

/** Whether a note belongs to the player's line: in turns, what is played meanwhile in the soloist's doesn't. */
export const isInTurn = (exercise: Exercise, { onsetMs }: Pick<PlayedNote, 'onsetMs'>): boolean =>
  !passAt(exercise, msToTicks(onsetMs, exercise.spec.tempo)).listens

/** The player's turns, in ticks of the tune: all of the stretch, if nobody else plays. */
const turnsOf = (
  { free, length }: Exercise,
  { start, end }: FreeHarmony,
): readonly { readonly start: Ticks; readonly end: Ticks }[] => {
  const others = free?.soloist?.turns
  if (!others) return [{ start, end }]
  return others.flatMap((turn, at) => {
    const until = others[at + 1]?.start ?? length
    return until > turn.end ? [{ start: start + turn.end, end: start + until }] : []
  })
}

/** A take of a free exercise as a line, quantised to its grid turn by turn. */
const lineOf = (harmony: FreeHarmony, exercise: Exercise, notes: readonly PlayedNote[]): Line => {
  const { tempo } = exercise.spec
  const early = ticksToMs(QUARTER / 2, tempo)
  const turns = turnsOf(exercise, harmony).map(({ start, end }) => {
    const [fromMs, toMs] = [start, end].map((tick) => ticksToMs(tick - harmony.start, tempo)) as [
      number,
      number,
    ]
    const isWhole = start === harmony.start && end === harmony.end
    const own = notes.filter(({ onsetMs }) => isWhole || (onsetMs >= fromMs - early && onsetMs < toMs))
    return quantise(
      own.map((note) => ({ ...note, onsetMs: note.onsetMs - fromMs })),
      { bpm: tempo, swing: exercise.swing, grid: harmony.limits.grid ?? 'eighths', start, end },
    )
  })
  return spellNotes(harmony.analysis, turns.flat())
}

/** The profile of a bar: where its notes start, and how it moves. */
const shapeOf = (notes: readonly AnalysedNote[], from: Ticks): string =>
  notes.map(({ start, midi }) => `${start - from}:${midi - notes[0]!.midi}`).join(' ')

const hasTarget = ({ explanation }: Sounded, index: number): boolean =>
  explanation.notes[index]!.target !== undefined

/** What each mark counts. */
const MARKS: Readonly<Record<FreeMark, (here: Sounded) => readonly Point[]>> = {
  strong: (here) =>
    here.notes
      .filter(({ strength }) => strength === 2)
      .map(({ isTone, index, start }) => ({
        bar: barOf(here, start),
        good: asShare(isTone || here.explanation.notes[index]!.role === 'delay'),
      })),
  joins: (here) => {
    const joins = new Map(here.explanation.joins.map((join) => [join.chord, join]))
    const held = new Set(here.notes.map(({ heldInto }) => heldInto))
    const spans = spansOf(here)
    return spans.slice(1).map((span, at) => {
      const join = joins.get(span.index)
      // Over the same chord again nothing changes.
      const same = spans[at]!.chord.symbol === span.chord.symbol
      if (same || held.has(span.index)) return { bar: span.bar, good: 1 }
      if (!join || Math.abs(join.semitones) > 2) return { bar: span.bar, good: 0 }
      const guide = guideTones(span.chord).some(({ degree }) => degree === join.toDegree)
      const tone = span.chord.tones.some(({ degree }) => degree === join.toDegree)
      return { bar: span.bar, good: guide ? 1 : tone ? 0.5 : 0 }
    })
  },
  home: (here) =>
    here.notes
      .filter(({ isScale, isTone, coming }) => !isScale && !isTone && !coming)
      .map(({ index, start }) => ({
        bar: barOf(here, start),
        // Several in a row resolve together, by the step after the last one.
        good: asShare(isResolved(here.notes, index) || hasTarget(here, index)),
      })),
  space: (here) => {
    const most = (here.limits.phraseBars ?? 4) * (here.starts[1]! - here.starts[0]!)
    const last = here.notes.at(-1)
    const phrases = phrasesOf(here.notes).map(([from, to]) => ({
      bar: barOf(here, here.notes[from]!.start),
      good: asShare(here.notes[to]!.end - here.notes[from]!.start <= most),
    }))
    // The end is left open.
    return last
      ? [...phrases, { bar: barOf(here, last.start), good: asShare(last.end <= here.end - QUARTER) }]
      : []
  },
  variety: (here) => {
    const seen = new Map<string, number>()
    const inBar = new Map<number, AnalysedNote[]>()
    for (const note of here.notes) {
      const bar = barOf(here, note.start)
      inBar.set(bar, [...(inBar.get(bar) ?? []), note])
    }
    return barsOf(here).flatMap(({ bar, from }) => {
      const notes = inBar.get(bar) ?? []
      if (notes.length < 2) return []
      const shape = shapeOf(notes, from)
      const count = (seen.get(shape) ?? 0) + 1
      seen.set(shape, count)
      // Repeated once it is a motif; a third time it is a habit.
      return [{ bar, good: asShare(count <= 2) }]
    })
  },
  landing: (here) =>
    phrasesOf(here.notes).map(([, last]) => ({
      bar: barOf(here, here.notes[last]!.start),
      good: asShare(LANDINGS.includes(here.explanation.notes[last]!.degree)),
    })),
}

/** The points for each mark of the rung, in groups: a mark is as good as its worst group. */
export type FreePoints = Readonly<Partial<Record<FreeMark | 'limits', readonly (readonly Point[])[]>>>

export interface FreeJudgement {
  readonly points: FreePoints
  /** The name of each group of points of the limits. */
  readonly limitIds: readonly LimitId[]
  /** The share of connected changes that counts as all of them. */
  readonly joinShare: number
  /** The take as a line at concert pitch: what was graded. */
  readonly line: Line
}

const FOUR_BARS = 4
/** Rules that are counted over all turns together: once somewhere, or in every four bars. */
const OVER_ALL: readonly LimitId[] = ['outside', 'phrase']

/** The points for the limits, and for the marks: turn by turn, since nothing is joined to what the soloist played. */
const pointsOf = (exercise: Exercise, here: Sounded, limitIds: readonly LimitId[]): FreePoints => {
  const turns = turnsOf(exercise, here).map(({ start, end }): Sounded => soundedWithin(here, start, end))
  const whole = limitPoints(here)
  // Four bars that are all the soloist's ask nothing of the player.
  const isAsked = ({ bar }: Point) => {
    const [from, to] = [here.starts[bar]!, here.starts[bar + FOUR_BARS] ?? here.end]
    return turns.some(({ start, end }) => start < to && end > from)
  }
  const byTurn = turns.map((turn) => limitPoints(turn))
  return {
    limits: limitIds.map((id, at) =>
      OVER_ALL.includes(id) ? whole[at]!.filter(isAsked) : byTurn.flatMap((groups) => groups[at]!),
    ),
    ...Object.fromEntries(
      (here.limits.marks ?? []).map((mark) => [mark, [turns.flatMap((turn) => MARKS[mark](turn))]] as const),
    ),
  }
}

/** What was played from one tick to another, by itself. */
const soundedWithin = (here: Sounded, start: Ticks, end: Ticks): Sounded => {
  if (start === here.start && end === here.end) return here
  const line = { notes: notesWithin(here.line, start, end) }
  return { ...here, ...heardOf(here, line), start, end }
}

/** A line's notes over the exercise's own chords, whatever else they might be heard over, and what they do. */
const heardOf = ({ analysis }: FreeHarmony, line: Line): Pick<Sounded, 'line' | 'notes' | 'explanation'> => {
  const notes = analyseLine(analysis, line)
  return { line, notes, explanation: explainNotes({ changes: analysis, substitutes: [], notes }, line) }
}

/** Grades a free take by its rung's limits: it is quantised to the rung's grid, explained, and counted mark by mark. */
export const judgeTake = (exercise: Exercise, take: Take): FreeJudgement => {
  const harmony = harmonyFor(exercise)
  const notes = take.notes
    .map((note) => ({ ...note, onsetMs: note.onsetMs - take.latencyMs }))
    .filter((note) => isInTurn(exercise, note))
  const line = lineOf(harmony, exercise, notes)
  const limitIds: readonly LimitId[] = [
    'allowed',
    ...(harmony.limits.rules ?? []).map(({ rule }): LimitId => rule),
  ]
  const here: Sounded = { ...harmony, ...heardOf(harmony, line) }
  return {
    points: pointsOf(exercise, here, limitIds),
    limitIds,
    joinShare: harmony.limits.joins ?? 1,
    line,
  }
}
