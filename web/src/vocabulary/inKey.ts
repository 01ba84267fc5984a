import {
  bandEvents,
  comfortableStart,
  type Instrument,
  type Phrase,
  phraseFor,
  phraseInKey,
  swung,
} from '@eager-contour/core'
import { useMemo } from 'react'
import { useHear } from '../audio/usePlay.ts'
import { useSettings } from '../settings/settings.ts'

/** The swing in which a phrase is heard. */
export const SWING = 0.62

/** A phrase in a key (concert pitch), as the instrument reads it, near the middle of its comfortable notes. */
export const useShown = (phrase: Phrase, tonic: number) => {
  const { instrument } = useSettings()
  return useMemo(() => phraseFor(phrase, tonic, instrument), [phrase, tonic, instrument])
}

/** The first note (from 0) of a phrase in a key that an instrument doesn't have; undefined if it has all of them. */
export const beyondRange = (phrase: Phrase, tonic: number, { range }: Instrument): number | undefined => {
  const { line } = phraseInKey(phrase, tonic, comfortableStart(phrase, range))
  const at = line.notes.findIndex(({ midi }) => midi < range.low || midi > range.high)
  return at < 0 ? undefined : at
}

/** Plays a phrase in a key over its changes. */
export const useHearPhrase = (tonic: number): ((phrase: Phrase) => void) => {
  const hear = useHear()
  const { range } = useSettings().instrument
  return (phrase) => {
    const { analysis, line } = phraseInKey(phrase, tonic, comfortableStart(phrase, range))
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
