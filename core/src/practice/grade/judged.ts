export type NoteVerdict = 'right' | 'early' | 'late' | 'wrong' | 'missed' | 'extra'

/** What became of a note that was asked for, or of one that was not. */
export interface Judged {
  readonly verdict: NoteVerdict
  /** Index among the notes asked for; undefined for an extra note. */
  readonly expected?: number
  /** Index among the notes played; undefined for a missed one. */
  readonly played?: number
  readonly midi?: number
  /** When the note came, in milliseconds from the first beat; undefined for a missed one. */
  readonly onsetMs?: number
  /** Milliseconds after the swung place; negative is early. */
  readonly offMs?: number
}
