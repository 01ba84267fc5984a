import { type ChordKind, chordKind } from '../../theory/chord/chord.ts'
import { type Degree, foreignDegree } from '../../theory/pitch/degree.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import { QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import { scaleDegreeAt } from '../../theory/scale/scale.ts'
import { type Analysis, chordAt } from '../../tune/analysis/analysis.ts'
import { barStarts, type ChordSpan } from '../../tune/chart/chart.ts'
import type { Line } from '../notes/line.ts'
import { spellNotes } from '../notes/spell.ts'

/** A note of a phrase, without a key: ticks from the phrase's first bar line, half steps above its first chord's root. */
interface PhraseNote {
  readonly at: Ticks
  readonly duration: Ticks
  /** From the root of the phrase's first chord, in the octave of the phrase's first note. */
  readonly semitones: number
  /** What it is in the chord that sounds there. */
  readonly degree: Degree
}

/**
 * A chord that a phrase goes over: ticks from its first bar line (negative if it started before), its kind, its root.
 */
interface PhraseChord {
  readonly at: Ticks
  readonly kind: ChordKind
  /** Half steps above the first chord's root, 0 to 11. */
  readonly above: number
}

/** Notes in degrees with the chords that they fit. */
export interface Phrase {
  readonly notes: readonly PhraseNote[]
  readonly chords: readonly PhraseChord[]
}

/**
 * Ticks of a bar: phrases are in 4/4.
 *
 * @example PHRASE_BAR // 1920
 */
export const PHRASE_BAR = 4 * QUARTER
/** A pickup is in the second half of the bar before. */
const PICKUP = 2 * QUARTER

/** The bar line on which a phrase begins, but for its pickup: the next one, if its first notes are late in their bar. */
export const downbeatOf = ({ notes }: Phrase): Ticks => {
  const [first, last] = [notes[0]?.at ?? 0, notes.at(-1)?.at ?? 0]
  return first >= PHRASE_BAR - PICKUP && first < PHRASE_BAR && last >= PHRASE_BAR ? PHRASE_BAR : 0
}

const rootOf = ({ chord }: ChordSpan): number => pitchClassOf(fifthsOf(chord.root))

const degreeAt = (analysis: Analysis, midi: number, tick: Ticks): Degree => {
  const span = chordAt(analysis, tick)
  const above = pitchClass(midi - rootOf(span))
  const tone = span.chord.tones.find(({ semitones }) => semitones === above)
  return (
    tone?.degree ??
    scaleDegreeAt(analysis.readings[span.index]!.scale, above) ??
    foreignDegree(
      above,
      span.chord.tones.some(({ degree }) => degree === '3'),
    )
  )
}

/** The chords that sound between two ticks; none if one of them is N.C. */
const chordsUnder = (analysis: Analysis, from: Ticks, to: Ticks): readonly ChordSpan[] => {
  const spans = analysis.spans.filter((span) => span.end > from && span.start < to)
  return spans.some(({ chord }) => chord.tones.length === 0) ? [] : spans
}

/**
 * Some notes of a line (first and last, both inside) as a phrase; undefined for none, or if no chord sounds.
 *
 * @example phraseFrom(analysis, line, 0, 3).notes.map(({ degree }) => degree) // ['R', 'b3', '5', 'b7']
 */
export const phraseFrom = (analysis: Analysis, line: Line, from: number, to: number): Phrase | undefined => {
  const notes = line.notes.slice(from, to + 1)
  const [first, last] = [notes[0], notes.at(-1)]
  if (!first || !last) return undefined
  const zero = barStarts(analysis.chart).findLast((start) => start <= first.start) ?? 0
  const spans = chordsUnder(analysis, first.start, last.start + last.duration)
  const root = spans[0] && rootOf(spans[0])
  if (root === undefined) return undefined
  const octave = first.midi - pitchClass(first.midi - root)
  return {
    notes: notes.map(({ start, duration, midi }) => ({
      at: start - zero,
      duration,
      semitones: midi - octave,
      degree: degreeAt(analysis, midi, start),
    })),
    chords: spans.map((span) => ({
      at: span.start - zero,
      kind: chordKind(span.chord),
      above: (rootOf(span) - root + 12) % 12,
    })),
  }
}

/**
 * The bars (from 0) of a tune over whose chords a phrase fits: the same kinds at the same intervals, changing at the
 * same times.
 *
 * @example phraseFits(analysis, phrase) // [0]
 */
