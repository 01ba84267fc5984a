import type { Stretch } from '../chart/chart.ts'
import type { DeviceId } from '../figures/figures.ts'
import type { Line } from '../line/line.ts'

/** 0 never, 1 rarely, 2 sometimes, 3 often. */
export type Weight = 0 | 1 | 2 | 3

/** What the player asks of a line. */
export interface Brief {
  readonly stretch: Stretch
  readonly seed: number
  readonly count: number
  /** Sounding MIDI numbers: never outside low and high, best inside the comfortable part. */
  readonly range: {
    readonly low: number
    readonly comfortLow: number
    readonly comfortHigh: number
    readonly high: number
  }
  readonly devices?: Readonly<Partial<Record<DeviceId, Weight>>>
  /** Bars after which a breath has to come. */
  readonly breathBars: 2 | 4
  /** Lines that the answer should not repeat. */
  readonly avoid?: readonly Line[]
}

export interface ComposedLine {
  readonly line: Line
  readonly cost: number
  /** How many wishes of the whole (shapes, runs, devices) it still misses. */
  readonly missed: number
}
