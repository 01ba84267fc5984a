import type { Line } from '../../line/notes/line.ts'
import { spellNotes } from '../../line/notes/spell.ts'
import { toKind } from '../../line/phrases/changes.ts'
import type { Phrase } from '../../line/phrases/phrase.ts'
import { type ChordKind, chordKind } from '../../theory/chord/chord.ts'
import type { Instrument } from '../../theory/instrument/instrument.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import { type Stretch, stretchTicks } from '../../tune/chart/chart.ts'
import { type Phrasing, setOnInstrument } from './setting.ts'

/**
 * A cell (a phrase over one chord) on every chord of a stretch: its degrees as each chord has them, in the octaves with the
 * smallest joins in total. Where a chord is shorter than the cell, the notes that fit.
 * @returns a line at concert pitch; without notes if the phrase has more than one chord
 * @example throughChords(analysis, readPhrase('IIm7', 'R 9 b3 5'), stretch, trumpet).notes.length // 16
 */
export const throughChords = (
  analysis: Analysis,
  cell: Phrase,
  stretch: Stretch,
  instrument: Instrument,
): Line => {
  const { start, end } = stretchTicks(analysis.chart, stretch)
  const own = cell.chords[0]?.kind
  const moved = new Map<ChordKind, Phrase | undefined>()
  const cellOver = (kind: ChordKind): Phrase | undefined => {
    if (!moved.has(kind))
      moved.set(kind, kind === own && cell.chords.length === 1 ? cell : toKind(cell, kind)?.phrase)
    return moved.get(kind)
  }
  const phrasings = analysis.spans
    .filter((span) => span.start >= start && span.start < end && span.chord.tones.length > 0)
    .flatMap((span): readonly Phrasing[] => {
      const here = cellOver(chordKind(span.chord))
      const steps = here?.notes
        .filter(({ at }) => at >= 0 && span.start + at < span.end)
        .map(({ at, duration, semitones }) => ({
          at,
          duration: Math.min(duration, span.end - span.start - at),
          above: semitones,
        }))
      return steps && steps.length > 0
        ? [{ start: span.start, root: pitchClassOf(fifthsOf(span.chord.root)), ways: [steps] }]
        : []
    })
  return spellNotes(analysis, setOnInstrument(phrasings, instrument))
}