export const phraseFits = (analysis: Analysis, phrase: Phrase): readonly number[] => {
  const { chords, notes } = phrase
  const [first, last] = [chords[0], notes.at(-1)]
  if (!first || !last) return []
  const { starts, changes } = changesOf(analysis)
  const [begins, ends] = [notes[0]!.at, last.at + last.duration]
  const bars: number[] = []
  // Bars and chords are passed through together: the first chord that still sounds where the phrase would begin.
  let sounding = 0
  for (let bar = 0; bar + 1 < starts.length; bar += 1) {
    const zero = starts[bar]!
    if (zero + ends > starts.at(-1)!) break
    while (sounding < changes.length && changes[sounding]!.end <= zero + begins) sounding += 1
    if (changes[sounding]?.kind !== first.kind) continue
    if (fitsAt(changes, sounding, chords, zero, zero + ends)) bars.push(bar)
  }
  return bars
}

/** A chord of a tune as phrases are compared with it. */
interface Change {
  readonly start: Ticks
  readonly end: Ticks
  /** Undefined where no chord sounds. */
  readonly kind: ChordKind | undefined
  readonly root: number
}

const known = new WeakMap<
  Analysis,
  { readonly starts: readonly Ticks[]; readonly changes: readonly Change[] }
>()

/** A tune's bar lines and chords, worked out once. */
const changesOf = (analysis: Analysis) => {
  const there = known.get(analysis)
  if (there) return there
  const made = {
    starts: barStarts(analysis.chart),
    changes: analysis.spans.map((span): Change => {
      const none = span.chord.tones.length === 0
      const { start, end } = span
      return { start, end, kind: none ? undefined : chordKind(span.chord), root: none ? 0 : rootOf(span) }
    }),
  }
  known.set(analysis, made)
  return made
}

/** Whether a phrase's chords are those of a tune from one of its chords on, up to the phrase's end and no further. */
const fitsAt = (
  changes: readonly Change[],
  from: number,
  chords: readonly PhraseChord[],
  zero: Ticks,
  until: Ticks,
): boolean => {
  const after = changes[from + chords.length]
  if (after && after.start < until) return false
  const root = changes[from]?.root ?? 0
  for (let at = 0; at < chords.length; at += 1) {
    const [there, asked] = [changes[from + at], chords[at]!]
    if (!there || there.start >= until || there.kind !== asked.kind) return false
    if (pitchClass(there.root - root) !== asked.above) return false
    if (at > 0 && there.start - zero !== asked.at) return false
  }
  return true
}

/**
 * A phrase over the chords of a bar (from 0) where it fits, its first note as near as possible to a pitch.
 *
 * @example phraseAt(analysis, phrase, 0, 62).notes[0].spelling // 'D4'
 */
export const phraseAt = (analysis: Analysis, phrase: Phrase, bar: number, near: number): Line => {
  const [first] = phrase.notes
  if (!first) return { notes: [] }
  const zero = barStarts(analysis.chart)[bar]!
  const root = rootOf(chordAt(analysis, zero + first.at))
  const octave = root + 12 * Math.round((near - root - first.semitones) / 12)
  return spellNotes(
    analysis,
    phrase.notes.map(({ at, duration, semitones }) => ({
      start: zero + at,
      duration,
      midi: octave + semitones,
    })),
  )
}

/**
 * The pitch of a phrase's first note with which the whole lies in the middle of what is comfortable.
 *
 * @example comfortableStart(phrase, { comfortLow: 58, comfortHigh: 82 })
 */
export const comfortableStart = (
  { notes }: Phrase,
  { comfortLow, comfortHigh }: { readonly comfortLow: number; readonly comfortHigh: number },
): number => {
  const heights = notes.map(({ semitones }) => semitones)
  const middle = (Math.min(...heights) + Math.max(...heights)) / 2
  return (comfortLow + comfortHigh) / 2 - middle + (heights[0] ?? 0)
}

/**
 * The bars (from 0) in which a line plays a phrase, note for note, in any octave.
 *
 * @example barsWith(analysis, phraseAt(analysis, phrase, 0, 62), phrase) // [0]
 */
export const barsWith = (analysis: Analysis, line: Line, phrase: Phrase): readonly number[] => {
  const starts = barStarts(analysis.chart)
  return phraseFits(analysis, phrase).filter((bar) => {
    const [first] = phrase.notes
    const at = line.notes.findIndex(({ start }) => start === starts[bar]! + first!.at)
    return (
      at >= 0 &&
      phrase.notes.every((note, index) => {
        const there = line.notes[at + index]
        const moved = note.semitones - first!.semitones
        return there?.start === starts[bar]! + note.at && there.midi - line.notes[at]!.midi === moved
      }) &&
      pitchClass(line.notes[at]!.midi - phraseAt(analysis, phrase, bar, 60).notes[0]!.midi) === 0
    )
  })
}
