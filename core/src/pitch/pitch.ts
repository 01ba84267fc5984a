import { accidentalOf, type Fifths, noteName, readNoteName } from './fifths.ts'

const PITCH = /^([A-G](?:bb|##|b|#|x)?)(-?\d+)$/

/** 'Bb4' for MIDI 70 spelled as B♭ (middle C, MIDI 60, is C4). The spelling must sound like the MIDI number. */
export const spellPitch = (midi: number, fifths: Fifths): string =>
  noteName(fifths) + (Math.floor((midi - accidentalOf(fifths)) / 12) - 1)

/** Reads 'Bb4' into its spelling and octave; undefined when it is no pitch. */
export const readPitch = (text: string): { fifths: Fifths; octave: number; midi: number } | undefined => {
  const found = PITCH.exec(text)
  const fifths = found && readNoteName(found[1]!)
  if (!found || fifths === undefined || fifths === null) return undefined
  const octave = Number(found[2])
  const letterSemitones = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }[found[1]![0] as 'C']
  return { fifths, octave, midi: 12 * (octave + 1) + letterSemitones + accidentalOf(fifths) }
}
