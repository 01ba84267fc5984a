import { bandEvents, type Instrument, type Phrase, phraseInKey, swung } from '@eager-contour/core'
import { useMemo } from 'react'
import { useHear } from '../audio/usePlay.ts'
import { useSettings } from '../settings/settings.ts'

/** The swing in which a phrase is heard. */
export const SWING = 0.62

/** The sounding pitch of the first note with which a phrase lies in the middle of what is comfortable. */
const firstPitch = ({ notes }: Phrase, { comfortLow, comfortHigh }: Instrument['range']): number => {
  const heights = notes.map(({ semitones }) => semitones)
  const middle = (Math.min(...heights) + Math.max(...heights)) / 2
  return (comfortLow + comfortHigh) / 2 - middle + heights[0]!
}

/** A phrase in a key (concert pitch), as the instrument reads it, near the middle of its comfortable notes. */
export const useShown = (phrase: Phrase, tonic: number) => {
  const { written, range } = useSettings().instrument
  return useMemo(
    () => phraseInKey(phrase, tonic + written.semitones, firstPitch(phrase, range) + written.semitones),
    [phrase, tonic, written, range],
  )
}

/** Plays a phrase in a key over its changes. */
export const useHearPhrase = (tonic: number): ((phrase: Phrase) => void) => {
  const hear = useHear()
  const { range } = useSettings().instrument
  return (phrase) => {
    const { analysis, line } = phraseInKey(phrase, tonic, firstPitch(phrase, range))
    const stretch = { from: 0, to: analysis.chart.bars.length - 1 }
    const notes = line.notes.map(({ start, duration, midi }) => ({
      part: 'line' as const,
      tick: swung(start, SWING),
      duration: swung(start + duration, SWING) - swung(start, SWING),
      midi,
      velocity: 100,
    }))
    hear(
      [...notes, ...bandEvents(analysis, stretch, undefined, { swing: SWING })].sort(
        (a, b) => a.tick - b.tick,
      ),
    )
  }
}
