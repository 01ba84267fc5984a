import {
  articleOf,
  capital,
  cellName,
  deviceName,
  intervalName,
  ordinal,
  requestedNote,
  toneOf,
} from './phrases.ts'
import { degreeName, withSigns } from './signs.ts'

export type Sentence = (...args: readonly never[]) => string

/** What is said of a brief that can't be met, of what a line misses, and of any line in a review. */
export const LINE_SENTENCES: Readonly<Record<string, Sentence>> = {
  'brief.noChord': () => 'No line fits here: there is no chord in the stretch.',
  'brief.range': (symbol: string, bar: number) =>
    `The range is too small: it holds no tone of ${withSigns(symbol)} in bar ${bar}. The line goes beyond it.`,
  'brief.first': (request: string | number, symbol: string) =>
    `The line cannot begin on ${requestedNote(request)}: it is no tone of ${withSigns(symbol)} inside the range. It begins where it fits best.`,
  'brief.landing': (request: string | number, symbol: string) =>
    `The line cannot end on ${requestedNote(request)}: it is no tone of ${withSigns(symbol)} inside the range. It ends where it fits best.`,
  'brief.cell': (degrees: readonly string[]) =>
    `The cell ${cellName(degrees)} has fewer than two notes, so it was left out.`,
  'line.shapes': (count: number) =>
    `${count === 1 ? 'A shape of four notes comes' : `${count} shapes of four notes come`} more than twice.`,
  'line.run': (notes: number) => `It runs ${notes} notes in one direction.`,
  'line.devices': (heard: number, wanted: number) =>
    `It has ${heard} different devices where ${wanted} were wished.`,
  'line.cell': (degrees: readonly string[]) => `The cell ${cellName(degrees)} found no place.`,
  'line.alike': (percent: number) => `It shares ${percent} % of its notes with another line.`,
  'line.never': (device: string) => `It could not do without: ${deviceName(device)}.`,
  'find.clash': (degree: string, symbol: string) =>
    `${capital(toneOf(degree, symbol))} stands on a strong beat and goes nowhere: it clashes.`,
  'find.unresolved': (degree: string, symbol: string) =>
    `${capital(toneOf(degree, symbol))} is outside, and nothing brings it home by step.`,
  'find.passedOver': (symbol: string, guides: readonly string[]) =>
    `${withSigns(symbol)} goes by unheard: neither its ${guides.map(degreeName).join(' nor its ')} is played.`,
  'find.jump': (semitones: number, symbol: string) =>
    `A jump of ${intervalName(semitones)} into ${withSigns(symbol)}: the change is not joined.`,
  'find.run': (notes: number) => `${notes} notes in one direction without a turn: where do they aim?`,
  'find.leap': (semitones: number) => `A leap of ${intervalName(semitones)} that does not turn back.`,
  'find.shape': (times: number) => `The same four-note shape for the ${ordinal(times)} time.`,
  'find.twice': () => 'The same note twice: it stops the line without holding it.',
  'find.plain': (what: string, figure: number) =>
    what === 'steps'
      ? `${figure} % steps: up and down the scale, with no skip to hold on to.`
      : `Everything lies within ${intervalName(figure)}: the line stays where it is.`,
  'find.dense': (notes: number) => `${notes} notes a bar: nobody could breathe or listen.`,
  'find.breath': (bars: number) => `${bars} bars without a rest: the line never breathes.`,
  'find.range': (where: string) => `Out of range: too ${where} for the instrument.`,
  'find.finger': (semitones: number) => `A leap of ${intervalName(semitones)} at speed is hard to play.`,
  'find.end': (degree: string, symbol: string) =>
    `The line ends on ${toneOf(degree, symbol)}, which does not rest.`,
  'find.phraseEnd': (degree: string, symbol: string) =>
    `The phrase ends on ${toneOf(degree, symbol)}, which does not rest.`,
  'find.approach': (approach: string) =>
    approach === 'chords'
      ? 'No chord tone on a strong beat, where chord tones were to lead.'
      : 'Outside on a beat, where the key was to lead.',
  'find.contour': (semitones: number) =>
    `${capital(intervalName(Math.abs(semitones)))} ${semitones > 0 ? 'above' : 'below'} the curve that was drawn.`,
  'good.join': (from: string, semitones: number, to: string, symbol: string) =>
    `The ${degreeName(from)} ${semitones < 0 ? 'falls' : 'rises'} a half step into the ${degreeName(to)} of ${withSigns(symbol)}: a join that is heard.`,
  'good.enclosure': (device: string, degree: string, symbol: string) =>
    `${capital(articleOf(device))}${deviceName(device)} right into ${toneOf(degree, symbol)}, on a strong beat.`,
  'good.register': () => 'After the breath another register: a new phrase that is heard as one.',
  'good.end': (degree: string, symbol: string) => `It comes to rest on ${toneOf(degree, symbol)}.`,
}
