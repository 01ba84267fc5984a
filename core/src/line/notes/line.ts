import { type Fifths, simpleSpelling } from '../../theory/pitch/fifths.ts'
import { readPitch, spellPitch } from '../../theory/pitch/pitch.ts'
import { EIGHTH, QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'

/** A note at concert pitch. `spelling` is its written pitch, such as 'Bb4'. */
export interface LineNote {
  readonly start: Ticks
  readonly duration: Ticks
  readonly midi: number
  readonly spelling: string
}

/** One voice, its notes in order; rests are gaps. */
export interface Line {
  readonly notes: readonly LineNote[]
}

/** The line moved by half steps, respelled by the same interval on the line of fifths. */
export const transposeLine = (line: Line, semitones: number, fifths: Fifths): Line => ({
  notes: line.notes.map((note) => {
    const pitch = readPitch(note.spelling)
    const midi = note.midi + semitones
    const moved = (pitch?.fifths ?? 0) + fifths
    return { ...note, midi, spelling: spellPitch(midi, simpleSpelling(moved)) }
  }),
})

/** The notes that begin from `start` up to, not including, `end`. */
export const notesWithin = (line: Line, start: Ticks, end: Ticks): readonly LineNote[] =>
  line.notes.filter((note) => note.start >= start && note.start < end)

/** A line that begins earlier than this before a stretch has no pickup into it: the stretch is a part of the line. */
const LONGEST_PICKUP: Ticks = 5 * EIGHTH

/**
 * The length of a line's pickup into a bar, in whole quarters: what it needs before the bar for its first notes. 0 if it
 * begins in the bar, or more than five eighths before.
 *
 * @param start the bar's first tick
 * @example pickupInto({ notes: [{ start: -240, duration: 240, midi: 60, spelling: 'C4' }] }, 0) // 480
 */
export const pickupInto = ({ notes: [first] }: Line, start: Ticks): Ticks => {
  const before = first ? start - first.start : 0
  return before > 0 && before <= LONGEST_PICKUP ? Math.ceil(before / QUARTER) * QUARTER : 0
}

/** The notes that begin from `start` up to, not including, `end`, and those of a pickup into `start`. */
export const notesWithPickup = (line: Line, start: Ticks, end: Ticks): readonly LineNote[] =>
  notesWithin(line, start - pickupInto(line, start), end)
