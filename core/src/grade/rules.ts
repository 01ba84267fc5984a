/** The grader's thresholds: data that a player may change. */
export interface GradeRules {
  /** On time: within this part of a beat or so many milliseconds, whichever is more. */
  readonly onTimeBeats: number
  readonly onTimeMs: number
  /** A note can answer one asked for within this part of a beat. */
  readonly windowBeats: number
  /** What the alignment pays. */
  readonly missed: number
  readonly extra: number
  readonly wrongPitch: number
  readonly perBeatOff: number
  /** Two notes that came the one before the other. */
  readonly swapped: number
  /** A stop, after which the player goes on from where it was. */
  readonly stopped: number
  /** How fast the alignment follows a player who runs ahead or falls behind: the share of each note's offset. */
  readonly follow: number
  /** Whether a note in another octave answers. */
  readonly octaves: 'any' | 'as written'
  /** A verdict is given at the latest so many beats after the note. */
  readonly lagBeats: number
  /** Marks: each stop costs so much of the mark for flow. */
  readonly stopCost: number
}

export const GRADE_RULES: GradeRules = {
  onTimeBeats: 1 / 8,
  onTimeMs: 50,
  windowBeats: 0.7,
  missed: 1,
  extra: 1,
  wrongPitch: 1.1,
  perBeatOff: 0.8,
  swapped: 0.3,
  stopped: 1.2,
  follow: 0.3,
  octaves: 'any',
  lagBeats: 1,
  stopCost: 12,
}

export type RunVerdict = 'again' | 'nearly' | 'holds' | 'moves on'

/** Verdicts by the lowest mark asked, from the top; `top` rows need the row's top tempo. */
export const VERDICTS: readonly {
  readonly verdict: RunVerdict
  readonly least: number
  readonly top?: true
}[] = [
  { verdict: 'moves on', least: 95 },
  { verdict: 'moves on', least: 85, top: true },
  { verdict: 'holds', least: 85 },
  { verdict: 'nearly', least: 70 },
  { verdict: 'again', least: 0 },
]

/** Two holds running raise the tempo by 7 %, two agains running lower it by 7 %. */
export const TEMPO_STEP = 0.07
