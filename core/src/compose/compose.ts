import type { Analysis } from '../analysis/analysis.ts'
import { fitStretch, stretchTicks } from '../chart/chart.ts'
import { OPENINGS } from '../figures/figures.ts'
import type { Line } from '../line/line.ts'
import { spellNotes, type UnspelledNote } from '../line/spell.ts'
import { EIGHTH, QUARTER } from '../rhythm/ticks.ts'
import type { Brief, ComposedLine } from './brief.ts'
import type { ChosenEdge, Search } from './edges.ts'
import { type Anchor, anchorsOf } from './plan.ts'
import { solve } from './search.ts'
import { CLOSING_DEVICES, type FillTable, fillTable } from './table.ts'
import { shortfallOf } from './wishes.ts'

/**
 * Writes lines in eighths over a stretch: chord tones at the strong beats and changes, between them a figure that leaves
 * the one and closes on the next, a breath before the phrase is too long. Each line is the exact optimum of the terms in cost/
 * for its seed, by dynamic programming; a further line is solved again with what was used made dearer. Cheapest first in
 * the order found. A table kept from an earlier call with the same devices spares pricing the figures again. Empty where the stretch has no chord or the range holds no chord tone.
 */
export const composeLines = (
  analysis: Analysis,
  brief: Brief,
  table: FillTable = fillTable(brief.devices),
): readonly ComposedLine[] => {
  const stretch = fitStretch(analysis.chart, brief.stretch)
  const anchors = anchorsOf(analysis, stretch)
  if (anchors.length === 0) return []
  const { end } = stretchTicks(analysis.chart, stretch)
  const used = new Set<string>((brief.avoid ?? []).flatMap((line) => usedFigures(anchors, line)))
  const composed: ComposedLine[] = []
  for (let index = 0; index < brief.count; index += 1) {
    const best = wished(analysis, {
      anchors,
      end,
      table,
      brief: { ...brief, stretch, seed: brief.seed + index },
      used,
      worn: new Set(),
      surcharge: CLOSING_DEVICES.map(() => 0),
      leaving: OPENINGS.map(() => 0),
    })
    if (!best) return composed
    composed.push(best)
    for (const figure of usedFigures(anchors, best.line)) used.add(figure)
  }
  return composed
}

/** How often a line is solved again for what is wished of the whole. */
const MOST_ROUNDS = 6

interface Solved {
  readonly line: Line
  readonly cost: number
  readonly missed: number
}

/** The cheapest line; where it falls short as a whole it is solved again with changed weights, and the best is kept. */
const wished = (analysis: Analysis, first: Search): Solved | undefined => {
  let search = first
  let best: Solved | undefined
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const solved = solve(search)
    if (!solved) return best
    const line = spellNotes(analysis, notesOf(solved.edges, search.anchors, search.end))
    const figures = usedFigures(search.anchors, line)
    const { missed, again } = shortfallOf(analysis, search, solved.edges, line, figures)
    if (!best || missed < best.missed) best = { line, cost: solved.cost, missed }
    if (missed === 0) return best
    search = again
  }
  return best
}

/** The pitches from each anchor up to the next, as one text an anchor: what makes a figure the same figure. */
const usedFigures = (
  anchors: readonly Anchor[],
  line: { readonly notes: readonly UnspelledNote[] },
): readonly string[] =>
  anchors.map((anchor, at) => {
    const until = anchors[at + 1]?.tick ?? Number.POSITIVE_INFINITY
    const pitches = line.notes
      .filter((note) => note.start >= anchor.tick && note.start < until)
      .map((note) => note.midi)
    return `${at}:${pitches.join(' ')}`
  })

const notesOf = (
  edges: readonly ChosenEdge[],
  anchors: readonly Anchor[],
  end: number,
): readonly UnspelledNote[] => {
  const notes: UnspelledNote[] = []
  edges.forEach((edge, at) => {
    const tick = anchors[at]!.tick
    const next = anchors[at + 1]?.tick ?? end
    if (edge.kind === 'figure') {
      notes.push({ start: tick, duration: EIGHTH, midi: edge.anchor })
    } else {
      const free = next - tick - edge.notes.length * EIGHTH
      notes.push({ start: tick, duration: heldFor(free, edge.kind), midi: edge.anchor })
    }
    const first = next - edge.notes.length * EIGHTH
    notes.push(...edge.notes.map((midi, step) => ({ start: first + step * EIGHTH, duration: EIGHTH, midi })))
  })
  return notes
}

/** A note before a breath is a quarter where it can leave a rest; the last one lasts up to a half note. */
const heldFor = (free: number, kind: 'breath' | 'end'): number => {
  if (kind === 'end') return Math.min(free, 2 * QUARTER)
  return free > QUARTER ? QUARTER : Math.max(EIGHTH, free - EIGHTH)
}
