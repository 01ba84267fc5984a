import {
  type Analysis,
  type Chart,
  type FingeringWish,
  type Instrument,
  instrumentOf,
  type Line,
  type Passage,
  type ScorePart,
  type Stretch,
  spellNotes,
  tuneInKey,
  writeMidi,
  writeMusicXml,
} from '@eager-contour/core'
import { fileName, saveFile } from '../ui/saveFile.ts'
import { fingeredOn } from './fingering/useFingering.ts'

/** The transpositions in which a part is read, each with an instrument that reads so. */
export const TRANSPOSED_PARTS = [
  { id: 'concert', label: 'concert pitch', instrument: instrumentOf('concert') },
  { id: 'Bb', label: 'B♭ instruments', instrument: instrumentOf('trumpet') },
  { id: 'Eb', label: 'E♭ instruments', instrument: instrumentOf('alto-sax') },
  { id: 'F', label: 'F instruments', instrument: instrumentOf('f-horn') },
  { id: 'bass', label: 'bass', instrument: instrumentOf('double-bass') },
] as const

/** A score of one or several parts as a file. */
export const saveScore = (title: string, parts: readonly ScorePart[]): void =>
  saveFile(fileName(title, 'musicxml'), 'application/vnd.recordare.musicxml+xml', writeMusicXml(title, parts))

/** ABC as a file. */
export const saveAbcText = (title: string, abc: string): void =>
  saveFile(fileName(title, 'abc'), 'text/vnd.abc', abc)

/** A line as it sounds, straight, as a MIDI file. */
export const saveLineMidi = (
  title: string,
  chart: Chart,
  line: Line,
  stretch: Stretch,
  tempo: number,
): void =>
  saveFile(fileName(title, 'mid'), 'audio/midi', writeMidi(chart, line, stretch, tempo).slice().buffer)

/** A stretch of a line as an instrument reads it: with strings and frets, if it has them and can play the line. */
export const passageFor = (
  chart: Chart,
  line: Line,
  stretch: Stretch,
  instrument: Instrument,
  wish?: FingeringWish,
): Passage => {
  const fingered = fingeredOn(line, instrument, wish)
  return {
    chart,
    line,
    stretch,
    ...(fingered?.fingering
      ? { fingered: { strings: fingered.board.strings.length, notes: fingered.fingering.notes } }
      : {}),
  }
}

/** A line (concert pitch) in a part for each transposition, one under the other. */
export const groupParts = (sounding: Analysis, line: Line, stretch: Stretch): readonly ScorePart[] =>
  TRANSPOSED_PARTS.map(({ label, instrument }) => {
    const { written } = tuneInKey(sounding, instrument)
    const up = line.notes.map(({ start, duration, midi }) => ({
      ...{ start, duration, midi: midi + instrument.written.semitones },
    }))
    return {
      ...{ name: label, clef: instrument.clef, written: instrument.written },
      passages: [{ chart: written.chart, line: spellNotes(written, up), stretch }],
    }
  })
