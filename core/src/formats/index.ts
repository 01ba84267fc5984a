/** MusicXML, MIDI and ABC, read and written. */

export { isAbc, readAbcChart } from './abc.ts'
export { writeAbc } from './abcWrite.ts'
export { type FileLine, readAbcLine, readMidiLine, readMidiTake, readMusicXmlLine } from './lineFile.ts'
export { type MidiVoice, writeBandMidi, writeMidi, writeTakeMidi } from './midi.ts'
export { writeMusicXml } from './musicxml.ts'
export { readMusicXmlChart } from './musicxmlChart.ts'
export { openMusicXml } from './xml.ts'
