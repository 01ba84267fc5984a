import { chordPitchClasses } from '../../theory/chord/chord.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import { EIGHTH, QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import { scaleSemitones } from '../../theory/scale/scale.ts'
import { type Analysis, chordAt } from '../../tune/analysis/analysis.ts'
import type { Line, LineNote } from './line.ts'
import { repitchLine, spellNotes, type UnspelledNote } from './spell.ts'

/** An edit of one note of a line, by its index; an index outside the line changes nothing. */
export type NoteEdit = (analysis: Analysis, line: Line, index: number) => Line

const SHORTEST: Ticks = EIGHTH / 2

/** The line with some notes replaced, spelled again. */
const replaced = (
  analysis: Analysis,
  line: Line,
  from: number,
  count: number,
  notes: readonly UnspelledNote[],
): Line => spellNotes(analysis, [...line.notes.slice(0, from), ...notes, ...line.notes.slice(from + count)])

const edit =
  (change: (analysis: Analysis, note: LineNote, line: Line, index: number) => Line): NoteEdit =>
  (analysis, line, index) => {
    const note = line.notes[index]
    return note ? change(analysis, note, line, index) : line
  }

/** The pitch classes of the chord that sounds at a tick and of its scale. */
const scaleAt = (analysis: Analysis, tick: Ticks): readonly number[] => {
  const { chord, index } = chordAt(analysis, tick)
  if (chord.tones.length === 0) return []
  const root = pitchClassOf(fifthsOf(chord.root))
  const scale = scaleSemitones(analysis.readings[index]!.scale).map((step) => (root + step) % 12)
  return [...scale, ...chordPitchClasses(chord)]
}

/** The next note of the scale up (1) or down (-1); a half step where no chord sounds. */
const nextInScale = (analysis: Analysis, midi: number, tick: Ticks, direction: 1 | -1): number => {
  const scale = scaleAt(analysis, tick)
  for (let step = 1; step <= 4; step += 1)
    if (scale.includes(pitchClass(midi + direction * step))) return midi + direction * step
  return midi + direction
}

/** An edit of the notes from one index to another, both inside; indexes outside the line are ignored. */
export type RangeEdit = (analysis: Analysis, line: Line, from: number, to: number) => Line

/**
 * Each note edited separately, the last one first, so that the indexes stay valid.
 *
 * @example eachOf(splitNote)(analysis, line, 0, 1).notes.length // 11
 */
export const eachOf =
  (one: NoteEdit): RangeEdit =>
  (analysis, line, from, to) => {
    let edited = line
    for (let index = to; index >= from; index -= 1) edited = one(analysis, edited, index)
    return edited
  }

/**
 * The first note edited once for every note after it: all joined into one.
 *
 * @example joinAll(analysis, line, 0, 1).notes[0].duration // 960
 */
export const joinAll: RangeEdit = (analysis, line, from, to) => {
  let edited = line
  for (let index = from; index < Math.max(to, from + 1); index += 1) edited = joinNote(analysis, edited, from)
  return edited
}

/**
 * The last note edited.
 *
 * @example lastOf(lengthenedBy(-240))(analysis, line, 0, 1).notes[1].duration // 240
 */
export const lastOf =
  (one: NoteEdit): RangeEdit =>
  (analysis, line, _from, to) =>
    one(analysis, line, to)

const repitched =
  (move: (analysis: Analysis, note: LineNote) => number): RangeEdit =>
  (analysis, line, from, to) => {
    const pitches = new Map<number, number>()
    line.notes.forEach((note, index) => {
      if (index >= from && index <= to) pitches.set(index, inMidi(move(analysis, note)))
    })
    return pitches.size === 0 ? line : repitchLine(analysis, line, pitches)
  }

const inMidi = (midi: number): number => Math.min(127, Math.max(0, midi))

/**
 * Notes moved to the next scale note of their chord.
 *
 * @example movedByScale(1)(analysis, line, 0, 0).notes[0].spelling // 'E4'
 */
export const movedByScale = (direction: 1 | -1): RangeEdit =>
  repitched((analysis, { midi, start }) => nextInScale(analysis, midi, start, direction))

/**
 * Notes moved by half steps.
 *
 * @example movedBy(12)(analysis, line, 0, 0).notes[0].spelling // 'D5'
 */
export const movedBy = (semitones: number): RangeEdit => repitched((_, { midi }) => midi + semitones)

/**
 * The nearest chord tone or scale note; the lower of two equally near.
 *
 * @example snapped(analysis, 66, 0) // 65
 */
export const snapped = (analysis: Analysis, midi: number, tick: Ticks): number => {
  const scale = scaleAt(analysis, tick)
  const holds = (pitch: number) => scale.includes(pitchClass(pitch))
  for (let away = 0; away <= 6; away += 1) {
    if (holds(midi - away)) return midi - away
    if (holds(midi + away)) return midi + away
  }
  return midi
}

/** The notes that remain when a time is cleared: what sounds there ends or starts beside it, or is removed. */
const clearedFor = (line: Line, start: Ticks, end: Ticks): readonly UnspelledNote[] =>
  line.notes.flatMap((other): readonly UnspelledNote[] => {
    const otherEnd = other.start + other.duration
    if (otherEnd <= start || other.start >= end) return [other]
    const before = start - other.start
    if (before >= SHORTEST) return [{ ...other, duration: before }]
    return otherEnd - end >= SHORTEST && other.start >= start
      ? [{ ...other, start: end, duration: otherEnd - end }]
      : []
  })

