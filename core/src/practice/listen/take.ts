/** A note as it was played: milliseconds from the exercise's first beat (negative: before it), concert pitch. */
export interface PlayedNote {
  readonly onsetMs: number
  readonly durationMs: number
  readonly midi: number
  /** Cents above the MIDI number's equal-tempered pitch. */
  readonly cents: number
  /** 1 to 127. */
  readonly velocity: number
}

export type Source = 'screen-keys' | 'computer-keyboard' | 'midi' | 'microphone' | 'midi-file' | 'simulated'

/** A whole run of notes with all that is needed to grade it again. */
export interface Take {
  readonly notes: readonly PlayedNote[]
  /** Played while counting in, and in bars that were begun anew after a pause: kept, not graded. */
  readonly ungradedNotes?: readonly PlayedNote[]
  readonly source: Source
  /** Milliseconds on the source's clock at the first beat. */
  readonly zeroMs: number
  /** Quarters a minute from each tick on. */
  readonly tempo: readonly { readonly tick: number; readonly bpm: number }[]
  readonly swing: number
  /** Ticks at which the stretch began anew. */
  readonly loops: readonly number[]
  readonly latencyMs: number
  readonly tuningHz: number
  /** The exercise as it was asked, and the grader's version. */
  readonly exercise: string
  readonly grader: string
}

/** The grader's version, kept with each take so that a better grader can grade it again. */
export const GRADER = '3'
