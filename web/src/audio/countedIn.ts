import {
  type Analysis,
  type BandEvent,
  bandEvents,
  barTicks,
  countInEvents,
  type Stretch,
  type Swing,
  swung,
  type Ticks,
  ticksToMs,
} from '@eager-contour/core'
import type { Band } from './band.ts'
import { audioContext } from './context.ts'
import type { Mix } from './mixSlice.ts'
import { pageClock, type RunClock, soundClock } from './runClock.ts'

/** What the band plays besides: how often the stretch is played, and notes of each pass, in ticks from its start. */
interface InLoop {
  readonly passes: number
  readonly length: Ticks
  readonly period: Ticks
  /** Whether the stretch is played twice in a pass. */
  readonly answer: boolean
  readonly heard: readonly { readonly start: Ticks; readonly duration: Ticks; readonly midi: number }[]
}

/** The stretch once, with notes that are played in it. */
export const onceWith = (heard: InLoop['heard'], length: Ticks): InLoop => ({
  passes: 1,
  length,
  period: length,
  answer: false,
  heard,
})

/**
 * The band over a stretch without a line, after a one-bar count-in, once or in a loop with a counted bar between; from a tick of
 * the run on.
 */
export const bandCountedIn = (
  analysis: Analysis,
  stretch: Stretch,
  swing: Swing,
  { click, voicing }: Mix,
  from: Ticks = 0,
  loop: InLoop = { passes: 1, length: 0, period: 0, answer: false, heard: [] },
): readonly BandEvent[] => {
  const { meter } = analysis.chart.bars[stretch.from]!
  const bar = barTicks(meter)
  const heard = loop.heard.map(
    ({ start, duration, midi }): BandEvent => ({
      part: 'line',
      tick: swung(start, swing),
      duration: swung(start + duration, swing) - swung(start, swing),
      midi,
      velocity: HEARD_VELOCITY,
    }),
  )
  const later = (events: readonly BandEvent[], by: Ticks) =>
    events.map((event) => ({ ...event, tick: event.tick + by }))
  const played = bandEvents(analysis, stretch, undefined, { swing, click, voicing })
  const pass = [...played, ...heard, ...(loop.answer ? later(played, loop.length) : [])]
  const all = loop.answer ? 2 * loop.length : loop.length
  const events = Array.from({ length: loop.passes }, (_, at) => [
    ...later(pass, at * loop.period),
    ...(at < loop.passes - 1 ? later(countInEvents(meter), at * loop.period + all) : []),
  ]).flat()
  return [
    ...countInEvents(meter),
    ...later(
      // From the beginning with what leads into it, in the count-in.
      events.filter(({ tick }) => from === 0 || tick >= from),
      bar - from,
    ),
  ].sort((a, b) => a.tick - b.tick)
}

/** How loud the application plays what the player answers. */
const HEARD_VELOCITY = 96

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
