import type { RuleOf } from '../outcome/reasons.ts'
import { articleOf, capital, chordName, deviceName, inside, partOf, toneOf } from './phrases.ts'
import type { Sentences } from './sentence.ts'
import { degreeName, withSigns } from './signs.ts'

/** What a note does, and why a chord has its scale. */
export const NOTE_SENTENCES: Sentences<RuleOf<'note' | 'run' | 'scale'>> = {
  'note.guide': (degree, symbol, device) =>
    `${capital(toneOf(degree, symbol))}: a guide tone${inside(device)}.`,
  'note.chord': (degree, symbol, device) =>
    `${capital(toneOf(degree, symbol))}: a chord tone${inside(device)}.`,
  'note.approach': (device, semitones, degree, symbol) =>
    device === 'doubleChromatic'
      ? `Leads by half steps into ${toneOf(degree, symbol)}.`
      : `${Math.abs(semitones) === 1 ? 'A half step' : 'A whole step'} ${semitones > 0 ? 'below' : 'above'} ${toneOf(degree, symbol)}, and goes there.`,
  'note.enclosure': (device, degree, symbol) =>
    `Part of ${articleOf(device)}${deviceName(device)} around ${toneOf(degree, symbol)}.`,
  'note.delay': (degree, _symbol, goal, goalSymbol) =>
    `The ${degreeName(degree)} on the beat delays ${toneOf(goal, goalSymbol)}.`,
  'note.anticipation': (_degree, _symbol, goal, goalSymbol) =>
    `Anticipates ${toneOf(goal, goalSymbol)}, before the chord changes.`,
  'note.neighbour': (degree, symbol) =>
    `${capital(toneOf(degree, symbol))}: a neighbour note, left and returned to by step.`,
  'note.outside': (_degree, symbol, goal, goalSymbol) =>
    goal && goalSymbol
      ? `Outside the scale of ${chordName(symbol)}; resolves to ${toneOf(goal, goalSymbol)}.`
      : `Outside the scale of ${chordName(symbol)}.`,
  'note.tension': (degree, symbol) => `${capital(toneOf(degree, symbol))}: a tension that stands out here.`,
  'note.passing': (degree, symbol, device) =>
    `${capital(toneOf(degree, symbol))}: a passing note${inside(device)}.`,
  'note.scale': (degree, symbol, device) =>
    `${capital(toneOf(degree, symbol))}: a scale note${inside(device)}.`,
  'note.colour': (degree, symbol, device) => `${capital(toneOf(degree, symbol))}: ${partOf(device)}.`,
  'note.aside': (degree, aside, symbol) =>
    `${capital(toneOf(degree, aside))}, a half step above ${chordName(symbol)}.`,
  'note.instead': (symbol, written, role) =>
    `${chordName(symbol)} is played over ${chordName(written)}: ${role}.`,
  'run.landing': (places, degree, symbol) => {
    const between = places.map(([a, b]) => `between ${degreeName(a)} and ${degreeName(b)}`).join(', ')
    const lands = `the run lands on ${toneOf(degree, symbol)}`
    if (places.length === 0) return `No extra half step is needed: ${lands}.`
    return `${places.length === 1 ? 'One extra half step' : `${places.length} extra half steps`}, ${between}, and ${lands}.`
  },
  'scale.own': () => 'You chose this scale.',
  'scale.vamp': () => 'A minor chord that stands alone for four bars or more is Dorian.',
  'scale.sus': () => 'A sus chord that doesn’t go on to a minor chord is Mixolydian.',
  'scale.none': () => 'No chord sounds here.',
  'scale.written': (_scale, _usual, degrees) =>
    `The symbol writes the ${degrees.map(degreeName).join(' and the ')}, which the usual scale here doesn’t have.`,
  'scale.kind': () => 'No key explains this chord here; this is the usual scale of its quality.',
  'scale.function': (_scale, numeral, key) =>
    `It is ${withSigns(numeral)} of ${withSigns(key.tonic)} ${key.mode}.`,
}
