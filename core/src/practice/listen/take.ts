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

/** A whole run of notes with everything needed to grade it again. */
export interface Take {
  readonly notes: readonly PlayedNote[]
  /** Played during the count-in, or in bars that were started again after a pause: kept, not graded. */
  readonly ungradedNotes?: readonly PlayedNote[]
  readonly source: Source
  /** Milliseconds on the source's clock at the first beat. */
  readonly zeroMs: number
  /** Quarters per minute from each tick on. */
  readonly tempo: readonly { readonly tick: number; readonly bpm: number }[]
  readonly swing: number
  /** Ticks at which the stretch started again. */
  readonly loops: readonly number[]
  readonly latencyMs: number
  readonly tuningHz: number
  /** The exercise as it was given, and the grader's version. */
  readonly exercise: string
  readonly grader: string
}

/**
 * The grader's version, stored with each take so that a later grader can grade it again.
 *
 * @example GRADER // '5'
 */
export const GRADER = '5'
