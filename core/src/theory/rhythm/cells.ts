import { EIGHTH, QUARTER, type Ticks } from './ticks.ts'

/** The rhythm of a line: a solo's phrases bring their own; the others are told between strong beats. */
export type RhythmStyle =
  | 'solo'
  | 'eighths'
  | 'triplets'
  | 'sixteenths'
  | 'mixed'
  | 'syncopated'
  | 'sparse'
  | 'bars'

type RhythmKind =
  | 'eighths'
  | 'quarters'
  | 'long'
  | 'syncopated'
  | 'early'
  | 'triplet'
  | 'quarterTriplet'
  | 'sixteenths'

/** Onsets of the notes after the one on a strong beat, in ticks from it. */
export interface RhythmCell {
  readonly kind: RhythmKind
  readonly onsets: readonly Ticks[]
  /** The note on the next strong beat is anticipated by an eighth. */
  readonly early?: true
}

const TRIPLET: Ticks = QUARTER / 3
const SIXTEENTH: Ticks = QUARTER / 4

const cell = (kind: RhythmKind, ...onsets: readonly Ticks[]): RhythmCell => ({ kind, onsets })
const early = (...onsets: readonly Ticks[]): RhythmCell => ({ kind: 'early', onsets, early: true })

/** By the length to fill: a beat, a dotted beat, half a bar (common practice, no source). */
const CELLS: Readonly<Record<Ticks, readonly RhythmCell[]>> = {
  [QUARTER]: [
    cell('eighths', EIGHTH),
    cell('quarters'),
    cell('triplet', TRIPLET, 2 * TRIPLET),
    cell('sixteenths', SIXTEENTH, 2 * SIXTEENTH, 3 * SIXTEENTH),
  ],
  [3 * EIGHTH]: [
    cell('eighths', EIGHTH, 2 * EIGHTH),
    cell('quarters', 2 * EIGHTH),
    cell('syncopated', EIGHTH),
    cell('long'),
    cell('sixteenths', EIGHTH, 3 * SIXTEENTH, 4 * SIXTEENTH, 5 * SIXTEENTH),
  ],
  [2 * QUARTER]: [
    cell('eighths', EIGHTH, QUARTER, 3 * EIGHTH),
    cell('quarters', QUARTER, 3 * EIGHTH),
    cell('quarters', QUARTER),
    cell('syncopated', EIGHTH, 3 * EIGHTH),
    cell('long', 3 * EIGHTH),
    cell('long'),
    early(EIGHTH, QUARTER),
    early(QUARTER),
    early(EIGHTH),
    cell('triplet', TRIPLET, 2 * TRIPLET, QUARTER, 3 * EIGHTH),
    cell('triplet', EIGHTH, QUARTER, QUARTER + TRIPLET, QUARTER + 2 * TRIPLET),
    cell('quarterTriplet', 2 * TRIPLET, 4 * TRIPLET),
    cell('sixteenths', EIGHTH, QUARTER, 5 * SIXTEENTH, 6 * SIXTEENTH, 7 * SIXTEENTH),
    cell('sixteenths', SIXTEENTH, 2 * SIXTEENTH, 3 * SIXTEENTH, QUARTER, 3 * EIGHTH),
  ],
}

/** The cost of each kind in a style; kinds that are left out are not used. */
const STYLES: Readonly<Record<RhythmStyle, Readonly<Partial<Record<RhythmKind, number>>>>> = {
  solo: { eighths: 0 },
  eighths: { eighths: 0 },
  triplets: { eighths: 0, triplet: 1.1 },
  sixteenths: { sixteenths: 0 },
  mixed: {
    eighths: 0,
    quarters: 1.5,
    syncopated: 1.2,
    early: 1.4,
    triplet: 0.9,
    quarterTriplet: 2,
    sixteenths: 2.4,
    long: 2,
  },
  syncopated: { eighths: 2, syncopated: 0.4, early: 0, quarters: 1.4 },
  bars: { long: 0 },
  sparse: { eighths: 4, quarters: 1.2, long: 0, syncopated: 1.2, early: 1.4 },
}

/** A style without its rare kinds on short or odd lengths falls back to every eighth, or to every third of a beat. */
const evenly = (length: Ticks): RhythmCell => {
  const step = length % EIGHTH !== 0 && length % TRIPLET === 0 ? TRIPLET : EIGHTH
  return {
    kind: 'eighths',
    onsets: Array.from({ length: Math.max(0, Math.ceil(length / step) - 1) }, (_, at) => (at + 1) * step),
  }
}

/** A cell with its cost apart from its notes. */
export interface PricedCell extends RhythmCell {
  readonly cost: number
}

/** What an omitted note saves on average, so that rhythms with fewer notes are not cheaper just for that. */
const A_NOTE = 0.8

/** One note, held. */
const HELD_ON: PricedCell = { ...cell('long'), cost: 0 }

/** The cells of a style that fill a length in ticks; the fullest one costs nothing. Never empty. */
export const cellsFor = (length: Ticks, style: RhythmStyle): readonly PricedCell[] => {
  if (style === 'bars') return [HELD_ON]
  const costs = STYLES[style]
  const cells = (CELLS[length] ?? []).filter(({ kind }) => costs[kind] !== undefined)
  const usable = cells.length > 0 ? cells : [evenly(length)]
  const most = Math.max(...usable.map(({ onsets }) => onsets.length))
  return usable.map((one) => ({
    ...one,
    cost: (costs[one.kind] ?? 0) + A_NOTE * (most - one.onsets.length),
  }))
}

/** The largest distance between the strong beats of a style. */
export const longestSegment = (style: RhythmStyle): Ticks => (style === 'sixteenths' ? QUARTER : 2 * QUARTER)
