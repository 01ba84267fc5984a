import type { LineNote } from '../../line/notes/line.ts'
import { type Phrase, phraseAt, phraseFits } from '../../line/phrases/phrase.ts'
import type { Instrument } from '../../theory/instrument/instrument.ts'
import { OCTAVE } from '../../theory/pitch/interval.ts'
import type { Ticks } from '../../theory/rhythm/ticks.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import { barStarts, type Stretch, stretchTicks } from '../../tune/chart/chart.ts'

/** Where a phrase can be played in a stretch: its bar (from 0), and from its first note to the end of its last. */
export interface PhrasePlace {
  readonly bar: number
  readonly start: Ticks
  readonly end: Ticks
}

/** Every place where a phrase fits inside a stretch; they may overlap. */
export const phrasePlaces = (
  analysis: Analysis,
  phrase: Phrase,
  stretch: Stretch,
): readonly PhrasePlace[] => {
  const { start, end } = stretchTicks(analysis.chart, stretch)
  const starts = barStarts(analysis.chart)
  const [first, last] = [phrase.notes[0], phrase.notes.at(-1)]
  if (!first || !last) return []
  return phraseFits(analysis, phrase)
    .map((bar) => ({
      bar,
      start: starts[bar]! + first.at,
      end: starts[bar]! + last.at + last.duration,
    }))
    .filter((place) => place.start >= start && place.end <= end)
}

/** Places one after another, without overlap. */
export const oneAfterAnother = (places: readonly PhrasePlace[]): readonly PhrasePlace[] => {
  let free = Number.NEGATIVE_INFINITY
  return places.filter(({ start, end }) => {
    if (start < free) return false
    free = end
    return true
  })
}

/** A phrase at a place, in the octave of the instrument in which most of it is comfortable. */
export const phraseThere = (
  analysis: Analysis,
  phrase: Phrase,
  { bar }: PhrasePlace,
  { range }: Instrument,
): readonly LineNote[] => {
  const middle = (range.comfortLow + range.comfortHigh) / 2
  const outside = (notes: readonly LineNote[]) =>
    notes.reduce((sum, { midi }) => sum + Math.max(0, range.comfortLow - midi, midi - range.comfortHigh), 0)
  return [middle, middle - OCTAVE, middle + OCTAVE]
    .map((near) => phraseAt(analysis, phrase, bar, near).notes)
    .reduce((best, notes) => (outside(notes) < outside(best) ? notes : best))
}
