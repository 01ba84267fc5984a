import { chordKind } from '../../theory/chord/chord.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import type { ChordSpan } from '../../tune/chart/chart.ts'

/** A minor or half-diminished chord and the dominant a fourth above it that follows. */
export interface TwoFive {
  readonly two: ChordSpan
  readonly five: ChordSpan
}

/** The ii–V that a chord belongs to, as either of its two chords. */
export const twoFiveAt = ({ spans }: Pick<Analysis, 'spans'>, span: ChordSpan): TwoFive | undefined =>
  pairOf(span, spans[span.index + 1]) ?? pairOf(spans[span.index - 1], span)

/** Every ii–V, in order. */
export const twoFivesOf = ({ spans }: Pick<Analysis, 'spans'>): readonly TwoFive[] =>
  spans.flatMap((span, index) => pairOf(span, spans[index + 1]) ?? [])

const pairOf = (two: ChordSpan | undefined, five: ChordSpan | undefined): TwoFive | undefined => {
  if (!two || !five || chordKind(five.chord) !== 'dominant') return undefined
  if (!['minor', 'halfDiminished'].includes(chordKind(two.chord))) return undefined
  const up = pitchClassOf(fifthsOf(five.chord.root)) - pitchClassOf(fifthsOf(two.chord.root))
  return (up + 12) % 12 === 5 ? { two, five } : undefined
}
