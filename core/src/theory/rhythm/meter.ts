import { QUARTER, type Ticks } from './ticks.ts'

/** A time signature. */
export interface Meter {
  readonly beats: number
  readonly unit: 2 | 4 | 8
}

interface MeterRow {
  /** Ticks of one counted beat (a dotted quarter in 6/8, 9/8 and 12/8, a half in 2/2). */
  readonly beat: Ticks
  /** Counted beats of a bar, from 0, that are strong. */
  readonly strong: readonly number[]
}

/** Beats and strong beats (common practice, no source). */
const METERS: Readonly<Record<string, MeterRow>> = {
  '4/4': { beat: QUARTER, strong: [0, 2] },
  '2/4': { beat: QUARTER, strong: [0] },
  '3/4': { beat: QUARTER, strong: [0] },
  '5/4': { beat: QUARTER, strong: [0, 3] },
  '6/8': { beat: QUARTER * 1.5, strong: [0, 1] },
  '9/8': { beat: QUARTER * 1.5, strong: [0] },
  '12/8': { beat: QUARTER * 1.5, strong: [0, 2] },
  '2/2': { beat: QUARTER * 2, strong: [0, 1] },
  // Counted 3 and 3, and 4 and 3.
  '6/4': { beat: QUARTER, strong: [0, 3] },
  '7/4': { beat: QUARTER, strong: [0, 4] },
}

export const COMMON_TIME: Meter = { beats: 4, unit: 4 }

/**
 * A meter as it is written.
 *
 * @example meterName({ beats: 6, unit: 8 }) // '6/8'
 */
export const meterName = (meter: Meter): string => `${meter.beats}/${meter.unit}`

/** Reads '4/4'; undefined for a signature that isn't in the strong-beat table. */
export const readMeter = (text: string): Meter | undefined => {
  const found = /^(\d+)\s*\/\s*(\d+)$/.exec(text.trim())
  if (!found || !(`${found[1]}/${found[2]}` in METERS)) return undefined
  return { beats: Number(found[1]), unit: Number(found[2]) as Meter['unit'] }
}

export const knownMeters = (): readonly string[] => Object.keys(METERS)

/**
 * The length of a bar.
 *
 * @example barTicks({ beats: 3, unit: 4 }) // 1440
 */
export const barTicks = (meter: Meter): Ticks => (meter.beats * 4 * QUARTER) / meter.unit

/**
 * Ticks of one counted beat.
 *
 * @example beatTicks({ beats: 6, unit: 8 }) // 720
 */
export const beatTicks = (meter: Meter): Ticks => METERS[meterName(meter)]!.beat

/** Ticks from the bar's start of each strong beat. */
export const strongPlaces = (meter: Meter): readonly Ticks[] =>
  METERS[meterName(meter)]!.strong.map((beat) => beat * beatTicks(meter))
