import type { UnspelledNote } from '../../line/notes/spell.ts'
import type { Grid } from '../../theory/rhythm/grid.ts'
import { type Swing, unswung } from '../../theory/rhythm/swing.ts'
import { EIGHTH, msToTicks, QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import type { PlayedNote } from './take.ts'

/** Where a note may start inside a beat. */
const PLACES: Readonly<Record<Grid, readonly Ticks[]>> = {
  eighths: [0, EIGHTH, QUARTER],
  triplets: [0, QUARTER / 3, EIGHTH, (2 * QUARTER) / 3, QUARTER],
  sixteenths: [0, QUARTER / 4, EIGHTH, (3 * QUARTER) / 4, QUARTER],
}
const SHORTEST: Ticks = EIGHTH / 2
/** A played rest shorter than this is articulation, not a rest. */
const LEAST_REST: Ticks = (5 * EIGHTH) / 6

export interface QuantiseOptions {
  readonly bpm: number
  readonly swing: Swing
  readonly grid: Grid
  /** The tick in the tune at which the take's milliseconds begin, and where it ends. */
  readonly start: Ticks
  readonly end: Ticks
}

const nearestPlace = (tick: Ticks, grid: Grid): Ticks => {
  const beat = Math.floor(tick / QUARTER) * QUARTER
  const within = tick - beat
  const place = PLACES[grid].reduce((best, one) =>
    Math.abs(one - within) < Math.abs(best - within) ? one : best,
  )
  return beat + place
}

/**
 * A take as notes on a grid: without swing, each at the nearest place, one voice. Of two notes at one place the later
 * counts (a corrected slip); a note lasts until the next one or, if it was released an eighth or more before, until
 * the nearest place to its release.
 *
 * @example quantise(played, { bpm: 120, swing: 0.5, grid: 'eighths', start: 0, end: 7680 })[0].start // 0
 */
export const quantise = (
  notes: readonly PlayedNote[],
  { bpm, swing, grid, start, end }: QuantiseOptions,
): readonly UnspelledNote[] => {
  const tickAt = (ms: number) => start + unswung(msToTicks(ms, bpm), swing)
  const placed = new Map<Ticks, { midi: number; until: Ticks }>()
  for (const { onsetMs, durationMs, midi } of notes) {
    const at = nearestPlace(tickAt(onsetMs), grid)
    if (at < start || at >= end) continue
    placed.set(at, { midi, until: tickAt(onsetMs + durationMs) })
  }
  const order = [...placed].sort(([a], [b]) => a - b)
  return order.map(([at, { midi, until }], index) => {
    const next = Math.min(end, order[index + 1]?.[0] ?? end)
    const released = Math.max(at + SHORTEST, nearestPlace(until, grid))
    const stop = next - until >= LEAST_REST ? released : next
    return { start: at, duration: Math.min(stop, next) - at, midi }
  })
}
