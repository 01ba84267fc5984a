import { type Degree, foreignDegree } from '../../theory/pitch/degree.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import { beatTicks, strongPlaces } from '../../theory/rhythm/meter.ts'
import { QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import { type ScaleId, scaleDegreeAt } from '../../theory/scale/scale.ts'
import { type Analysis, chordAt } from '../../tune/analysis/analysis.ts'
import { barStarts } from '../../tune/chart/chart.ts'
import { type ChangesWish, type PlayedChanges, playedChanges } from '../changes/playedChanges.ts'
import { type Harmony, harmonyOf, hasPitch } from '../figures/harmony.ts'
import type { Line, LineNote } from '../notes/line.ts'

/** A note with everything that can be read from its pitch and place; nothing about how it was made. */
export interface AnalysedNote {
  readonly index: number
  readonly midi: number
  readonly start: Ticks
  readonly end: Ticks
  readonly chord: number
  readonly harmony: Harmony
  /** 2 on a strong beat or at a change of chord, 1 on another beat, 0 off the beat. */
  readonly strength: 0 | 1 | 2
  readonly isTone: boolean
  readonly isGuide: boolean
  readonly isScale: boolean
  /** The coming chord, if the note is struck within a beat before it, is held into it and is one of its tones. */
  readonly heldInto?: number
  /** The harmony of that chord. */
  readonly heldOver?: Harmony
  /** For a note less than two beats before a change: the coming chord, if the note fits it better. */
  readonly coming?: { readonly chord: number; readonly harmony: Harmony }
}

/** What is the same for every line over an analysis; cached as long as the analysis. */
interface Terrain {
  readonly harmonies: readonly Harmony[]
  readonly starts: readonly Ticks[]
  /** For each bar: its strong beats, counted from its start, and the length of its beat. */
  readonly bars: readonly { readonly strong: readonly Ticks[]; readonly beat: Ticks }[]
}

const terrains = new WeakMap<Analysis, Terrain>()

const terrainOf = (analysis: Analysis): Terrain => {
  const known = terrains.get(analysis)
  if (known) return known
  const terrain = {
    harmonies: analysis.spans.map((span, index) => harmonyOf(span.chord, analysis.readings[index]!.scale)),
    starts: barStarts(analysis.chart),
    bars: analysis.chart.bars.map(({ meter }) => ({ strong: strongPlaces(meter), beat: beatTicks(meter) })),
  }
  terrains.set(analysis, terrain)
  return terrain
}

/** A line's notes over the changes as it plays them. */
export interface HeardLine extends PlayedChanges {
  readonly notes: readonly AnalysedNote[]
}

/** Reads every note over the changes that the line plays: the written ones, or other chords over a ii–V. */
export const hearLine = (analysis: Analysis, line: Line, wish?: ChangesWish): HeardLine => {
  const played = playedChanges(analysis, line.notes, wish)
  return { ...played, notes: analyseLine(played.changes, line) }
}

/** Reads every note over the changes as they are given. */
export const analyseLine = (analysis: Analysis, line: Line): readonly AnalysedNote[] => {
  const terrain = terrainOf(analysis)
  const { harmonies } = terrain
  return line.notes.map((note, index) => {
    const span = chordAt(analysis, note.start)
    const harmony = harmonies[span.index]!
    const next = analysis.spans[span.index + 1]
    const isPickup =
      next !== undefined &&
      next.start - note.start < 2 * QUARTER &&
      next.chord.tones.length > 0 &&
      !hasPitch(harmony.isScale, note.midi) &&
      hasPitch(harmonies[next.index]!.isScale, note.midi)
    return {
      index,
      midi: note.midi,
      start: note.start,
      end: note.start + note.duration,
      chord: span.index,
      harmony: harmony,
      strength: span.start === note.start ? 2 : strengthAt(terrain, note.start),
      isTone: hasPitch(harmony.isTone, note.midi),
      isGuide: hasPitch(harmony.isGuide, note.midi),
      isScale: hasPitch(harmony.isScale, note.midi),
      ...(isPickup ? { coming: { chord: next.index, harmony: harmonies[next.index]! } } : {}),
      ...(next !== undefined &&
      isHeldInto(note, next.start) &&
      hasPitch(harmonies[next.index]!.isTone, note.midi)
        ? { heldInto: next.index, heldOver: harmonies[next.index]! }
        : {}),
    }
  })
}

const isHeldInto = ({ start, duration }: LineNote, change: Ticks): boolean =>
  start < change && change - start <= QUARTER && start + duration > change

/**
 * The bar that contains a tick; the first for a pickup, the last after the end.
 *
 * @example barAt([0, 1920, 3840], 2000) // 1
 */
export const barAt = (starts: readonly Ticks[], tick: Ticks): number => {
  let low = 0
  let high = starts.length - 2
  while (low < high) {
    const middle = Math.ceil((low + high) / 2)
    if (starts[middle]! <= tick) low = middle
    else high = middle - 1
  }
  return low
}

const strengthAt = ({ starts, bars }: Terrain, tick: Ticks): 0 | 1 | 2 => {
  if (tick < 0) return tick % QUARTER === 0 ? 1 : 0
  const bar = barAt(starts, tick)
  const { strong, beat } = bars[bar]!
  const within = tick - starts[bar]!
  if (strong.includes(within)) return 2
  return within % beat === 0 ? 1 : 0
}

/** The degree of a pitch over a chord: as a chord tone, as a scale note, or else the plain name of the interval. */
export const degreeOver = (analysis: Analysis, chord: number, midi: number): Degree => {
  const span = analysis.spans[chord]!
  if (span.chord.tones.length === 0) return foreignDegree(midi)
  const above = pitchClass(midi - rootClass(analysis, chord))
  const tone = span.chord.tones.find(({ semitones }) => semitones === above)
  return (
    tone?.degree ??
    scaleDegreeAt(analysis.readings[chord]!.scale as ScaleId, above) ??
    foreignDegree(
      above,
      span.chord.tones.some(({ degree }) => degree === '3'),
    )
  )
}

const rootClass = (analysis: Analysis, chord: number): number => terrainOf(analysis).harmonies[chord]!.root
