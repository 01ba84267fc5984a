import { QUARTER, type Ticks } from './ticks.ts'

/** Swing as the share of a beat that its first eighth takes: 0.5 straight, 0.667 a triplet's two thirds. */
export type Swing = number

/** bpm and share: straighter as the tempo rises (common practice, no source). */
const SWING_BY_TEMPO: readonly (readonly [bpm: number, swing: Swing])[] = [
  [60, 0.67],
  [120, 0.64],
  [160, 0.61],
  [200, 0.58],
  [260, 0.54],
  [320, 0.51],
]

/** The usual swing at a tempo, interpolated between the rows of the table. */
export const swingAt = (bpm: number): Swing => {
  const after = SWING_BY_TEMPO.findIndex(([rowBpm]) => rowBpm >= bpm)
  if (after === 0) return SWING_BY_TEMPO[0]![1]
  if (after < 0) return SWING_BY_TEMPO.at(-1)![1]
  const [low, lowSwing] = SWING_BY_TEMPO[after - 1]!
  const [high, highSwing] = SWING_BY_TEMPO[after]!
  return lowSwing + ((bpm - low) / (high - low)) * (highSwing - lowSwing)
}

/**
 * Where a written tick sounds: the first half of each quarter is stretched to the swing's share.
 *
 * @example swung(240, 2 / 3) // 320
 */
export const swung = (ticks: Ticks, swing: Swing): Ticks => {
  const beat = Math.floor(ticks / QUARTER) * QUARTER
  const within = (ticks - beat) / QUARTER
  const share = within < 0.5 ? within * 2 * swing : swing + (within - 0.5) * 2 * (1 - swing)
  return beat + share * QUARTER
}

/** The written tick of what sounds at a tick: the inverse of `swung`. */
export const unswung = (ticks: Ticks, swing: Swing): Ticks => {
  const beat = Math.floor(ticks / QUARTER) * QUARTER
  const within = (ticks - beat) / QUARTER
  const share = within < swing ? within / (2 * swing) : 0.5 + (within - swing) / (2 * (1 - swing))
  return beat + share * QUARTER
}
