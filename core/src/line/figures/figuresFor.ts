import type { Ticks } from '../../theory/rhythm/ticks.ts'
import { type Analysis, chordAt } from '../../tune/analysis/analysis.ts'
import type { DeviceId } from './devices.ts'
import { APPROACH_FIGURES, COUNTED_RUN, DEPARTURE_FIGURES } from './figures.ts'
import { COUNTED, type Fill, fillsBetween, MOST_SLOTS } from './fill.ts'
import { type Harmony, harmonyOf, type MinorSixth } from './harmony.ts'

/** A note at its place: MIDI number and tick. */
export interface Spot {
  readonly midi: number
  readonly tick: Ticks
}

export interface FigureOptions {
  /** Only these devices; all where left out. */
  readonly devices?: readonly DeviceId[]
  /** What neighbours the 5 of a minor chord from above. */
  readonly sixth?: MinorSixth
}

/** A figure that fits between a note and a target. */
export interface FittingFigure {
  /** The notes between, MIDI numbers. */
  readonly notes: readonly number[]
  /** Its departure and its approach, in the trade's words. */
  readonly leaves: string
  readonly arrives: string
  readonly devices: readonly DeviceId[]
}

/** The harmony at a tick: the chord that sounds there with the scale of its reading. */
const harmonyAt = (analysis: Analysis, tick: Ticks, sixth?: MinorSixth): Harmony => {
  const { chord, index } = chordAt(analysis, tick)
  return harmonyOf(chord, analysis.readings[index]!.scale, sixth)
}

/**
 * Every figure that fits between a note and a target in a number of slots (0 to 7 notes), each distinct result once.
 * It departs over the chord of the note and approaches over the chord of the target. Empty if none fits or no chord
 * sounds.
 */
export const figuresFor = (
  analysis: Analysis,
  from: Spot,
  to: Spot,
  slots: number,
  options: FigureOptions = {},
): readonly FittingFigure[] => {
  if (slots < 0 || slots > MOST_SLOTS || analysis.spans.length === 0) return []
  const here = harmonyAt(analysis, from.tick, options.sixth)
  const there = harmonyAt(analysis, to.tick, options.sixth)
  if (here.kind === 'none' || there.kind === 'none') return []
  const found = new Map<string, FittingFigure>()
  for (const fill of fillsBetween(slots, here, there, from.midi, to.midi)) {
    const figure = named(fill)
    const sound = fill.notes.join(' ')
    if (found.has(sound) || figure.devices.some((device) => options.devices?.includes(device) === false))
      continue
    found.set(sound, figure)
  }
  return [...found.values()]
}

const named = ({ notes, departure, approach }: Fill): FittingFigure => {
  const departureRow = departure === COUNTED ? COUNTED_RUN : DEPARTURE_FIGURES[departure]!
  const approachRow = APPROACH_FIGURES[approach]!
  return {
    notes,
    leaves: departureRow.name,
    arrives: approachRow.name,
    devices: [departureRow.device, approachRow.device].filter(
      (device) => device !== 'hold' && device !== 'chordTone',
    ),
  }
}
