import { beatTicks } from '../../theory/rhythm/meter.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import { anchorCost, endingCost } from '../cost/anchorCost.ts'
import { type FillContext, type Price, priceFor } from '../cost/prices.ts'
import { LINE_COSTS } from '../cost/terms.ts'
import { type AnalysedNote, analyseLine } from '../explain/analysedLine.ts'
import { fillsBetween, MOST_SLOTS } from '../figures/fill.ts'
import type { Line } from '../notes/line.ts'
import { phrasesOf } from '../notes/shapes.ts'

const price: Price = priceFor({})

/** The anchors of any line: the first and last notes of its phrases and those on strong beats. */
const anchorsIn = (notes: readonly AnalysedNote[], from: number, to: number): readonly number[] =>
  Array.from({ length: to - from + 1 }, (_, at) => from + at).filter(
    (index) => index === from || index === to || notes[index]!.strength === 2,
  )

/**
 * The cost of any line by the composer's terms: the least over the ways to read the notes between its anchors as
 * figures; notes that are no figure cost more. Noise and memory, which belong to one search, are left out. Over N.C.
 * nothing is counted.
 */
export const costOfLine = (analysis: Analysis, line: Line): number => {
  const notes = analyseLine(analysis, line)
  let cost = 0
  for (const [from, to] of phrasesOf(notes)) {
    const anchors = anchorsIn(notes, from, to)
    anchors.forEach((index, at) => {
      const note = notes[index]!
      const before = notes[index - 1]
      if (note.harmony.kind === 'none') return
      cost += anchorCost(note.harmony, note.midi, before === undefined || before.chord !== note.chord)
      const next = anchors[at + 1]
      if (next !== undefined) cost += betweenCost(analysis, notes, index, next)
    })
    const last = notes[to]!
    if (last.harmony.kind !== 'none') cost += endingCost(last.harmony, last.midi)
    if (to < notes.length - 1) cost += LINE_COSTS.breath
  }
  return cost
}

const betweenCost = (
  analysis: Analysis,
  notes: readonly AnalysedNote[],
  from: number,
  to: number,
): number => {
  const [anchor, target] = [notes[from]!, notes[to]!]
  if (target.harmony.kind === 'none') return 0
  const inside = notes.slice(from + 1, to)
  const beat = beatTicks(analysis.chart.meter)
  const place: FillContext = {
    length: target.start - anchor.start,
    beat,
    afterBeat: ((anchor.start % beat) + beat) % beat,
    here: anchor.harmony,
    there: target.harmony,
    change: anchor.chord !== target.chord,
  }
  const cell = { kind: 'eighths' as const, onsets: inside.map(({ start }) => start - anchor.start), cost: 0 }
  const played = inside.map(({ midi }) => midi)
  const readings =
    played.length > MOST_SLOTS
      ? []
      : fillsBetween(played.length, anchor.harmony, target.harmony, anchor.midi, target.midi)
          .filter(({ notes: figure }) => figure.every((midi, at) => midi === played[at]))
          .map((fill) => price(place, cell, fill, anchor.midi, target.midi))
  if (readings.length > 0) return Math.min(...readings)
  const unread = { notes: played, departure: 0, approach: 0 }
  return price(place, cell, unread, anchor.midi, target.midi) + LINE_COSTS.noFigure
}
