import { EIGHTH, QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import { aboveRoot, type Harmony, hasPitch, walkIn } from '../figures/harmony.ts'
import type { UnspelledNote } from '../notes/spell.ts'
import type { Phrase } from '../phrases/phrase.ts'

/** A change of the notes, at the pitch at which the phrase is laid out; undefined if it can't be done. */
export type NoteChange = (
  notes: readonly UnspelledNote[],
  harmonyOf: (note: UnspelledNote) => Harmony,
  /** The chosen note. */
  at: number,
) => readonly UnspelledNote[] | undefined

/** A change of notes and chords together; undefined if it can't be done. */
export type WholeChange = (phrase: Phrase) => Phrase | undefined

export const withPitch = (note: UnspelledNote, midi: number): UnspelledNote => ({ ...note, midi })

/** How many notes of a scale lie from one pitch to another, down as a negative number. */
export const stepsBetween = (scale: readonly boolean[], from: number, to: number): number => {
  const way = to >= from ? 1 : -1
  let steps = 0
  for (let midi = from + way; way * (to - midi) >= 0; midi += way) if (hasPitch(scale, midi)) steps += way
  return steps
}

/** A pitch moved by steps of a scale; one outside it keeps its distance from the scale note above it. */
const movedIn = ({ isScale }: Harmony, midi: number, steps: number): number => {
  if (hasPitch(isScale, midi)) return walkIn(isScale, midi, steps)
  const above = walkIn(isScale, midi, 1)
  return walkIn(isScale, above, steps) - (above - midi)
}

export const sequence =
  (steps: number): NoteChange =>
  (notes, harmonyOf) =>
    notes.map((note) => withPitch(note, movedIn(harmonyOf(note), note.midi, steps)))

export const shifted =
  (by: Ticks): NoteChange =>
  (notes) =>
    notes.map((note) => ({ ...note, start: note.start + by }))

/**
 * Eighths before the chosen note, each at a pitch found from it. They take the place of silence and of the end of longer
 * notes; what was struck there is left out, but for the chord's guide tones.
 */
export const ledInto =
  (...leads: readonly ((target: number, harmony: Harmony) => number)[]): NoteChange =>
  (notes, harmonyOf, at) => {
    const target = notes[at]
    if (!target) return undefined
    const from = target.start - leads.length * EIGHTH
    const before = notes.slice(0, at)
    const dropped = before.filter(({ start }) => start >= from)
    if (dropped.some((note) => hasPitch(harmonyOf(note).isGuide, note.midi))) return undefined
    return [
      ...before
        .filter(({ start }) => start < from)
        .map((note) => ({ ...note, duration: Math.min(note.duration, from - note.start) })),
      ...leads.map((lead, place) => ({
        start: from + place * EIGHTH,
        duration: EIGHTH,
        midi: lead(target.midi, harmonyOf(target)),
      })),
      ...notes.slice(at),
    ]
  }

/** The chosen note moved by octaves. */
export const octave =
  (by: number): NoteChange =>
  (notes, _harmonyOf, at) =>
    notes.map((note, place) => (place === at ? withPitch(note, note.midi + 12 * by) : note))

/** A note in the second half of the chosen one. */
export const splitWith =
  (pitch: (note: number, next: number | undefined, harmony: Harmony) => number): NoteChange =>
  (notes, harmonyOf, at) => {
    const note = notes[at]
    if (!note || note.duration < EIGHTH || (note.duration / 2) % (EIGHTH / 2) !== 0) return undefined
    const half = note.duration / 2
    return [
      ...notes.slice(0, at),
      { ...note, duration: half },
      {
        start: note.start + half,
        duration: half,
        midi: pitch(note.midi, notes[at + 1]?.midi, harmonyOf(note)),
      },
      ...notes.slice(at + 1),
    ]
  }

/** The notes in another rhythm: lengths that are repeated until each note has one; the last note keeps its length. */
export const inRhythm =
  (...lengths: readonly Ticks[]): NoteChange =>
  (notes) => {
    const [first] = notes
    if (!first) return undefined
    // A cell begins on a beat, or where eighths can stand.
    const grid = lengths.every((length) => length % EIGHTH === 0) ? EIGHTH : QUARTER
    let start = Math.floor(first.start / grid) * grid
    return notes.map((note, place) => {
      const duration = lengths[place % lengths.length]!
      const moved = { ...note, start, duration: place === notes.length - 1 ? note.duration : duration }
      start += duration
      return moved
    })
  }

/** Times and chords multiplied; undefined where a note or a chord would stand where none can. */
export const stretched =
  (by: number): WholeChange =>
  ({ notes, chords }) => {
    const fits =
      by > 1 ||
      (notes.every(({ at, duration }) => at % EIGHTH === 0 && duration % EIGHTH === 0) &&
        chords.every(({ at }, place) => place === 0 || (at * by) % QUARTER === 0))
    return fits
      ? {
          notes: notes.map((note) => ({ ...note, at: note.at * by, duration: note.duration * by })),
          chords: chords.map((chord) => ({ ...chord, at: chord.at * by })),
        }
      : undefined
  }

/** Where a lead-in comes from: a half step below, the scale note above. */
export const BELOW = (midi: number) => midi - 1
export const ABOVE = (midi: number, { isUpper }: Harmony) => walkIn(isUpper, midi, 1)

/** Half steps above a dominant's root and what they become, first choice and second (common practice, no source). */
const ALTERATIONS: ReadonlyMap<number, readonly [number, number]> = new Map([
  [2, [1, 3]],
  [5, [6, 8]],
  [7, [8, 6]],
  [9, [8, 6]],
])

/** The notes over dominants altered; undefined where there is none to alter. */
export const alteredNotes: NoteChange = (notes, harmonyOf) => {
  const made: UnspelledNote[] = []
  for (const note of notes) {
    const harmony = harmonyOf(note)
    const above = aboveRoot(harmony, note.midi)
    const choices = harmony.kind === 'dominant' ? ALTERATIONS.get(above) : undefined
    const pitches = choices?.map((one) => note.midi + one - above)
    const fresh = pitches?.find((midi) => midi !== made.at(-1)?.midi)
    made.push(fresh === undefined ? note : withPitch(note, fresh))
  }
  return made.every(({ midi }, at) => midi === notes[at]!.midi) ? undefined : made
}
