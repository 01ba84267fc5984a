import type { BandEvent, PlayedNote } from '@eager-contour/core'
import { fetchFont } from '../../audio/band.ts'
import { audioContext } from '../../audio/context.ts'
import type { Mix } from '../../audio/mixSlice.ts'
import { rendering } from '../../audio/rendering.ts'
import { bandSound } from '../../audio/usePlay.ts'

/** Ticks are milliseconds at this tempo, of 480 to the quarter. */
const MS_BPM = 125

/** Plays what was prepared, its first beat at a moment of the audio clock (seconds); returns a function that stops it. */
export type PlayFrom = (beatAt: number) => () => void

/**
 * Prepares notes in a sound for the microphone's stand-in. The samples are rendered before the count-in: rendered while
 * the band plays, a slow machine would drop the first notes.
 */
export const prepareForMicrophone = async (
  notes: readonly PlayedNote[],
  lineSound: string,
  mix: Mix,
): Promise<PlayFrom> => {
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
  const [{ playIntoStandIn }, samples] = await Promise.all([
    import('../../input/microphoneStandIn.ts'),
    fetchFont().then((font) =>
      rendering().mono(font, {
        events,
        sound: bandSound({ ...mix, lineSound, muted: [] }, 'sticks'),
        bpm: MS_BPM,
        rate: sampleRate,
        room: false,
      }),
    ),
  ])
  return (beatAt) => playIntoStandIn(samples, sampleRate, beatAt + first / 1000)
}
