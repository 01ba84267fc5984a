import { type Harmony, harmonyRead } from '../../line/figures/harmony.ts'
import type { UnspelledNote } from '../../line/notes/spell.ts'
import type { Instrument } from '../../theory/instrument/instrument.ts'
import { EIGHTH, QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import type { ChordSpan, Stretch } from '../../tune/chart/chart.ts'
import type { Unit } from './limits.ts'
import type { Phrasing, TimedStep } from './setting.ts'
import { filled, type GoesOn, type Shape } from './shapes.ts'

/** A note that a rung asks for; with a spelling if the tune's chords would spell it otherwise. */
export interface SetNote extends UnspelledNote {
  readonly spelling?: string
}

/** What a rung is played over: the chords of the stretch that count, and the instrument. */
export interface Target {
  readonly analysis: Analysis
  readonly stretch: Stretch
  readonly spans: readonly ChordSpan[]
  readonly instrument: Instrument
  readonly unit: Unit
  /** The player's own order of degrees. */
  readonly order?: Shape | undefined
}

const TICKS: Readonly<Record<Exclude<Unit, 'whole'>, Ticks>> = {
  halves: 2 * QUARTER,
  quarters: QUARTER,
  eighths: EIGHTH,
  triplets: QUARTER / 3,
  sixteenths: QUARTER / 4,
}

/**
 * The length of a shape's notes on a chord: the rung's, halved down to eighths until the shape fits; down to sixteenths if it
 * must be whole.
 */
const unitFor = (unit: Unit, count: number, duration: Ticks, whole: boolean): Ticks => {
  if (unit === 'whole') return duration
  const shortest = whole ? TICKS.sixteenths : EIGHTH
  let ticks = TICKS[unit]
  while (ticks > shortest && ticks * count > duration) ticks /= 2
  return ticks
}

/** Notes one after another, of equal length; the last one lasts as long as there is time if the shape is held. */
export const inTime = (
  shape: readonly number[],
  unit: Unit,
  duration: Ticks,
  goesOn: GoesOn,
  whole = false,
): readonly TimedStep[] => {
  const ticks = unitFor(unit, shape.length, duration, whole)
  const notes = filled(shape, Math.max(1, Math.floor(duration / ticks)), goesOn)
  return notes.map((above, at) => ({
    at: at * ticks,
    duration: at === notes.length - 1 ? duration - at * ticks : ticks,
    above,
  }))
}

export const durationOf = ({ start, end }: ChordSpan): Ticks => end - start

/** One phrasing per chord: its ways over the harmony; chords without one rest. */
export const overEach = (
  { analysis, spans }: Target,
  ways: (harmony: Harmony, span: ChordSpan, at: number) => readonly (readonly TimedStep[] | undefined)[],
): readonly Phrasing[] =>
  spans.flatMap((span, at) => {
    const harmony = harmonyRead(analysis, span.index)
    const found = ways(harmony, span, at).filter((one) => one !== undefined && one.length > 0)
    return found.length === 0
      ? []
      : [{ start: span.start, root: harmony.root, ways: found as readonly (readonly TimedStep[])[] }]
  })

export const inEighths = (
  notes: readonly number[] | undefined,
  duration: Ticks,
): readonly TimedStep[] | undefined => notes && inTime(notes, 'eighths', duration, 'held')
