import { audioContext, heardAt } from './context.ts'

/** The time of what is played over the band, in milliseconds from the first beat as the player hears it. */
export interface RunClock {
  /** At a moment of the page (milliseconds of `performance.now`). */
  readonly at: (pageMs: number) => number
  /** At a moment of the sound's clock (seconds). */
  readonly atSound: (seconds: number) => number
}

/** By the audio clock: it stops when the audio is starved, as what the player hears does. */
export const soundClock = (beatAt: number, beatMs: number): RunClock => ({
  at: (pageMs) => (heardAt(pageMs) - beatAt) * 1000 + beatMs,
  atSound: (seconds) => (seconds - beatAt) * 1000 + beatMs,
})

/** By the page's clock, if there is no audio. */
export const pageClock = (beatAt: number, beatMs: number): RunClock => ({
  at: (pageMs) => pageMs - beatAt + beatMs,
  atSound: (seconds) => performance.now() - (audioContext().currentTime - seconds) * 1000 - beatAt + beatMs,
})
