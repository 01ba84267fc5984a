import type { Ticks } from '../theory/rhythm/ticks.ts'

export type Part = 'line' | 'bass' | 'comp' | 'drums' | 'click'

/** A sound of the band, in ticks from the stretch's first beat, swing included. */
export interface BandEvent {
  readonly part: Part
  readonly tick: Ticks
  readonly duration: Ticks
  readonly midi: number
  /** 1 to 127. */
  readonly velocity: number
}
