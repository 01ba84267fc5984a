export type NoteVerdict = 'right' | 'early' | 'late' | 'wrong' | 'missed' | 'extra'

/** The verdict on an expected note, or on an extra one. */
export interface Judged {
  readonly verdict: NoteVerdict
  /** Index among the expected notes; undefined for an extra note. */
  readonly expected?: number
  /** Index among the played notes; undefined for a missed one. */
  readonly played?: number
  readonly midi?: number
  /** When the note came, in milliseconds from the first beat; undefined for a missed one. */
  readonly onsetMs?: number
  /** Milliseconds after the swung time; negative is early. */
  readonly offMs?: number
}
