import type { Meter } from '../../theory/rhythm/meter.ts'
import type { Ticks } from '../../theory/rhythm/ticks.ts'

export type WrittenLength = 'whole' | 'half' | 'quarter' | 'eighth' | '16th'

/** A note or rest as written: what doesn't fit one sign is tied. */
export interface WrittenEvent {
  /** Ticks from the bar's start. */
  readonly start: Ticks
  readonly duration: Ticks
  readonly length: WrittenLength
  readonly dots: 0 | 1
  /** Index of the line's note; undefined for a rest. */
  readonly note?: number
  /** Letter, accidental in half steps and octave of the written pitch. */
  readonly pitch?: { readonly letter: string; readonly alter: number; readonly octave: number }
  /** The accidental to print; undefined if the signature or the bar already says it. */
  readonly accidental?: number
  /** Whether the accidental is there only to leave no doubt. */
  readonly courtesy?: true
  readonly tiedFrom: boolean
  readonly tiedTo: boolean
  readonly slur?: 'start' | 'stop'
  readonly accent?: true
  /** Events with the same number share a beam. */
  readonly beam?: number
  /** Three in the time of two: events of one group share a bracket. */
  readonly triplet?: number
}

export interface WrittenBar {
  /** Of the tune, from 0; a pickup has the number before the stretch's first bar, and is as long as it needs. */
  readonly number: number
  readonly start: Ticks
  /** A pickup has that of the bar that it leads into. */
  readonly meter: Meter
  readonly chords: readonly { readonly start: Ticks; readonly symbol: string; readonly index: number }[]
  readonly events: readonly WrittenEvent[]
}

export interface Score {
  readonly signature: number
  /** Ticks of the pickup, which is then the first of the bars; 0 if there is none. */
  readonly pickup: Ticks
  readonly bars: readonly WrittenBar[]
}
