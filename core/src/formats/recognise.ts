import { readChart } from '../tune/chart/read.ts'
import { isAbc, readAbcChart, readAbcLine } from './abc/read.ts'
import { readMidiLine } from './midi/read.ts'
import { readMusicXmlChart } from './musicxml/readChart.ts'
import { readMusicXmlLine } from './musicxml/readLine.ts'
import { openMusicXml, textOf } from './musicxml/xml.ts'

/** What a file is, and what is in it that can be used here. */
export interface RecognisedFile {
  readonly kind: 'midi' | 'musicxml' | 'abc' | 'chart' | 'archive' | 'unknown'
  /** Bars of changes. */
  readonly bars: number
  /** Notes of a line. */
  readonly notes: number
}

/** A text with notes or changes has some kilobytes: a larger file is none. */
const MOST_TEXT = 500_000

/**
 * Whether a file (bytes) is a standard MIDI file, by its first letters.
 *
 * @example isMidi(writeMidi(chart, line, stretch)) // true
 */
export const isMidi = (bytes: Uint8Array): boolean => String.fromCharCode(...bytes.slice(0, 4)) === 'MThd'

/**
 * The text of a tune in ABC; undefined for any other file.
 *
 * @example abcIn(writeMidi(chart, line, stretch)) // undefined
 */
export const abcIn = (bytes: Uint8Array): string | undefined => {
  const text = textIn(bytes)
  return isAbc(text) ? text : undefined
}

const textIn = (bytes: Uint8Array): string => (bytes.length <= MOST_TEXT ? textOf(bytes) : '')

/**
 * What a file (bytes) is, whatever its name says: a standard MIDI file, MusicXML (also compressed), ABC, a chart as text, or an
 * archive of something else, such as a library.
 *
 * @example recogniseFile(writeMidi(chart, line, stretch)).kind // 'midi'
 */
export const recogniseFile = (bytes: Uint8Array): RecognisedFile => {
  if (isMidi(bytes)) {
    const line = readMidiLine(bytes)
    return { kind: 'midi', bars: 0, notes: line.ok ? line.value.notes.length : 0 }
  }
  const abc = abcIn(bytes)
  if (abc !== undefined) {
    const [chart, line] = [readAbcChart(abc), readAbcLine(abc)]
    return {
      kind: 'abc',
      bars: chart.ok ? chart.value.bars.length : 0,
      notes: line.ok ? line.value.notes.length : 0,
    }
  }
  const score = openMusicXml(bytes)
  if (score.ok && /<score-(?:partwise|timewise)/.test(score.value)) {
    const [chart, line] = [readMusicXmlChart(score.value), readMusicXmlLine(score.value)]
    return {
      kind: 'musicxml',
      bars: chart.ok ? chart.value.bars.length : 0,
      notes: line.ok ? line.value.notes.length : 0,
    }
  }
  if (bytes[0] === ZIP[0] && bytes[1] === ZIP[1]) return { kind: 'archive', bars: 0, notes: 0 }
  const text = textIn(bytes)
  const chart = text.includes('|') ? readChart(text) : undefined
  return chart?.ok && chart.value.bars.length > 0
    ? { kind: 'chart', bars: chart.value.bars.length, notes: 0 }
    : { kind: 'unknown', bars: 0, notes: 0 }
}

/** The letters PK (ZIP file format specification, section 4.3.7). */
const ZIP = [0x50, 0x4b] as const
