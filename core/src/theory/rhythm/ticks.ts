/** Time in a tune: 480 ticks to the quarter, from beat 1 of bar 1 in playing order; a pickup is negative. */
export type Ticks = number

/**
 * A quarter note, in ticks.
 *
 * @example QUARTER // 480
 */
export const QUARTER: Ticks = 480
/**
 * An eighth note, in ticks.
 *
 * @example EIGHTH // 240
 */
export const EIGHTH: Ticks = QUARTER / 2

/**
 * Milliseconds from tick 0 at a steady tempo (bpm counts quarters).
 *
 * @example ticksToMs(480, 120) // 500
 */
export const ticksToMs = (ticks: Ticks, bpm: number): number => (ticks / QUARTER) * (60_000 / bpm)

/**
 * Milliseconds as ticks, at a tempo in quarters per minute.
 *
 * @example msToTicks(500, 120) // 480
 */
export const msToTicks = (ms: number, bpm: number): Ticks => (ms * bpm * QUARTER) / 60_000
