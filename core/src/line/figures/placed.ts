import { EIGHTH, QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import { notesFrom } from './fill.ts'
import type { Harmony } from './harmony.ts'
import type { Step } from './steps.ts'

/** A figure with a rhythm of its own: each step is counted from the target, each onset from the beat, in ticks. */
export interface PlacedFigure {
  readonly id: string
  readonly name: string
  readonly steps: readonly Step[]
  readonly onsets: readonly Ticks[]
}

const half = (by: number): Step => ({ over: 'half', by })
const upper = (by: number): Step => ({ over: 'upper', by })
const thirds = (by: number): Step => ({ over: 'thirds', by })

const TRIPLET: Ticks = QUARTER / 3

/** Figures whose target isn't on the beat, and triplet figures (common practice, no source). */
export const PLACED: readonly PlacedFigure[] = [
  {
    id: 'triplet enclosure',
    name: 'triplet enclosure, the target on its third note',
    steps: [half(-1), upper(1), half(0)],
    onsets: [0, TRIPLET, 2 * TRIPLET],
  },
  {
    id: 'led triplet',
    name: 'triplet led into by a half step below, then the 7',
    steps: [half(-1), half(0), thirds(1), thirds(2), thirds(3)],
    onsets: [-EIGHTH, 0, TRIPLET, 2 * TRIPLET, QUARTER],
  },
  {
    id: 'delayed from above',
    name: 'delayed resolution from above',
    steps: [upper(1), half(0)],
    onsets: [0, EIGHTH],
  },
  {
    id: 'delayed from below',
    name: 'delayed resolution from below',
    steps: [half(-1), half(0)],
    onsets: [0, EIGHTH],
  },
  {
    id: 'delayed by half steps',
    name: 'resolution delayed by two half steps from above',
    steps: [half(2), half(1), half(0)],
    onsets: [0, EIGHTH, QUARTER],
  },
]

/** The notes of a placed figure around a target over its harmony; undefined if the chord has no such third. */
export const placedNotes = (
  { steps, onsets }: PlacedFigure,
  target: number,
  harmony: Harmony,
): readonly { readonly midi: number; readonly onset: Ticks }[] | undefined =>
  notesFrom(steps, target, harmony)?.map((midi, at) => ({ midi, onset: onsets[at]! }))
