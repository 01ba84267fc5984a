import {
  type Analysis,
  barAt,
  barStarts,
  beatTicks,
  type ChordStyle,
  degreeName,
  durationName,
  type LineNote,
  type NoteReading,
  noteName,
  readPitch,
  roleName,
  withSigns,
} from '@eager-contour/core'
import { chordText } from '../ui/ChordSymbol.tsx'

/** 'bar 3, beat 2 and': the place of a note in words. */
export const placeWords = (analysis: Pick<Analysis, 'chart'>, tick: number): string => {
  const starts = barStarts(analysis.chart)
  const bar = barAt(starts, tick)
  const beat = beatTicks(analysis.chart.bars[bar]!.meter)
  const within = tick - starts[bar]!
  const off = within % beat
  return `bar ${bar + 1}, beat ${Math.floor(within / beat) + 1}${off === 0 ? '' : off === beat / 2 ? ' and' : ' between'}`
}

/** The note's name without its octave, with real signs. */
export const nameOf = (note: LineNote): string => {
  const pitch = readPitch(note.spelling)
  return pitch ? withSigns(noteName(pitch.fifths)) : note.spelling
}

/** The note's name with its octave: 'E♭5'. */
export const pitchName = (note: LineNote): string => {
  const pitch = readPitch(note.spelling)
  return pitch ? `${nameOf(note)}${pitch.octave}` : note.spelling
}

/** A note as a screen reader says it: 'bar 3, beat 2 and, C5, 3 of A♭7, guide tone, eighth'. */
export const noteLabel = (
  analysis: Analysis,
  note: LineNote,
  reading: NoteReading,
  style: ChordStyle,
): string =>
  `${placeWords(analysis, note.start)}, ${pitchName(note)}, ${degreeName(reading.degree)} of ${reading.ofComing ? 'the coming ' : ''}${chordText(analysis.spans[reading.chord]!.chord, style)}, ${roleName(reading.role)}, ${durationName(note.duration)}`
