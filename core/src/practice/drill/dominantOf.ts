import { chordKind } from '../../theory/chord/chord.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import type { ChordSpan } from '../../tune/chart/chart.ts'

/** The V that a chord belongs to: itself after its ii, or the one that follows it a fourth up. */
export const dominantOf = ({ spans }: Analysis, span: ChordSpan): ChordSpan | undefined => {
  const root = ({ chord }: ChordSpan) => pitchClassOf(fifthsOf(chord.root))
  const isTwo = ({ chord }: ChordSpan) => ['minor', 'halfDiminished'].includes(chordKind(chord))
  const isPair = (two: ChordSpan | undefined, five: ChordSpan | undefined) =>
    two !== undefined &&
    five !== undefined &&
    five.chord.tones.length > 0 &&
    two.chord.tones.length > 0 &&
    isTwo(two) &&
    ['dominant', 'sus'].includes(chordKind(five.chord)) &&
    (root(five) - root(two) + 12) % 12 === 5
  const next = spans[span.index + 1]
  if (isPair(span, next)) return next
  return isPair(spans[span.index - 1], span) ? span : undefined
}
