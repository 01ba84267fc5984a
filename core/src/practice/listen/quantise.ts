import type { UnspelledNote } from '../../line/notes/spell.ts'
import type { Grid } from '../../theory/rhythm/grid.ts'
import { type Swing, swung, unswung } from '../../theory/rhythm/swing.ts'
import { EIGHTH, msToTicks, QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import type { PlayedNote } from './take.ts'

/** How a beat may be divided: in eighths, which are swung, or otherwise, evenly; in written ticks. */
const EIGHTHS = [0, EIGHTH] as const
const EVEN: Readonly<Record<Grid, readonly Ticks[] | undefined>> = {
  eighths: undefined,
  triplets: [0, QUARTER / 3, (2 * QUARTER) / 3],
  sixteenths: [0, QUARTER / 4, EIGHTH, (3 * QUARTER) / 4],
}
/** A note this near to the next beat belongs to that. */
const NEXT_BEAT: Ticks = (7 * QUARTER) / 8
/** What a finer division and a note that finds no place of its own count, in beats. */
const FINER = 0.06
const CROWDED = 0.5
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

/** Where a note may start or end in a beat: where it sounds there, and where it is written. */
interface Place {
  readonly sounds: Ticks
  readonly written: Ticks
}

const placesOf = (written: readonly Ticks[], swing: Swing | undefined): readonly Place[] =>
  [...written, QUARTER].map((tick) => ({
    sounds: swing === undefined ? tick : swung(tick, swing),
    written: tick,
  }))

const nearest = (places: readonly Place[], within: Ticks): Place =>
  places.reduce((best, one) => (Math.abs(one.sounds - within) < Math.abs(best.sounds - within) ? one : best))

/** How badly a beat's onsets fit some places, in beats. */
const misfit = (places: readonly Place[], onsets: readonly Ticks[]): number => {
  const taken = new Set<Ticks>()
  return onsets.reduce((sum, within) => {
    const { sounds, written } = nearest(places, within)
    const crowded = taken.has(written)
    taken.add(written)
    return sum + Math.abs(sounds - within) / QUARTER + (crowded ? CROWDED : 0)
  }, 0)
}

/**
 * A take as notes on a grid: without swing, each at the nearest place, one voice. A beat is read in eighths, or in what the grid
 * has besides, whichever its notes fit better: eighths are swung, the rest is even. Of two notes at one place the later
 * counts (a corrected slip); a note lasts until the next one or, if it was released an eighth or more before, until
 * the nearest place to its release.
 *
 * @example quantise(played, { bpm: 120, swing: 0.5, grid: 'eighths', start: 0, end: 7680 })[0].start // 0
 */
export const quantise = (
  notes: readonly PlayedNote[],
  { bpm, swing, grid, start, end }: QuantiseOptions,
): readonly UnspelledNote[] => {
  const swungPlaces = placesOf(EIGHTHS, swing)
  const even = EVEN[grid] && placesOf(EVEN[grid], undefined)
  const soundingAt = (ms: number) => msToTicks(ms, bpm)
  const beatOf = (tick: Ticks) => Math.floor((tick + QUARTER - NEXT_BEAT) / QUARTER)
  const byBeat = new Map<number, Ticks[]>()
  for (const { onsetMs } of notes) {
    const tick = soundingAt(onsetMs)
    const beat = beatOf(tick)
    byBeat.set(beat, [...(byBeat.get(beat) ?? []), tick - beat * QUARTER])
  }
  const places = new Map(
    [...byBeat].map(([beat, onsets]) => [
      beat,
      even && misfit(even, onsets) + FINER < misfit(swungPlaces, onsets) ? even : swungPlaces,
    ]),
  )
  const placeOf = (tick: Ticks): Ticks => {
    const beat = beatOf(tick)
    return start + beat * QUARTER + nearest(places.get(beat) ?? swungPlaces, tick - beat * QUARTER).written
  }
  const placed = new Map<Ticks, { midi: number; until: Ticks; sounds: Ticks }>()
  for (const { onsetMs, durationMs, midi } of notes) {
    const at = placeOf(soundingAt(onsetMs))
    if (at < start || at >= end) continue
    const sounds = soundingAt(onsetMs + durationMs)
    const until =
      places.get(beatOf(sounds)) === even && even ? start + sounds : start + unswung(sounds, swing)
    placed.set(at, { midi, until, sounds })
  }
  const order = [...placed].sort(([a], [b]) => a - b)
  return order.map(([at, { midi, until, sounds }], index) => {
    const next = Math.min(end, order[index + 1]?.[0] ?? end)
    const released = Math.max(at + SHORTEST, placeOf(sounds))
    const stop = next - until >= LEAST_REST ? released : next
    return { start: at, duration: Math.min(stop, next) - at, midi }
  })
}
