/** Time in a tune: 480 ticks to the quarter, from beat 1 of bar 1 in playing order; a pickup is negative. */
export type Ticks = number

export const QUARTER: Ticks = 480
export const EIGHTH: Ticks = QUARTER / 2

/** Milliseconds from tick 0 at a steady tempo (bpm counts quarters). */
export const ticksToMs = (ticks: Ticks, bpm: number): number => (ticks / QUARTER) * (60_000 / bpm)

export const msToTicks = (ms: number, bpm: number): Ticks => (ms * bpm * QUARTER) / 60_000
