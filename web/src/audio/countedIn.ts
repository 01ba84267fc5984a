import {
  type Analysis,
  type BandEvent,
  bandEvents,
  barTicks,
  countInEvents,
  type Stretch,
  type Swing,
  type Ticks,
  ticksToMs,
} from '@eager-contour/core'
import type { Band } from './band.ts'
import { audioContext } from './context.ts'
import type { Mix } from './mixSlice.ts'
import { pageClock, type RunClock, soundClock } from './runClock.ts'

/** The band over a stretch without a line, after a one-bar count-in; from a tick of the stretch on. */
export const bandCountedIn = (
  analysis: Analysis,
  stretch: Stretch,
  swing: Swing,
  { click, voicing }: Mix,
  from: Ticks = 0,
): readonly BandEvent[] => {
  const { meter } = analysis.chart.bars[stretch.from]!
  const bar = barTicks(meter)
  return [
    ...countInEvents(meter),
    ...bandEvents(analysis, stretch, undefined, { swing, click, voicing })
      .filter(({ tick }) => tick >= from)
      .map((event) => ({ ...event, tick: event.tick - from + bar })),
  ]
}

interface CountedIn {
  /** Count-in and band, in ticks from the count-in's first beat. */
  readonly events: readonly BandEvent[]
  readonly bpm: number
  readonly countIn: Ticks
  /** Where the clock stands when the count-in ends, in milliseconds. */
  readonly fromMs: number
  /** From now to the count-in's first beat. */
  readonly leadSeconds: number
}

/**
 * Starts the count-in and the band, and returns the clock by which notes are timed: the audio clock's, as the player
 * hears it; the page's while there is no sound. `beatAt` is the audio clock's time (seconds) of millisecond 0.
 */
export const startCountedIn = (
  band: Band | undefined,
  { events, bpm, countIn, fromMs, leadSeconds }: CountedIn,
): { readonly clock: RunClock; readonly beatAt: number } => {
  band?.play({ events, bpm }, leadSeconds)
  const startsAt = band?.startsAt() ?? audioContext().currentTime + leadSeconds
  const countInMs = ticksToMs(countIn, bpm)
  const clock =
    audioContext().state === 'running'
      ? soundClock(startsAt + countInMs / 1000, fromMs)
      : pageClock(performance.now() + leadSeconds * 1000 + countInMs, fromMs)
  return { clock, beatAt: startsAt + (countInMs - fromMs) / 1000 }
}
