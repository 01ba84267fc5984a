import type { ChosenEdge } from './edges.ts'
import type { Anchor } from './plan.ts'

/** How many bars the rhythm of a motif lasts. */
const MOTIF_BARS = 2

type Rhythms = readonly (number | undefined)[]

/** The rhythm from each anchor of some bars on, bar by bar; none where a breath is taken. */
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

/** How much there is to recognise in a rhythm: what is not the plainest, and no breath. */
const character = (rhythms: readonly Rhythms[]): number =>
  rhythms.flat().filter((rhythm) => rhythm !== undefined && rhythm > 0).length

/**
 * The rhythm that a line repeats: the two bars with the most character of a line that was free, for every two bars. By
 * anchor: its rhythm's place in the table.
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
