import type { RuleOf } from '../outcome/reasons.ts'
import type { Sentences } from './sentence.ts'

/** What is wrong with a chord symbol, a chart, a file or a field. */
export const READING_SENTENCES: Sentences<RuleOf<'chord' | 'chart' | 'import' | 'field'>> = {
  'chord.unread': (symbol, rest) =>
    rest === symbol ? `Can’t read “${symbol}”.` : `Can’t read “${rest}” in “${symbol}”.`,
  'chart.empty': () => 'No bars yet. Write chords and separate bars with |.',
  'chart.header': (name, known) => `“${name}” isn’t a heading. Headings are ${known.join(', ')}.`,
  'chart.key': (text) => `“${text}” isn’t a key.`,
  'chart.time': (text) => `Can’t use the time signature “${text}”.`,
  'chart.tempo': (text) => `The tempo “${text}” isn’t between 20 and 400.`,
  'chart.feel': (text) => `The feel “${text}” isn’t one of swing, straight, bossa, ballad.`,
  'chart.beats': (beats) => `The beats of this bar don’t add up to ${beats}.`,
  'chart.pickup': (text) => `“${text}” isn’t a number of beats for a pickup.`,
  'chart.endingWithoutRepeat': (passes) => `Ending ${passes} has no repeat before it.`,
  'chart.nothingToRepeat': () => 'There is no bar before this one to repeat.',
  'chart.tooLong': (bars, most) => `The tune has ${bars} bars; the limit is ${most}.`,
  'chart.emptyBar': () => 'No chord in this bar. Write N.C. if none sounds.',
  'import.tooLarge': (most) =>
    `The file is too large: the limit is ${Math.round(most / 1e6)} MB, unpacked. Nothing was imported.`,
  'import.brokenArchive': () =>
    'The archive is damaged and can’t be unpacked. Nothing was imported; export the score again.',
  'import.nothingInside': () => 'There is no MusicXML score in this archive.',
  'import.entities': () =>
    'The file declares entities of its own, which a score doesn’t need and which can do harm. Nothing was imported.',
  'import.broken': (what) => `Damaged, or not MusicXML: ${what} Nothing was imported.`,
  'import.abc': (what) => `It can’t be read as ABC from here on: “${what}”. Nothing was imported.`,
  'import.tooSlow': (seconds) =>
    `It takes more than ${seconds} seconds to read, so reading was stopped. Nothing was imported.`,
  'import.notMidi': () => 'Not a standard MIDI file, or damaged.',
  'import.noNotes': () => 'There are no notes in it.',
  'import.tooManyNotes': (count, most) => `It has ${count} notes; the limit for a line is ${most}.`,
  'import.notMusicXml': () => 'Not a MusicXML score.',
  'import.timewise': () => 'The score is written timewise. Export it partwise, the usual way.',
  'import.noHarmony': () => 'The score has no chord symbols, so there are no changes to import.',
  'import.harmony': (kind) =>
    kind === '' ? 'A chord symbol in this bar has no root.' : `Can’t read the kind of harmony “${kind}”.`,
  'field.invalid': (path, problem) => (path === '' ? problem : `${path}: ${problem}`),
}
