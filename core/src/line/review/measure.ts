import type { Degree } from '../../theory/pitch/degree.ts'
import type { AnalysedNote } from '../explain/analysedLine.ts'
import { GROUPED } from '../explain/explain.ts'
import type { NoteReading } from '../explain/explanation.ts'

/** Degrees on which a phrase can end. */
export const RESTING_DEGREES: readonly Degree[] = ['R', '3', 'b3', '5', '6', '13', '9']

/** A number of cases out of a total. */
export interface Share {
  readonly of: number
  readonly all: number
}

export const percent = ({ of, all }: Share): number => (all === 0 ? 100 : (100 * of) / all)

/** Whether a note is told to lead to another one. */
export const leadsHome = ({ role, target }: Pick<NoteReading, 'role' | 'target'>): boolean =>
  (role === 'approach' || role === 'enclosure') && target !== undefined

/** Whether a note outside the scale is the colour of a figure over its chord: altered notes, a diminished arpeggio. */
export const isColourOf = ({ role, device }: Pick<NoteReading, 'role' | 'device'>): boolean =>
  role === 'outside' && device !== undefined && GROUPED.includes(device)

/** Whether a note outside the scale is resolved: one of the next two notes is a step away and inside. */
export const isResolved = (notes: readonly AnalysedNote[], index: number): boolean => {
  const note = notes[index]!
  return [notes[index + 1], notes[index + 2]].some(
    (next) => next !== undefined && (next.isScale || next.isTone) && Math.abs(next.midi - note.midi) <= 2,
  )
}

/** Whether a leap to a note turns back, or stays among the tones of one chord. */
export const isAnswered = (notes: readonly AnalysedNote[], to: number): boolean => {
  const [before, note, next] = [notes[to - 1]!, notes[to]!, notes[to + 1]]
  if (before.isTone && note.isTone && before.chord === note.chord) return true
  return (
    !next || next.start > note.end || Math.sign(next.midi - note.midi) !== Math.sign(note.midi - before.midi)
  )
}
