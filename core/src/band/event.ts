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

/**
 * Events moved so that none is before tick 0: what begins with a pickup starts with it.
 *
 * @example fromFirstEvent([{ part: 'line', tick: -240, duration: 240, midi: 60, velocity: 90 }])[0].tick // 0
 */
export const fromFirstEvent = (events: readonly BandEvent[]): readonly BandEvent[] => {
  const first = Math.min(0, ...events.map(({ tick }) => tick))
  return first === 0 ? events : events.map((event) => ({ ...event, tick: event.tick - first }))
}
