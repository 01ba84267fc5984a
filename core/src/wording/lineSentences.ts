import type { RuleOf } from '../outcome/reasons.ts'
import {
  articleOf,
  capital,
  cellName,
  chordName,
  deviceName,
  intervalName,
  ordinal,
  requestedNote,
  toneOf,
} from './phrases.ts'
import type { Sentences } from './sentence.ts'
import { degreeName, withSigns } from './signs.ts'

const countOf = (notes: number): string => `${notes} ${notes === 1 ? 'note' : 'notes'}`

/** What is said about a brief that can't be met, about what a line misses, and about any line in a review. */
export const LINE_SENTENCES: Sentences<
  RuleOf<'brief' | 'line' | 'find' | 'praise' | 'fingering' | 'place' | 'phrase'>
> = {
  'brief.noChord': () => 'No line is possible: there is no chord in these bars.',
  'brief.range': (symbol, bar) =>
    `The range is too small: it has no tone of ${chordName(symbol)} in bar ${bar}. The line goes beyond it.`,
  'brief.first': (note, symbol) =>
    `The line can’t start on ${requestedNote(note)}: it isn’t a tone of ${chordName(symbol)} within the range. It starts where it fits best.`,
  'brief.landing': (note, symbol) =>
    `The line can’t end on ${requestedNote(note)}: it isn’t a tone of ${chordName(symbol)} within the range. It ends where it fits best.`,
  'brief.cell': (degrees) => `The cell ${cellName(degrees)} has fewer than two notes, so it was left out.`,
  'phrase.unread': (what) => `It can’t be read: ${what}.`,
  'place.fits': (key, outside, far) =>
    [
      `in ${withSigns(key.tonic)} ${key.mode}`,
      ...(outside > 0 ? [`${countOf(outside)} outside the scale`] : []),
      ...(far > 0 ? [`${countOf(far)} out of the comfortable range`] : []),
    ].join(', '),
  'fingering.range': (note, side) =>
    `Note ${note} is ${side === 'below' ? 'below the lowest string' : 'above the last fret of the highest string'}.`,
  'fingering.place': (note) => `Note ${note} can’t be played on that string in that position.`,
  'fingering.still': (note) => `Without a shift, note ${note} is out of reach.`,
  'line.shapes': (count) =>
    `${count === 1 ? 'A four-note shape comes' : `${count} four-note shapes come`} more than twice.`,
  'line.run': (notes) => `It runs ${notes} notes in one direction.`,
  'line.devices': (found, wanted) => `It has ${found} different devices instead of ${wanted}.`,
  'line.cell': (degrees) => `No place was found for the cell ${cellName(degrees)}.`,
  'line.alike': (percent) => `It shares ${percent} % of its notes with another line.`,
  'line.absent': (device, why) =>
    `No place was found for ${articleOf(device)}${deviceName(device)}: ${
      why === 'chords' ? 'it fits none of these chords in this range' : 'it doesn’t fit into these phrases'
    }.`,
  'line.fewerPhrases': (came, wanted) =>
    `The phrase comes ${came === 1 ? 'once' : `${came} times`} instead of ${wanted} times.`,
  'line.noPhrase': () =>
    'No place was found for the phrase: its chords are not in these bars, or the range is too small.',
  'line.noTriplet': () => 'No place was found for a triplet in these phrases.',
  'line.noRoom': () => 'There is no room for it in these bars.',
  'line.noIdea': () =>
    'It takes four notes or more, ending on a note of the scale, to make something of them.',
  'line.notDecorated': (bars) =>
    `Nothing fits between the notes in ${bars.length === 1 ? 'bar' : 'bars'} ${bars.join(', ')}.`,
  'line.never': (device) => `It couldn’t do without ${articleOf(device)}${deviceName(device)}.`,
  'find.clash': (degree, symbol) =>
    `${capital(toneOf(degree, symbol))} on a strong beat doesn’t resolve: it clashes.`,
  'find.unresolved': (degree, symbol) =>
    `${capital(toneOf(degree, symbol))} is outside the scale and isn’t resolved by step.`,
  'find.passedOver': (symbol, guides) =>
    `${chordName(symbol)} isn’t outlined: neither its ${guides.map(degreeName).join(' nor its ')} is played.`,
  'find.jump': (semitones, symbol) =>
    `A leap of ${intervalName(semitones)} into ${chordName(symbol)}: no voice leading at the change.`,
  'find.run': (notes) => `${notes} notes in one direction without a turn: where do they aim?`,
  'find.leap': (semitones) => `A leap of ${intervalName(semitones)} that doesn’t turn back.`,
  'find.shape': (times) => `The same four-note shape for the ${ordinal(times)} time.`,
  'find.twice': () => 'The same note twice: it stops the line without holding it.',
  'find.plain': (what, figure) =>
    what === 'steps'
      ? `${figure} % steps: up and down the scale, without skips.`
      : `Everything lies within ${intervalName(figure)}: the line doesn’t move.`,
  'find.dense': (notes) => `${notes} notes a bar: too dense, no rest.`,
  'find.breath': (bars) => `${bars} bars without a rest: nowhere to breathe.`,
  'find.range': (where) => `Out of range: too ${where} for the instrument.`,
  'find.finger': (semitones) => `A leap of ${intervalName(semitones)} at speed is hard to play.`,
  'find.end': (degree, symbol) => `The line ends on ${toneOf(degree, symbol)}, which doesn’t resolve.`,
  'find.phraseEnd': (degree, symbol) =>
    `The phrase ends on ${toneOf(degree, symbol)}, which doesn’t resolve.`,
  'find.approach': (approach) =>
    approach === 'chords'
      ? 'Not a chord tone on a strong beat, although the line is based on chords.'
      : 'Outside the key on a beat, although the line is based on the key.',
  'find.contour': (semitones) =>
    `${capital(intervalName(Math.abs(semitones)))} ${semitones > 0 ? 'above' : 'below'} the contour you drew.`,
  'praise.join': (from, semitones, to, symbol) =>
    `The ${degreeName(from)} ${semitones < 0 ? 'falls' : 'rises'} a half step to the ${degreeName(to)} of ${chordName(symbol)}: clear voice leading.`,
  'praise.enclosure': (device, degree, symbol) =>
    `${capital(articleOf(device))}${deviceName(device)} into ${toneOf(degree, symbol)}, on a strong beat.`,
  'praise.register': () => 'After the rest a new register: the new phrase is heard as one.',
  'praise.end': (degree, symbol) => `It resolves to ${toneOf(degree, symbol)}.`,
}
