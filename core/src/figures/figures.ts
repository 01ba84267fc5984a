/** How one note of a figure is found: steps over chord tones, over the scale, or in half steps, from a place already known. */
export interface Step {
  readonly over: 'tones' | 'scale' | 'half'
  readonly by: number
}

export type DeviceId =
  | 'arpeggio'
  | 'skip'
  | 'scale'
  | 'neighbour'
  | 'below'
  | 'above'
  | 'chordTone'
  | 'enclosure'
  | 'doubleChromatic'
  | 'threeNoteEnclosure'
  | 'fourNoteEnclosure'
  | 'scaleRun'
  | 'breath'
  | 'hold'

/** Notes that leave an anchor; each step is from the note before (`return` goes back to the anchor). */
export interface Opening {
  readonly id: string
  readonly device: DeviceId
  readonly steps: readonly (Step | 'return')[]
}

/** Notes that lead into a target; each step is from the target, over the target's own chord and scale. */
export interface Closing {
  readonly id: string
  readonly device: DeviceId
  readonly steps: readonly Step[]
}

const tones = (by: number): Step => ({ over: 'tones', by })
const scale = (by: number): Step => ({ over: 'scale', by })
const half = (by: number): Step => ({ over: 'half', by })

/** Out of an anchor by arpeggio, skip, scale step or neighbour. */
export const OPENINGS: readonly Opening[] = [
  { id: 'none', device: 'hold', steps: [] },
  { id: 'arpeggio up 1', device: 'arpeggio', steps: [tones(1)] },
  { id: 'arpeggio down 1', device: 'arpeggio', steps: [tones(-1)] },
  { id: 'skip up', device: 'skip', steps: [tones(2)] },
  { id: 'skip down', device: 'skip', steps: [tones(-2)] },
  { id: 'scale up 1', device: 'scale', steps: [scale(1)] },
  { id: 'scale down 1', device: 'scale', steps: [scale(-1)] },
  { id: 'arpeggio up 2', device: 'arpeggio', steps: [tones(1), tones(1)] },
  { id: 'arpeggio down 2', device: 'arpeggio', steps: [tones(-1), tones(-1)] },
  { id: 'broken up', device: 'skip', steps: [tones(2), tones(-1)] },
  { id: 'broken down', device: 'skip', steps: [tones(-2), tones(1)] },
  { id: 'scale up 2', device: 'scale', steps: [scale(1), scale(1)] },
  { id: 'scale down 2', device: 'scale', steps: [scale(-1), scale(-1)] },
  { id: 'lower neighbour', device: 'neighbour', steps: [half(-1), 'return'] },
  { id: 'upper neighbour', device: 'neighbour', steps: [scale(1), 'return'] },
  { id: 'arpeggio up 3', device: 'arpeggio', steps: [tones(1), tones(1), tones(1)] },
  { id: 'arpeggio down 3', device: 'arpeggio', steps: [tones(-1), tones(-1), tones(-1)] },
  { id: 'turn back up', device: 'arpeggio', steps: [tones(1), tones(1), tones(-1)] },
  { id: 'turn back down', device: 'arpeggio', steps: [tones(-1), tones(-1), tones(1)] },
]

/** Into a target from below, from above, from both sides, by half steps or by the scale. */
export const CLOSINGS: readonly Closing[] = [
  { id: 'none', device: 'chordTone', steps: [] },
  { id: 'below', device: 'below', steps: [half(-1)] },
  { id: 'above', device: 'above', steps: [scale(1)] },
  { id: 'half above', device: 'above', steps: [half(1)] },
  { id: 'scale below', device: 'scale', steps: [scale(-1)] },
  { id: 'above, below', device: 'enclosure', steps: [scale(1), half(-1)] },
  { id: 'below, above', device: 'enclosure', steps: [half(-1), scale(1)] },
  { id: 'double chromatic below', device: 'doubleChromatic', steps: [half(-2), half(-1)] },
  { id: 'double chromatic above', device: 'doubleChromatic', steps: [half(2), half(1)] },
  { id: 'scale from above', device: 'scale', steps: [scale(2), scale(1)] },
  { id: 'scale from below', device: 'scale', steps: [scale(-2), scale(-1)] },
  { id: 'above, half above, below', device: 'threeNoteEnclosure', steps: [half(2), half(1), half(-1)] },
  { id: 'two below, above', device: 'threeNoteEnclosure', steps: [half(-2), half(-1), scale(1)] },
  { id: 'run from above', device: 'scaleRun', steps: [scale(3), scale(2), scale(1)] },
  { id: 'run from below', device: 'scaleRun', steps: [scale(-3), scale(-2), scale(-1)] },
  { id: 'run from above with a half step', device: 'scaleRun', steps: [scale(2), scale(1), half(1)] },
]
