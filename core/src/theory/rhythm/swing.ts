import { EIGHTH, QUARTER, type Ticks } from './ticks.ts'

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

/**
 * Where the notes of a part sound: eighths are swung; a beat that is divided otherwise (triplets, sixteenths) is even (common
 * practice, no source).
 * @param starts where its notes start, in written ticks
 * @returns the sounding tick of a written one
 * @example swinging([0, 160, 320, 480, 720], 2 / 3)(720) // 800
 */
export const swinging = (starts: readonly Ticks[], swing: Swing): ((tick: Ticks) => Ticks) => {
  const even = new Set(starts.filter((tick) => tick % EIGHTH !== 0).map(beatOf))
  return (tick) => (even.has(beatOf(tick)) ? tick : swung(tick, swing))
}

const beatOf = (tick: Ticks): number => Math.floor(tick / QUARTER)

/** The written tick of what sounds at a tick: the inverse of `swung`. */
export const unswung = (ticks: Ticks, swing: Swing): Ticks => {
  const beat = Math.floor(ticks / QUARTER) * QUARTER
  const within = (ticks - beat) / QUARTER
  const share = within < swing ? within / (2 * swing) : 0.5 + (within - swing) / (2 * (1 - swing))
  return beat + share * QUARTER
}
