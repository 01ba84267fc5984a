import type { Line } from '../../line/notes/line.ts'
import { spellNotes } from '../../line/notes/spell.ts'
import { toKind } from '../../line/phraseChanges/changes.ts'
import { downbeatOf, type Phrase } from '../../line/phrases/phrase.ts'
import { type ChordKind, chordKind } from '../../theory/chord/chord.ts'
import type { Instrument } from '../../theory/instrument/instrument.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { OCTAVE } from '../../theory/pitch/interval.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import { type Stretch, stretchTicks } from '../../tune/chart/chart.ts'
import { type Phrasing, setOnInstrument } from './setting.ts'

/** Where the cell begins on each chord: on its first note, or on whichever of its notes is nearest (its inversions). */
export type CellStart = 'first' | 'nearest'

/** A cell's pitches from each of its notes on: those before it come after the last, an octave higher. */
const inversionsOf = (steps: Phrasing['ways'][number]): Phrasing['ways'] => {
  const heights = steps.map(({ above }) => above)
  const octaves = OCTAVE * Math.max(1, Math.ceil((Math.max(...heights) - Math.min(...heights)) / OCTAVE))
  return steps.map((_, from) =>
    steps.map((step, at) => {
      const of = (at + from) % steps.length
      return { ...step, above: heights[of]! + (of < from ? octaves : 0) }
    }),
  )
}

/**
 * A cell (a phrase over one chord) on every chord of a stretch: its degrees as each chord has them, in the octaves with the
 * smallest joins in total. Where a chord is shorter than the cell, the notes that fit. A pickup leads into each chord. With `nearest` the cell may begin on any of its notes: the inversions and octaves with the smallest joins in total.
 * @returns a line at concert pitch; without notes if the phrase has more than one chord
 * @example throughChords(analysis, readPhrase('IIm7', 'R 9 b3 5'), stretch, trumpet).notes.length // 16
 */
export const throughChords = (
  analysis: Analysis,
  cell: Phrase,
  stretch: Stretch,
  instrument: Instrument,
  begin: CellStart = 'first',
): Line => {
  const { start, end } = stretchTicks(analysis.chart, stretch)
  const own = cell.chords[0]?.kind
  const moved = new Map<ChordKind, Phrase | undefined>()
  const cellOver = (kind: ChordKind): Phrase | undefined => {
    if (!moved.has(kind))
      moved.set(kind, kind === own && cell.chords.length === 1 ? cell : toKind(cell, kind)?.phrase)
    return moved.get(kind)
  }
  const lead = Math.min(0, (cell.notes[0]?.at ?? 0) - downbeatOf(cell))
  const spans = analysis.spans.filter(
    (span) => span.start >= start && span.start < end && span.chord.tones.length > 0,
  )
  const phrasings = spans.flatMap((span, place): readonly Phrasing[] => {
    const here = cellOver(chordKind(span.chord))
    // Its lead-in makes room in the chord before, if that is long enough.
    const from = place > 0 && spans[place - 1]!.end + lead < spans[place - 1]!.start ? 0 : lead
    const until = span.end - span.start + (place + 1 < spans.length ? lead : 0)
    const steps = here?.notes
      .map(({ at, duration, semitones }) => ({ at: at - downbeatOf(here), duration, above: semitones }))
      .filter(({ at }) => at >= from && at < until)
      .map((step) => ({ ...step, duration: Math.min(step.duration, until - step.at) }))
    return steps && steps.length > 0
      ? [
          {
            start: span.start,
            root: pitchClassOf(fifthsOf(span.chord.root)),
            // What leads in leads into the first note.
            ways: begin === 'nearest' && lead === 0 ? inversionsOf(steps) : [steps],
          },
        ]
      : []
  })
  return spellNotes(analysis, setOnInstrument(phrasings, instrument))
}
