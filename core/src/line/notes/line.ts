import { type Fifths, simpleSpelling } from '../../theory/pitch/fifths.ts'
import { readPitch, spellPitch } from '../../theory/pitch/pitch.ts'
import type { Ticks } from '../../theory/rhythm/ticks.ts'

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
