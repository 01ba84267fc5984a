import type { BandEvent } from '@eager-contour/core'
import { QUARTER } from '@eager-contour/core'
import type { Band } from '../audio/band.ts'

export const CLICK_BPM = 84
const CLICKS = 8
const COUNTED = 4
export const LEAD_SECONDS = 0.3

/** Seconds of a beat of the clicks. */
export const BEAT = 60 / CLICK_BPM

const clickAt = (at: number, velocity: number): BandEvent => ({
  part: 'click',
  tick: at * QUARTER,
  duration: 60,
  midi: 37,
  velocity,
})

export const wait = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms))

const LOOK_MS = 20
/** Audio that stands still is waited for, up to this many times the expected time. */
const PATIENCE = 4

/** Waits until a moment of the audio clock, which stops when the audio is starved. */
const untilHeard = async (band: Band, seconds: number): Promise<void> => {
  const most = performance.now() + PATIENCE * 1000 * Math.max(0, seconds - band.clock())
  while (band.clock() < seconds && performance.now() < most) await wait(LOOK_MS)
}

/**
 * Plays four clicks as a count-in and then eight: seconds on the audio clock at which the eight sound, and when the
 * beat after them has passed.
 */
export const playClicks = (band: Band): { readonly at: readonly number[]; readonly ends: Promise<void> } => {
  const events = Array.from({ length: COUNTED + CLICKS }, (_, at) => clickAt(at, at < COUNTED ? 70 : 110))
  band.play({ events, bpm: CLICK_BPM }, LEAD_SECONDS)
  const first = band.startsAt() + COUNTED * BEAT
  return {
    at: Array.from({ length: CLICKS }, (_, at) => first + at * BEAT),
    ends: untilHeard(band, first + (CLICKS + 1) * BEAT),
  }
}
