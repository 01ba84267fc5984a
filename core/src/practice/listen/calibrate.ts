import { DETECTION_RULES } from './hearing.ts'

/** The noise gate is at least this many times as loud as the loudest moment of the empty room. */
const OVER_THE_ROOM = 2.5
/** A gate above this (root mean square, full scale 1) would swallow soft notes. */
const LOUDEST_GATE = 0.08

/**
 * The noise gate, from levels measured while nobody plays: root mean square, full scale 1.
 *
 * @example gateFor([0.001, 0.002, 0.001]) // 0.005
 */
export const gateFor = (levels: readonly number[]): number =>
  Math.min(LOUDEST_GATE, Math.max(DETECTION_RULES.gate / 2, Math.max(0, ...levels) * OVER_THE_ROOM))

/** How much louder than the empty room the band must be to count as picked up. */
const BAND_OVER_ROOM = 2

/**
 * Whether the microphone picks up the band, from the levels of the empty room and of the band alone.
 *
 * @example hearsBand([0.001, 0.001], [0.05, 0.06]) // true
 */
export const hearsBand = (room: readonly number[], band: readonly number[]): boolean => {
  const loud = (levels: readonly number[]) => {
    const sorted = [...levels].sort((a, b) => a - b)
    return sorted[Math.floor(sorted.length * 0.9)] ?? 0
  }
  return loud(band) > Math.max(DETECTION_RULES.gate / 2, BAND_OVER_ROOM * loud(room))
}

export interface Latency {
  /** The latency of notes that were played on the beat. */
  readonly latencyMs: number
  /** Half of the notes are within this distance of it. */
  readonly spreadMs: number
  readonly notes: number
}

/** Fewer notes are not enough. */
export const FEWEST = 5
/** With a wider spread the player didn't follow the clicks. */
export const WIDEST_MS = 60

/** The middle one of some numbers, when they stand in order. */
export const middle = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!

/**
 * The latency of notes that a player tried to play on evenly spaced clicks, all times in milliseconds on one clock;
 * undefined if there were too few, or if they don't follow the clicks.
 *
 * @example
 * latencyOf([0, 500, 1000, 1500, 2000, 2500], [42, 540, 1041, 1543, 2041, 2540])
 * // { latencyMs: 41, spreadMs: 1, notes: 6 }
 */
export const latencyOf = (clicks: readonly number[], onsets: readonly number[]): Latency | undefined => {
  const apart = (clicks[1] ?? 0) - (clicks[0] ?? 0)
  const late = clicks.flatMap((click) => {
    // From a quarter early to three quarters late: latency is never very negative.
    const heard = onsets.find((onset) => onset >= click - apart / 4 && onset < click + (3 * apart) / 4)
    return heard === undefined ? [] : [heard - click]
  })
  if (late.length < FEWEST) return undefined
  const latencyMs = middle(late)
  const spreadMs = middle(late.map((ms) => Math.abs(ms - latencyMs)))
  return spreadMs > WIDEST_MS ? undefined : { latencyMs, spreadMs, notes: late.length }
}

/**
 * The range of tunings of the A above middle C, in hertz.
 *
 * @example TUNINGS.low // 415
 */
export const TUNINGS = { low: 415, high: 466 } as const

/**
 * The A that an instrument is tuned to, from the deviation of its notes in cents from the A used to detect them.
 *
 * @example tuningFrom(440, [8, 10, 12]) // 442.5
 */
export const tuningFrom = (tuningHz: number, cents: readonly number[]): number =>
  cents.length === 0
    ? tuningHz
    : Math.round(Math.min(TUNINGS.high, Math.max(TUNINGS.low, tuningHz * 2 ** (middle(cents) / 1200))) * 2) /
      2
