/** MusicXML and MIDI, read and written. */

export { readMidiLine, readMidiTake, readMusicXmlLine } from './lineFile.ts'
export { type MidiVoice, writeBandMidi, writeMidi } from './midi.ts'
export { writeMusicXml } from './musicxml.ts'
export { readMusicXmlChart } from './musicxmlChart.ts'
export { openMusicXml } from './xml.ts'
