import { type BandEvent, type Exercise, placesMsOf, QUARTER, type Take, ticksToMs } from '@eager-contour/core'

/** Ticks per millisecond at the tempo at which a few notes are played. */
const TICKS_PER_MS = (QUARTER * 120) / 60_000
const ASKED = { velocity: 52, duration: 0.9 } as const
const PLAYED_VELOCITY = 104

/** A note as it was asked, and after it the one that was played; sounding pitches. */
export const playWrongNote = (asked: number, played: number): readonly BandEvent[] => [
  { part: 'comp', tick: QUARTER / 2, duration: QUARTER, midi: asked, velocity: PLAYED_VELOCITY },
  { part: 'line', tick: 2 * QUARTER, duration: QUARTER, midi: played, velocity: PLAYED_VELOCITY },
]

/** The take, exactly as it was played, over the exercise, which is softer and in the comping's sound. */
export const playTakeOverExercise = (exercise: Exercise, take: Take): readonly BandEvent[] => {
  const { expected, free, spec } = exercise
  const lead = 250 * TICKS_PER_MS
  const places = placesMsOf(exercise)
  const asked = (free ? [] : expected).map((note, at): BandEvent => {
    const tick = places[at]! * TICKS_PER_MS
    return {
      part: 'comp',
      tick: tick + lead,
      duration: ticksToMs(note.duration, spec.tempo) * TICKS_PER_MS * ASKED.duration,
      midi: note.midi,
      velocity: ASKED.velocity,
    }
  })
  const played = take.notes.map(
    ({ onsetMs, durationMs, midi }): BandEvent => ({
      part: 'line',
      tick: Math.max(0, (onsetMs - take.latencyMs) * TICKS_PER_MS + lead),
      duration: Math.max(60, durationMs * TICKS_PER_MS),
      midi,
      velocity: PLAYED_VELOCITY,
    }),
  )
  return [...asked, ...played].sort((a, b) => a.tick - b.tick)
}