/**
 * The line with a note at a time: what sounds there makes room.
 *
 * @example withNote(analysis, line, { start: 0, duration: 240, midi: 69 }).notes[0].spelling // 'A4'
 */
export const withNote = (analysis: Analysis, line: Line, note: UnspelledNote): Line =>
  spellNotes(
    analysis,
    [...clearedFor(line, note.start, note.start + note.duration), note].sort((a, b) => a.start - b.start),
  )

/**
 * The line with a rest at a time.
 *
 * @example withRest(analysis, line, 0, 480).notes[0].start // 480
 */
export const withRest = (analysis: Analysis, line: Line, start: Ticks, duration: Ticks): Line =>
  spellNotes(analysis, clearedFor(line, start, start + duration))

/**
 * A note longer or shorter by a number of ticks: longer into the next note, which starts later or is removed; shorter
 * leaves a rest.
 *
 * @example lengthenedBy(-240)(analysis, line, 0).notes[0].duration // 240
 */
export const lengthenedBy = (ticks: Ticks): NoteEdit =>
  edit((analysis, note, line, index) => {
    const duration = note.duration + ticks
    if (duration < SHORTEST) return line
    const end = note.start + duration
    const after = line.notes.slice(index + 1).flatMap((next) => {
      if (next.start >= end) return [next]
      const left = next.start + next.duration - end
      return left < SHORTEST ? [] : [{ ...next, start: end, duration: left }]
    })
    return spellNotes(analysis, [...line.notes.slice(0, index), { ...note, duration }, ...after])
  })

/**
 * A note struck twice in its time.
 *
 * @example splitNote(analysis, line, 0).notes.map(({ duration }) => duration).slice(0, 2) // [240, 240]
 */
export const splitNote: NoteEdit = edit((analysis, note, line, index) => {
  if (note.duration < 2 * SHORTEST) return line
  const half = note.duration / 2
  return replaced(analysis, line, index, 1, [
    { ...note, duration: half },
    { ...note, start: note.start + half, duration: half },
  ])
})

/** A note held through the one after it. */
export const joinNote: NoteEdit = edit((analysis, note, line, index) => {
  const next = line.notes[index + 1]
  if (!next) return line
  return replaced(analysis, line, index, 2, [{ ...note, duration: next.start + next.duration - note.start }])
})

/**
 * A rest instead of the note.
 *
 * @example removeNote(analysis, line, 0).notes.length // 8
 */
export const removeNote: NoteEdit = edit((analysis, _note, line, index) =>
  replaced(analysis, line, index, 1, []),
)

/**
 * Another note after it, a scale step up: in the rest that follows, or in the second half of its time.
 *
 * @example insertAfter(analysis, line, 0).notes.length // 10
 */
export const insertAfter: NoteEdit = edit((analysis, note, line, index) => {
  const end = note.start + note.duration
  const free = (line.notes[index + 1]?.start ?? end + EIGHTH) - end
  const midi = nextInScale(analysis, note.midi, note.start, 1)
  if (free >= SHORTEST)
    return replaced(analysis, line, index, 1, [note, { start: end, duration: Math.min(EIGHTH, free), midi }])
  if (note.duration < 2 * SHORTEST) return line
  const half = note.duration / 2
  return replaced(analysis, line, index, 1, [
    { ...note, duration: half },
    { start: note.start + half, duration: half, midi },
  ])
})

/**
 * A triplet over the note's beat: the note, the scale's note above it, and what came next on that beat, or the note again.
 *
 * @example tripleNote(analysis, line, 0).notes.map(({ duration }) => duration).slice(0, 3) // [160, 160, 160]
 */
export const tripleNote: NoteEdit = edit((analysis, note, line, index) => {
  if (note.start % QUARTER !== 0) return line
  const beatEnd = note.start + QUARTER
  const inside = line.notes.slice(index).filter(({ start }) => start < beatEnd)
  const last = inside.at(-1)!
  if (inside.length > 2 || last.start + last.duration > beatEnd) return line
  const third = QUARTER / 3
  const above = nextInScale(analysis, note.midi, note.start, 1)
  return replaced(
    analysis,
    line,
    index,
    inside.length,
    [note.midi, above, last.midi].map((midi, at) => ({
      start: note.start + at * third,
      duration: third,
      midi,
    })),
  )
})

/**
 * The line with another line's notes between two ticks; a note that would run into them ends there.
 *
 * @example withStretchFrom(analysis, line, { notes: [] }, 0, 1920).notes.length // 5
 */
export const withStretchFrom = (
  analysis: Analysis,
  line: Line,
  other: Line,
  start: Ticks,
  end: Ticks,
): Line => {
  const inside = ({ start: at }: LineNote) => at >= start && at < end
  const cut = (notes: readonly LineNote[], until: Ticks): readonly LineNote[] =>
    notes.map((note) =>
      note.start < until && note.start + note.duration > until
        ? { ...note, duration: until - note.start }
        : note,
    )
  const before = cut(
    line.notes.filter((note) => note.start < start),
    start,
  )
  const taken = cut(other.notes.filter(inside), end)
  const after = line.notes.filter((note) => note.start >= end)
  return spellNotes(analysis, [...before, ...taken, ...after])
}
