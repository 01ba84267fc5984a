import type { Analysis } from '../../../tune/analysis/analysis.ts'
import { barStarts } from '../../../tune/chart/chart.ts'
import { phraseAt, phraseFits } from '../../phrases/phrase.ts'
import type { Brief } from '../brief.ts'
import type { Ground } from './ground.ts'
import { notePrice, type Piece, pieceOf } from './piece.ts'
import { SOLO_PRICES } from './prices.ts'

const OCTAVE = 12

/** The phrases that a brief asks for as pieces: in every bar where their chords are, in every octave of the range. */
export const vocabularyPieces = (
  analysis: Analysis,
  ground: Ground,
  { vocabulary = [], range }: Brief,
): readonly Piece[] => {
  const end = Math.min(ground.end, barStarts(analysis.chart).at(-1)!)
  return vocabulary.flatMap(({ phrase }, index) =>
    phraseFits(analysis, phrase).flatMap((bar) => {
      const { notes } = phraseAt(analysis, phrase, bar, range.comfortLow)
      const [first, last] = [notes[0]!, notes.at(-1)!]
      if (first.start < ground.start || last.start + last.duration > end) return []
      const low = Math.min(...notes.map(({ midi }) => midi))
      const high = Math.max(...notes.map(({ midi }) => midi))
      const pieces: Piece[] = []
      const lowest = OCTAVE * Math.ceil((range.low - low) / OCTAVE)
      for (let by = lowest; high + by <= range.high; by += OCTAVE) {
        const placed = notes.map(({ start, duration, midi }) => ({ start, duration, midi: midi + by }))
        const price = placed.reduce<number>(
          (sum, { start, duration, midi }) => sum + notePrice(ground, start, duration, midi),
          SOLO_PRICES.cell,
        )
        pieces.push(pieceOf(ground, placed, { kind: 'vocabulary', index }, price))
      }
      return pieces
    }),
  )
}
