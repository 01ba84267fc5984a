/** The grader's thresholds, which a player may change. */
export interface GradeRules {
  /** On time: within this part of a beat or this many milliseconds, whichever is more. */
  readonly onTimeBeats: number
  readonly onTimeMs: number
  /** A note can match an expected one within this part of a beat. */
  readonly windowBeats: number
  /** The costs of the alignment. */
  readonly missed: number
  readonly extra: number
  readonly wrongPitch: number
  readonly perBeatOff: number
  /** Two notes in the wrong order. */
  readonly swapped: number
  /** A hesitation, after which the player continues from there. */
  readonly stopped: number
  /** Whether a note in another octave matches. */
  readonly octaves: 'any' | 'as written'
  /** How much of the mark for flow each hesitation costs. */
  readonly stopCost: number
  /** The lowest mark with which a run is close, is solid, and moves on at any tempo. */
  readonly leasts: { readonly close: number; readonly solid: number; readonly moveOn: number }
}

/**
 * How takes are graded unless the player sets other limits: milliseconds, beats, and costs of the alignment.
 *
 * @example GRADE_RULES.onTimeMs // 50
 */
export const GRADE_RULES: GradeRules = {
  onTimeBeats: 1 / 8,
  onTimeMs: 50,
  windowBeats: 0.7,
  missed: 1,
  extra: 1,
  wrongPitch: 1.1,
  perBeatOff: 0.8,
  swapped: 0.3,
  stopped: 1.7,
  octaves: 'any',
  stopCost: 12,
  leasts: { close: 70, solid: 85, moveOn: 95 },
}

/**
 * How far off its place a note may be, in milliseconds, where a beat lasts so many.
 *
 * @example onTimeMsAt(GRADE_RULES, 500) // 62.5
 */
export const onTimeMsAt = ({ onTimeMs, onTimeBeats }: GradeRules, beatMs: number): number =>
  Math.max(onTimeMs, onTimeBeats * beatMs)

export type RunVerdict = 'again' | 'close' | 'solid' | 'move on'

/**
 * Whether a verdict lets the player go on: solid, or move on.
 *
 * @example isHeld('close') // false
 */
export const isHeld = (verdict: RunVerdict | undefined): boolean =>
  verdict === 'solid' || verdict === 'move on'

/** The verdict of a run by its lowest mark. */
export const verdictFor = (least: number, { leasts }: GradeRules): RunVerdict => {
  if (least >= leasts.moveOn) return 'move on'
  if (least >= leasts.solid) return 'solid'
  return least >= leasts.close ? 'close' : 'again'
}

/** Two solid runs in a row raise the tempo by 7 %, two failed ones in a row lower it by 7 %. */
export const TEMPO_STEP = 0.07
