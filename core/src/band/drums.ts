import type { Feel } from '../chart/chart.ts'
import { type Meter, meterName } from '../rhythm/meter.ts'
import { EIGHTH, type Ticks } from '../rhythm/ticks.ts'

/** A stroke inside a bar: General MIDI percussion, ticks from the bar's start, 1 to 127. */
export interface Stroke {
  readonly midi: number
  readonly tick: Ticks
  readonly velocity: number
}

const RIDE = 51
const PEDAL_HAT = 44
const KICK = 36
const SIDE_STICK = 37
const CLOSED_HAT = 42

interface Groove {
  /** In eighths from the bar's start. */
  readonly ride: readonly number[]
  readonly hat: readonly number[]
  readonly kick: readonly number[]
  readonly stick?: readonly number[]
}

/** Swing: the ride with its skip notes, the pedal hi-hat on 2 and 4, the kick feathered (common practice, no source). */
const SWING: Readonly<Record<string, Groove>> = {
  '4/4': { ride: [0, 2, 3, 4, 6, 7], hat: [2, 6], kick: [0, 2, 4, 6] },
  '2/4': { ride: [0, 2, 3], hat: [2], kick: [0, 2] },
  '3/4': { ride: [0, 2, 3, 4], hat: [2], kick: [0] },
  '5/4': { ride: [0, 2, 3, 4, 6, 8, 9], hat: [2, 6, 8], kick: [0, 6] },
  '6/8': { ride: [0, 2, 3, 5], hat: [3], kick: [0] },
  '12/8': { ride: [0, 2, 3, 5, 6, 8, 9, 11], hat: [3, 9], kick: [0, 6] },
}

/** Straight: eighths on the hat, side stick and kick as in a bossa. */
const STRAIGHT: Readonly<Record<string, Groove>> = {
  '4/4': { ride: [], hat: [0, 1, 2, 3, 4, 5, 6, 7], kick: [0, 3, 4, 7], stick: [0, 3, 6] },
}

/** The strokes of a bar. */
export const strokesOf = (meter: Meter, feel: Feel): readonly Stroke[] => {
  const name = meterName(meter)
  const straight = feel === 'straight' ? STRAIGHT[name] : undefined
  const groove = straight ?? SWING[name] ?? SWING['4/4']!
  const strokes = (midi: number, places: readonly number[], velocity: number) =>
    places.map((place) => ({
      midi,
      tick: place * EIGHTH,
      velocity: place % 2 === 0 ? velocity : velocity - 14,
    }))
  return [
    ...strokes(RIDE, groove.ride, 72),
    ...strokes(straight ? CLOSED_HAT : PEDAL_HAT, groove.hat, 62),
    ...strokes(KICK, groove.kick, 40),
    ...strokes(SIDE_STICK, groove.stick ?? [], 66),
  ]
}
