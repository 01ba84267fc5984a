import { type Reason, reason } from '../../outcome/reasons.ts'
import type { Instrument } from '../../theory/instrument/instrument.ts'
import { type Analysis, chordAt } from '../../tune/analysis/analysis.ts'
import { analyseLine } from '../explain/analysedLine.ts'
import type { Line } from '../notes/line.ts'
import { comfortableStart, type Phrase, phraseAt, phraseFits } from './phrase.ts'

/** A place of a tune over whose chords a phrase fits. */
export interface PhrasePlace {
  /** From 0. */
  readonly bar: number
  /** The phrase there, as near as can be to the middle of what is comfortable. */
  readonly line: Line
  /** From 0, the best: notes outside the scales read there count double, those that are not comfortable once. */
  readonly penalty: number
  /** How well it lies: its notes outside the scales read there, and those above or below what is comfortable. */
  readonly why: Reason
}

/**
 * Every place of a tune over whose chords a phrase fits, best first: few notes outside the scales read there and outside
 * what is comfortable, then in order.
 * @param analysis the tune, at concert pitch
 * @param range the instrument's, at concert pitch
 * @example placesOf(analysis, phrase, instrumentOf('tenor-sax').range)[0].bar // 0
 */
export const placesOf = (
  analysis: Analysis,
  phrase: Phrase,
  range: Instrument['range'],
): readonly PhrasePlace[] =>
  phraseFits(analysis, phrase)
    .map((bar) => {
      const line = phraseAt(analysis, phrase, bar, comfortableStart(phrase, range))
      const outside = analyseLine(analysis, line).filter(({ isScale, isTone }) => !isScale && !isTone).length
      const far = line.notes.filter(({ midi }) => midi < range.comfortLow || midi > range.comfortHigh).length
      const { key } = analysis.readings[chordAt(analysis, line.notes.at(-1)!.start).index]!
      return {
        ...{ bar, line, penalty: 2 * outside + far },
        why: reason('place.fits', { tonic: key.tonic, mode: key.mode }, outside, far),
      }
    })
    .sort((a, b) => a.penalty - b.penalty || a.bar - b.bar)
