import { accidentalOf, type Fifths, fifthsOf, noteName, readNoteName, simpleSpelling } from './fifths.ts'
import { pitchClass } from './interval.ts'

const PITCH = /^([A-G](?:b{0,4}|#{1,4}|x))(-?\d+)$/

/**
 * 'Bb4' for MIDI 70 spelled as B♭ (middle C, MIDI 60, is C4). The spelling must sound like the MIDI number.
 *
 * @example spellPitch(70, fifthsOf('A#')) // 'A#4'
 */
export const spellPitch = (midi: number, fifths: Fifths): string =>
  noteName(fifths) + (Math.floor((midi - accidentalOf(fifths)) / 12) - 1)

/** Each pitch class by its simplest name: naturals, and flats between them except for F♯. */
const PLAIN: readonly Fifths[] = [0, -5, 2, -3, 4, -1, 6, 1, -4, 3, -2, 5]

/** A MIDI number by its simplest name: 61 is 'Db4'. */
export const plainPitch = (midi: number): string => spellPitch(midi, PLAIN[pitchClass(midi)]!)

/**
 * The same name without double accidentals: 'Bbb' as 'A', 'F##' as 'G'.
 *
 * @example simpleName('B##') // 'C#'
 */
export const simpleName = (name: string): string => noteName(simpleSpelling(fifthsOf(name)))

/**
 * The same pitch without double accidentals: 'Bbb4' as 'A4'.
 *
 * @example simplePitch('Cbb4') // 'Bb3'
 */
export const simplePitch = (text: string): string => {
  const pitch = readPitch(text)
  return pitch ? spellPitch(pitch.midi, simpleSpelling(pitch.fifths)) : text
}

/**
 * Reads 'Bb4' into its spelling and octave; undefined when it is no pitch.
 *
 * @example readPitch('Bb4') // { fifths: -2, octave: 4, midi: 70 }
 */
export const readPitch = (text: string): { fifths: Fifths; octave: number; midi: number } | undefined => {
  const found = PITCH.exec(text)
  const fifths = found && readNoteName(found[1]!)
  if (!found || fifths === undefined || fifths === null) return undefined
  const octave = Number(found[2])
  const letterSemitones = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }[found[1]![0] as 'C']
  return { fifths, octave, midi: 12 * (octave + 1) + letterSemitones + accidentalOf(fifths) }
}
