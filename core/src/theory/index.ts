/** What is true of notes without a tune: pitch, rhythm, instruments, chords, scales, voice leading. */

export {
  CHORD_KINDS,
  type Chord,
  type ChordKind,
  chordPitchClasses,
  guideTones,
  KIND_SYMBOLS,
  transposeChord,
} from './chord/chord.ts'
export { readChordSymbol } from './chord/read.ts'
export { type ChordStyle, chordParts } from './chord/write.ts'
export { INSTRUMENTS, type Instrument, instrumentOf, writtenRange } from './instrument/instrument.ts'
export { DEGREES, type Degree, degreeFifths, degreeSemitones } from './pitch/degree.ts'
export {
  type Fifths,
  fifthsOf,
  noteName,
  pitchClassOf,
  readNoteName,
  simpleSpelling,
} from './pitch/fifths.ts'
export { pitchClass } from './pitch/interval.ts'
export { type Key, keySignature, keysOfMode, readKey, transposeKey } from './pitch/key.ts'
export { readPitch, simpleName, simplePitch, spellPitch } from './pitch/pitch.ts'
export type { RhythmStyle } from './rhythm/cells.ts'
export { type Feel, swingOf } from './rhythm/feel.ts'
export type { Grid } from './rhythm/grid.ts'
export { barTicks, beatTicks, meterName } from './rhythm/meter.ts'
export { type Swing, swung } from './rhythm/swing.ts'
export { EIGHTH, msToTicks, QUARTER, type Ticks, ticksToMs } from './rhythm/ticks.ts'
export { SCALES, type ScaleId, scaleDegrees } from './scale/scale.ts'
export { changeBetween } from './voiceleading/change.ts'
export { joinsBetween } from './voiceleading/joins.ts'
