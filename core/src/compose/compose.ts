import type { Analysis } from '../analysis/analysis.ts'
import { fitStretch, stretchTicks } from '../chart/chart.ts'
import type { Line } from '../line/line.ts'
import { spellNotes, type UnspelledNote } from '../line/spell.ts'
import { EIGHTH, QUARTER } from '../rhythm/ticks.ts'
import type { Brief, ComposedLine } from './brief.ts'
import { type Anchor, anchorsOf } from './plan.ts'
import { type ChosenEdge, type Search, solve } from './search.ts'
import { type FillTable, fillTable } from './table.ts'

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
    const search: Search = {
      anchors,
      end,
      table,
      brief: { ...brief, stretch, seed: brief.seed + index },
      used,
    }
    const best = solve(search)
    if (!best) return composed
    const line = spellNotes(analysis, notesOf(best.edges, anchors, end))
    composed.push({ line, cost: best.cost })
    for (const figure of usedFigures(anchors, line)) used.add(figure)
  }
  return composed
}

/** The pitches from each anchor up to the next, as one text an anchor: what makes a figure the same figure. */
const usedFigures = (anchors: readonly Anchor[], line: Line): readonly string[] =>
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
