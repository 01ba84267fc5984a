import type { Stretch } from '../../tune/chart/chart.ts'
import { type RungId, rungOf } from '../drill/rungs.ts'

/** How a stretch is broken up: not at all, in halves, or in loops of a number of bars; finally it is played whole. */
export type PiecePlan = 'whole' | 'halves' | '1' | '2' | '4' | '8'

/**
 * How a stretch can be broken up for practice.
 *
 * @example PIECE_PLANS[1].name // 'halves, then the whole'
 */
export const PIECE_PLANS: readonly { readonly id: PiecePlan; readonly name: string }[] = [
  { id: 'whole', name: 'whole' },
  { id: 'halves', name: 'halves, then the whole' },
  { id: '1', name: 'bar by bar, then the whole' },
  { id: '2', name: 'two bars at a time, then the whole' },
  { id: '4', name: 'four bars at a time, then the whole' },
  { id: '8', name: 'eight bars at a time, then the whole' },
]

/**
 * The pieces of a stretch in the order in which they are played, the whole last.
 *
 * @example piecesOf({ from: 0, to: 3 }, 'halves') // [{ from: 0, to: 1 }, { from: 2, to: 3 }, { from: 0, to: 3 }]
 */
export const piecesOf = (stretch: Stretch, plan: PiecePlan): readonly Stretch[] => {
  const bars = stretch.to - stretch.from + 1
  const size = plan === 'whole' ? bars : plan === 'halves' ? Math.ceil(bars / 2) : Number(plan)
  if (size >= bars) return [stretch]
  const pieces: Stretch[] = []
  for (let from = stretch.from; from <= stretch.to; from += size)
    pieces.push({ from, to: Math.min(stretch.to, from + size - 1) })
  return [...pieces, stretch]
}

/** The option of a rung that names how much of a figure is played, and the values that are half of one. */
const FIGURE = { option: 'notes', halves: ['the half below', 'the half above'] } as const

/**
 * The variants in which a figure is learned: its half below, its half above, then all of it; only itself where it has no
 * halves.
 *
 * @example partsOf('outline-up', 0) // [0]
 */
export const partsOf = (rung: RungId, variant: number): readonly number[] => {
  const { variants } = rungOf(rung)
  const wanted = variants[variant]?.options
  if (!wanted?.[FIGURE.option]) return [variant]
  const halves = FIGURE.halves.map((half) =>
    variants.findIndex(
      ({ options }) =>
        options?.[FIGURE.option] === half &&
        Object.entries(options).every(([name, value]) => name === FIGURE.option || value === wanted[name]),
    ),
  )
  return halves.some((at) => at < 0 || at === variant) ? [variant] : [...halves, variant]
}

/** What is played in one run of a sequence. */
interface SequenceStep {
  readonly stretch: Stretch
  readonly variant: number
}

/**
 * The runs in one key, in order: each piece of the stretch, and in each piece the halves of a figure before all of it.
 *
 * @example sequenceOf({ from: 0, to: 3 }, 'halves', [0]).length // 3
 */
export const sequenceOf = (
  stretch: Stretch,
  plan: PiecePlan,
  parts: readonly number[],
): readonly SequenceStep[] =>
  piecesOf(stretch, plan).flatMap((piece) => parts.map((variant) => ({ stretch: piece, variant })))
