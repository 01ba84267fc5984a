import type { ChordKind } from '../../theory/chord/chord.ts'
import type { Degree } from '../../theory/pitch/degree.ts'

/**
 * How one note of a figure is found from a known pitch: a number of steps over chord tones, up the stack of thirds,
 * over the scale, over the notes that may neighbour from above, or in half steps; or the next pitch of a degree in a
 * direction.
 */
export type Step =
  | { readonly over: 'tones' | 'thirds' | 'scale' | 'upper' | 'half'; readonly by: number }
  | { readonly over: 'degree'; readonly degree: Degree; readonly by: 1 | -1 }

/** Notes that leave an anchor; each step is from the note before (`return` goes back to the anchor). */
export interface DepartureRow {
  /** In the trade's words. */
  readonly name: string
  readonly steps: readonly (Step | 'return')[]
  /** The kinds of chord that it belongs to; any if left out. */
  readonly kinds?: readonly ChordKind[]
  /** The degree of the chord that it starts from; any chord tone if left out. */
  readonly from?: Degree
}

/** Notes that lead into a target; each step is from the target, over the target's own chord and scale. */
export interface ApproachRow {
  readonly id: string
  readonly name: string
  readonly steps: readonly Step[]
  /** Only out of an anchor that is the target itself. */
  readonly around?: true
}

export const tones = (by: number): Step => ({ over: 'tones', by })
export const thirds = (by: number): Step => ({ over: 'thirds', by })
export const scale = (by: number): Step => ({ over: 'scale', by })
export const upper = (by: number): Step => ({ over: 'upper', by })
export const half = (by: number): Step => ({ over: 'half', by })

/** Each degree at its next pitch above the previous note. */
export const up = (...degrees: readonly Degree[]): readonly Step[] =>
  degrees.map((degree) => ({ over: 'degree', degree, by: 1 }))

/** Each degree at its next pitch below the previous note. */
export const down = (...degrees: readonly Degree[]): readonly Step[] =>
  degrees.map((degree) => ({ over: 'degree', degree, by: -1 }))

export const times = (count: number, step: Step): readonly Step[] => new Array<Step>(count).fill(step)

export const DOMINANT: readonly ChordKind[] = ['dominant']
export const MAJOR_THIRD: readonly ChordKind[] = ['major', 'dominant']
export const MINOR: readonly ChordKind[] = ['minor', 'tonicMinor']
