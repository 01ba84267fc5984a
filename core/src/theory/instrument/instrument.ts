import type { Fifths } from '../pitch/fifths.ts'

type InstrumentId =
  | 'concert'
  | 'trumpet'
  | 'flugelhorn'
  | 'alto-sax'
  | 'tenor-sax'
  | 'baritone-sax'
  | 'clarinet'
  | 'f-horn'
  | 'trombone'
  | 'concert-bass'
  | 'guitar'
  | 'bass-guitar'
  | 'double-bass'

export interface Instrument {
  readonly id: InstrumentId
  readonly name: string
  readonly clef: 'treble' | 'bass'
  /** Whether it is blown: its player warms up with long tones. */
  readonly wind?: boolean
  /** Half steps and line-of-fifths steps from the sounding to the written pitch. */
  readonly written: { readonly semitones: number; readonly fifths: Fifths }
  /** Sounding MIDI numbers: lowest, comfortable low and high, highest. */
  readonly range: {
    readonly low: number
    readonly comfortLow: number
    readonly comfortHigh: number
    readonly high: number
  }
  /** Sounding MIDI numbers of the open strings, lowest first, for instruments with a fingerboard. */
  readonly strings?: readonly number[]
}

const SOUNDING = { semitones: 0, fifths: 0 }
const UP_MAJOR_SECOND = { semitones: 2, fifths: 2 }
const UP_OCTAVE = { semitones: 12, fifths: 0 }

/**
 * Transpositions, ranges and tunings: common practice, no source.
 *
 * @example INSTRUMENTS[0].name // 'concert pitch'
 */
export const INSTRUMENTS: readonly Instrument[] = [
  {
    id: 'concert',
    name: 'concert pitch',
    clef: 'treble',
    written: SOUNDING,
    range: { low: 52, comfortLow: 58, comfortHigh: 81, high: 88 },
  },
  {
    id: 'trumpet',
    name: 'B♭ trumpet',
    clef: 'treble',
    wind: true,
    written: UP_MAJOR_SECOND,
    range: { low: 52, comfortLow: 56, comfortHigh: 77, high: 84 },
  },
  {
    id: 'flugelhorn',
    name: 'B♭ flugelhorn',
    clef: 'treble',
    wind: true,
    written: UP_MAJOR_SECOND,
    range: { low: 52, comfortLow: 55, comfortHigh: 76, high: 82 },
  },
  {
    id: 'clarinet',
    name: 'B♭ clarinet',
    clef: 'treble',
    wind: true,
    written: UP_MAJOR_SECOND,
    range: { low: 50, comfortLow: 52, comfortHigh: 82, high: 91 },
  },
  {
    id: 'alto-sax',
    name: 'alto sax',
    clef: 'treble',
    wind: true,
    written: { semitones: 9, fifths: 3 },
    range: { low: 49, comfortLow: 53, comfortHigh: 76, high: 81 },
  },
  {
    id: 'tenor-sax',
    name: 'tenor sax',
    clef: 'treble',
    wind: true,
    written: { semitones: 14, fifths: 2 },
    range: { low: 44, comfortLow: 48, comfortHigh: 71, high: 76 },
  },
  {
    id: 'baritone-sax',
    name: 'baritone sax',
    clef: 'treble',
    wind: true,
    written: { semitones: 21, fifths: 3 },
    range: { low: 36, comfortLow: 41, comfortHigh: 64, high: 69 },
  },
  {
    id: 'f-horn',
    name: 'F horn',
    clef: 'treble',
    wind: true,
    written: { semitones: 7, fifths: 1 },
    range: { low: 41, comfortLow: 48, comfortHigh: 70, high: 77 },
  },
  {
    id: 'trombone',
    name: 'trombone',
    clef: 'bass',
    wind: true,
    written: SOUNDING,
    range: { low: 40, comfortLow: 46, comfortHigh: 67, high: 72 },
  },
  {
    id: 'concert-bass',
    name: 'concert pitch, bass clef',
    clef: 'bass',
    written: SOUNDING,
    range: { low: 36, comfortLow: 43, comfortHigh: 64, high: 72 },
  },
  {
    id: 'guitar',
    name: 'guitar',
    clef: 'treble',
    written: UP_OCTAVE,
    range: { low: 40, comfortLow: 48, comfortHigh: 76, high: 86 },
    strings: [40, 45, 50, 55, 59, 64],
  },
  {
    id: 'bass-guitar',
    name: 'bass guitar',
    clef: 'bass',
    written: UP_OCTAVE,
    range: { low: 28, comfortLow: 31, comfortHigh: 55, high: 67 },
    strings: [28, 33, 38, 43],
  },
  {
    id: 'double-bass',
    name: 'double bass',
    clef: 'bass',
    written: UP_OCTAVE,
    range: { low: 28, comfortLow: 31, comfortHigh: 55, high: 62 },
    strings: [28, 33, 38, 43],
  },
]

/**
 * The instrument by its id; concert pitch for an id that is not in the table.
 *
 * @example instrumentOf('trumpet').written.semitones // 2
 */
export const instrumentOf = (id: string): Instrument =>
  INSTRUMENTS.find((instrument) => instrument.id === id) ?? INSTRUMENTS[0]!

/**
 * An instrument's range as its notes are written: MIDI numbers.
 *
 * @example writtenRange(instrumentOf('trumpet')).low // 54
 */
export const writtenRange = ({ range, written: { semitones } }: Instrument): Instrument['range'] => ({
  low: range.low + semitones,
  comfortLow: range.comfortLow + semitones,
  comfortHigh: range.comfortHigh + semitones,
  high: range.high + semitones,
})
