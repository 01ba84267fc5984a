import type { BandEvent, PlayedNote } from '@eager-contour/core'
import { fetchFont } from '../../audio/band.ts'
import { audioContext } from '../../audio/context.ts'
import type { Mix } from '../../audio/mixSlice.ts'
import { rendering } from '../../audio/rendering.ts'
import { bandSound } from '../../audio/usePlay.ts'

/** Ticks are milliseconds at this tempo, of 480 to the quarter. */
const MS_BPM = 125

/**
 * Plays notes in a sound into the microphone's stand-in, their first beat at a moment of the audio clock; returns a
 * function that stops it.
 */
export const playIntoMicrophone = (
  notes: readonly PlayedNote[],
  lineSound: string,
  mix: Mix,
  beatAt: number,
): (() => void) => {
  let stop = (): void => {}
  let wanted = true
  const first = Math.min(0, ...notes.map(({ onsetMs }) => onsetMs))
  const events = notes.map(
    ({ onsetMs, durationMs, midi, velocity }): BandEvent => ({
      part: 'line',
      tick: onsetMs - first,
      duration: durationMs,
      midi,
      velocity,
    }),
  )
  const { sampleRate } = audioContext()
  void fetchFont()
    .then((font) =>
      rendering().mono(font, {
        events,
        sound: bandSound({ ...mix, lineSound, muted: [] }, 'sticks'),
        bpm: MS_BPM,
        rate: sampleRate,
        room: false,
      }),
    )
    .then(async (samples) => {
      const { playIntoStandIn } = await import('../../input/microphoneStandIn.ts')
      if (wanted) stop = playIntoStandIn(samples, sampleRate, beatAt + first / 1000)
    })
  return () => {
    wanted = false
    stop()
  }
}
