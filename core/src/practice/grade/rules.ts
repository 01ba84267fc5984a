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
  /** The lowest mark with which a run nearly holds, holds, and moves on at any tempo. */
  readonly leasts: { readonly nearly: number; readonly holds: number; readonly movesOn: number }
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
  leasts: { nearly: 70, holds: 85, movesOn: 95 },
}

export type RunVerdict = 'again' | 'nearly' | 'holds' | 'moves on'

/** The verdict of a run by its lowest mark; at the rung's top tempo what holds moves on. */
export const verdictFor = (least: number, atTop: boolean, { leasts }: GradeRules): RunVerdict => {
  if (least >= leasts.movesOn || (atTop && least >= leasts.holds)) return 'moves on'
  if (least >= leasts.holds) return 'holds'
  return least >= leasts.nearly ? 'nearly' : 'again'
}

/** Two holds running raise the tempo by 7 %, two agains running lower it by 7 %. */
export const TEMPO_STEP = 0.07
