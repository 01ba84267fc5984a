import type { ChosenEdge } from './edges.ts'
import type { Anchor } from './plan.ts'

/** The number of bars of a motif's rhythm. */
const MOTIF_BARS = 2

type Rhythms = readonly (number | undefined)[]

/** The rhythm from each anchor of some bars, bar by bar; none where there is a rest. */
const rhythmsOf = (
  anchors: readonly Anchor[],
  edges: readonly ChosenEdge[],
  from: number,
): readonly Rhythms[] =>
  Array.from({ length: MOTIF_BARS }, (_, bar) =>
    edges.flatMap(({ kind, rhythm }, at) =>
      anchors[at]!.bar === from + bar ? [kind === 'figure' ? rhythm : undefined] : [],
    ),
  )

/** How distinctive a rhythm is: everything but the plainest rhythm and rests. */
const character = (rhythms: readonly Rhythms[]): number =>
  rhythms.flat().filter((rhythm) => rhythm !== undefined && rhythm > 0).length

/**
 * The rhythm that a line repeats: the two most distinctive bars of a free line, for every two bars. By anchor: the
 * index of its rhythm in the table.
 */
export const motifOf = (anchors: readonly Anchor[], edges: readonly ChosenEdge[]): Rhythms => {
  const first = anchors[0]!.bar
  const last = anchors.at(-1)!.bar
  let model = rhythmsOf(anchors, edges, first)
  for (let bar = first + MOTIF_BARS; bar + MOTIF_BARS - 1 <= last; bar += MOTIF_BARS) {
    const other = rhythmsOf(anchors, edges, bar)
    if (character(other) > character(model)) model = other
  }
  const begins = new Map<number, number>()
  anchors.forEach(({ bar }, at) => {
    if (!begins.has(bar)) begins.set(bar, at)
  })
  return anchors.map(({ bar }, at) => model[(bar - first) % MOTIF_BARS]?.[at - begins.get(bar)!])
}
