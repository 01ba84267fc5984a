export type NoteVerdict = 'right' | 'early' | 'late' | 'wrong' | 'missed' | 'extra'

/** The verdict on an expected note, or on an extra one. */
export interface Judged {
  readonly verdict: NoteVerdict
  /** Index among the expected notes; undefined for an extra note. */
  readonly expected?: number
  /** Index among the notes of the take as it was given; undefined for a missed one. */
  readonly played?: number
  readonly midi?: number
  /** When the note came, in milliseconds from the first beat; undefined for a missed one. */
  readonly onsetMs?: number
  /** Milliseconds after the swung time, or after the player's own where all is displaced; negative is early. */
  readonly offMs?: number
  /** An extra note that costs nothing: a grace note, a bounce, a note that was played again. */
  readonly forgiven?: 'grace' | 'bounce' | 'repeated'
}

/**
 * Where a player left the clock or the text: swapped two notes, stopped and went on, went back, was displaced from the first
 * note on, rejoined the clock.
 */
export type MoveKind = 'swapped' | 'stopped' | 'back' | 'displaced' | 'rejoined'

export interface Move {
  readonly kind: MoveKind
  /** The expected note from which on, and its bar, from 0. */
  readonly expected: number
  readonly bar: number
  /** Beats behind the clock from there on; negative is ahead. */
  readonly beats: number
}
