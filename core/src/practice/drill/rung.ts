import type { ChordKind } from '../../theory/chord/chord.ts'
import type { Degree } from '../../theory/pitch/degree.ts'
import type { FreeLimits, Unit } from './limits.ts'
import type { GoesOn, Shape } from './shapes.ts'

/** What is played on each chord, by how it is made. */
export type Material =
  /** Shapes over the chord's harmony; of several, the one that connects best. */
  | {
      readonly by: 'shapes'
      readonly shapes: readonly Shape[]
      readonly goesOn: GoesOn
      /** Whether a chord of half a bar gets all of it, in sixteenths if need be. */
      readonly whole?: boolean
      /** Whether it begins a note's length before its chord. */
      readonly early?: boolean
    }
  /** The player's own order of degrees on each chord. */
  | { readonly by: 'order' }
  /** Chord tones without a stop, up one chord and down the next, each from the nearest tone. */
  | { readonly by: 'nearest' }
  /** The chord's own scale from a degree; or joined: from there on by step from chord to chord, turning at the range. */
  | { readonly by: 'scale'; readonly from: number; readonly direction: 1 | -1; readonly joined?: boolean }
  /**
   * The same with the half steps that bring a chord tone onto the next strong place; or over the bar line: onto a tone of
   * the next chord, whose run goes on from there.
   */
  | { readonly by: 'landing'; readonly from: number; readonly direction: 1 | -1; readonly joined?: boolean }
  /** One key's scale through all chords, a chord tone on the first beat of each. */
  | { readonly by: 'key' }
  /** The third and seventh of each chord into the next. */
  | { readonly by: 'guides'; readonly length: 'half' | 'whole'; readonly from?: 3 | 7 }
  /** Rests, and a number of eighths by step into the third or seventh of the coming chord. */
  | { readonly by: 'pickup'; readonly notes: 1 | 2 | 3; readonly into: readonly (3 | 7)[] }
  /** A shape over the V through both chords of a ii–V; chords outside one have their own. */
  | { readonly by: 'five'; readonly shapes: readonly Shape[] }
  /** A shape over other chords that are played in the place of each ii–V. */
  | { readonly by: 'road'; readonly substitution: 'tritone' | 'backdoor' | 'minorFour' | 'throughHalfSteps' }
  /** Degrees that are neither the chord's nor its scale's, each above (or below) the one before, in eighths and back. */
  | { readonly by: 'degrees'; readonly degrees: readonly Degree[]; readonly direction: 1 | -1 }
  /** A saved line as it is written. */
  | { readonly by: 'line' }
  /** A kept phrase wherever it fits; the rest is silent. */
  | { readonly by: 'phrase' }
  /** The player makes the line, within the variant's limits. */
  | { readonly by: 'player'; readonly limits: FreeLimits }

/** One way to play a rung, as the player chooses it. */
export interface Variant {
  readonly name: string
  readonly material: Material
  /** The row's, if left out. */
  readonly unit?: Unit
  /** The values of the options that select it, by option name, if a rung has several options. */
  readonly options?: Readonly<Record<string, string>>
}

export interface RungRow {
  readonly id: string
  readonly grade: number
  readonly gradeName: string
  readonly name: string
  readonly kind: 'set' | 'free'
  /** What is played, in a player's words. */
  readonly asks: string
  readonly unit: Unit
  /** The tempo range of the ladder, in bpm. */
  readonly tempo: { readonly from: number; readonly to: number }
  /** The ways to play it, the default first. */
  readonly variants: readonly [Variant, ...Variant[]]
  /** Only over these chords; the others rest. */
  readonly only?: readonly ChordKind[]
  /** What it plays besides: a saved line, a phrase of the vocabulary. */
  readonly needs?: 'line' | 'phrase'
  /** Whether a cell of the vocabulary may be played in place of its own: as it is, or turned over. */
  readonly takesCell?: 'asIs' | 'turnedOver'
  /** Whether it is heard first, not shown, and answered. */
  readonly byEar?: boolean
}

/** A rung with given notes, as it stands in its table. */
export type SetRow = Omit<RungRow, 'gradeName' | 'kind' | 'tempo'> & {
  readonly tempo: readonly [number, number]
}
