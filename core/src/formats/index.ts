/** MusicXML and MIDI, read and written; ABC, read. */

export { isAbc, readAbcChart } from './abc.ts'
export { readAbcLine, readMidiLine, readMidiTake, readMusicXmlLine } from './lineFile.ts'
export { type MidiVoice, writeBandMidi, writeMidi, writeTakeMidi } from './midi.ts'
export { writeMusicXml } from './musicxml.ts'
export { readMusicXmlChart } from './musicxmlChart.ts'
export { openMusicXml } from './xml.ts'
