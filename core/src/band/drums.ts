import type { Feel } from '../theory/rhythm/feel.ts'
import { type Meter, meterName } from '../theory/rhythm/meter.ts'
import { EIGHTH, QUARTER, type Ticks } from '../theory/rhythm/ticks.ts'

/** A stroke inside a bar: General MIDI percussion, ticks from the bar's start, 1 to 127. */
export interface Stroke {
  readonly midi: number
  readonly tick: Ticks
  readonly duration: Ticks
  readonly velocity: number
}

/** The set of drums of a feel. */
export type Kit = 'sticks' | 'brushes'
/**
 * The drum kit that a feel is played on.
 *
 * @example kitOf('swing') // 'sticks'
 */
export const kitOf = (feel: Feel): Kit => (feel === 'ballad' ? 'brushes' : 'sticks')

/** General MIDI percussion keys with their loudness and length. */
const VOICES = {
  ride: { midi: 51, velocity: 72, duration: 60 },
  pedalHat: { midi: 44, velocity: 62, duration: 60 },
  closedHat: { midi: 42, velocity: 58, duration: 60 },
  kick: { midi: 36, velocity: 40, duration: 60 },
  sideStick: { midi: 37, velocity: 66, duration: 60 },
  brushTap: { midi: 38, velocity: 52, duration: 120 },
  brushSwirl: { midi: 40, velocity: 60, duration: 2 * QUARTER },
} as const
type Voice = keyof typeof VOICES

/** Where each voice plays, in eighths from the bar's start. */
type Groove = Readonly<Partial<Record<Voice, readonly number[]>>>

/** The ride with its skip notes, the pedal hi-hat on 2 and 4 (2 in a waltz), the kick feathered (common practice, no source). */
const SWING: Readonly<Record<string, Groove>> = {
  '4/4': { ride: [0, 2, 3, 4, 6, 7], pedalHat: [2, 6], kick: [0, 2, 4, 6] },
  '2/4': { ride: [0, 2, 3], pedalHat: [2], kick: [0, 2] },
  '3/4': { ride: [0, 2, 3, 4], pedalHat: [2], kick: [0] },
  '5/4': { ride: [0, 2, 3, 4, 6, 8, 9], pedalHat: [2, 6, 8], kick: [0, 6] },
  '6/8': { ride: [0, 2, 3, 5], pedalHat: [3], kick: [0] },
  '9/8': { ride: [0, 2, 3, 5, 6, 8], pedalHat: [3], kick: [0] },
  '12/8': { ride: [0, 2, 3, 5, 6, 8, 9, 11], pedalHat: [3, 9], kick: [0, 6] },
  '2/2': { ride: [0, 2, 3, 4, 6, 7], pedalHat: [2, 6], kick: [0, 4] },
  '6/4': { ride: [0, 2, 3, 4, 6, 8, 9, 10], pedalHat: [2, 8], kick: [0, 6] },
  '7/4': { ride: [0, 2, 3, 4, 6, 8, 10, 11, 12], pedalHat: [2, 6, 10], kick: [0, 8] },
}

/** By feel and meter; anything else is played as swing. */
const GROOVES: Readonly<Record<Feel, Readonly<Record<string, Groove>>>> = {
  swing: SWING,
  straight: {
    '4/4': { ride: [0, 1, 2, 3, 4, 5, 6, 7], pedalHat: [2, 6], kick: [0, 3, 4] },
    '3/4': { ride: [0, 1, 2, 3, 4, 5], pedalHat: [2], kick: [0, 3] },
  },
  bossa: {
    '4/4': { closedHat: [0, 1, 2, 3, 4, 5, 6, 7], kick: [0, 3, 4, 7], sideStick: [0, 3, 6] },
  },
  ballad: {
    '4/4': { brushSwirl: [0, 4], brushTap: [2, 3, 6, 7], pedalHat: [2, 6] },
    '3/4': { brushSwirl: [0], brushTap: [2, 4], pedalHat: [2] },
  },
}

/** How much softer an offbeat is struck. */
const OFF_BEAT = 14

/** The strokes of a bar. */
export const strokesOf = (meter: Meter, feel: Feel): readonly Stroke[] => {
  const name = meterName(meter)
  const groove = GROOVES[feel][name] ?? SWING[name] ?? SWING['4/4']!
  return (Object.keys(groove) as readonly Voice[]).flatMap((voice) => {
    const { midi, velocity, duration } = VOICES[voice]
    return groove[voice]!.map((place) => ({
      midi,
      duration,
      tick: place * EIGHTH,
      velocity: place % 2 === 0 ? velocity : velocity - OFF_BEAT,
    }))
  })
}
