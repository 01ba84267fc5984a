/** MusicXML, MIDI and ABC, read and written. */

export { isAbc, readAbcChart, readAbcLine } from './abc/read.ts'
export { writeAbc, writeAbcChart } from './abc/write.ts'
export { readMidiLine, readMidiTake } from './midi/read.ts'
export { type MidiVoice, writeBandMidi, writeMidi, writeTakeMidi } from './midi/write.ts'
export { readMusicXmlChart } from './musicxml/readChart.ts'
export { readMusicXmlLine } from './musicxml/readLine.ts'
export { type Passage, type ScorePart, writeMusicXml } from './musicxml/write.ts'
export { openMusicXml } from './musicxml/xml.ts'
export { abcIn, isMidi, type RecognisedFile, recogniseFile } from './recognise.ts'
export type { FileLine } from './voice.ts'
