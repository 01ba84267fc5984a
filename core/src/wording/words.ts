import type { Reason } from '../outcome/outcome.ts'
import { LINE_SENTENCES, type Sentence } from './lineSentences.ts'
import { capital, deviceName, inside, toneOf } from './phrases.ts'
import { degreeName, withSigns } from './signs.ts'

export { deviceName } from './phrases.ts'

/** What each rule says, of notes and of what can go wrong. */
const SENTENCES: Readonly<Record<string, Sentence>> = {
  'note.guide': (degree: string, symbol: string, device: string | null) =>
    `${capital(toneOf(degree, symbol))}: a guide tone${inside(device)}.`,
  'note.chord': (degree: string, symbol: string, device: string | null) =>
    `${capital(toneOf(degree, symbol))}: a chord tone${inside(device)}.`,
  'note.approach': (device: string, semitones: number, degree: string, symbol: string) =>
    device === 'doubleChromatic'
      ? `Leads by half steps into ${toneOf(degree, symbol)}.`
      : `${Math.abs(semitones) === 1 ? 'A half step' : 'A whole step'} ${semitones > 0 ? 'below' : 'above'} ${toneOf(degree, symbol)}, and goes there.`,
  'note.enclosure': (device: string, degree: string, symbol: string) =>
    `Part of ${device === 'enclosure' ? 'an' : 'a'} ${deviceName(device)} around ${toneOf(degree, symbol)}.`,
  'note.delay': (degree: string, _symbol: string, goal: string, goalSymbol: string) =>
    `The ${degreeName(degree)} on the beat keeps ${toneOf(goal, goalSymbol)} waiting.`,
  'note.anticipation': (_d: string, _symbol: string, goal: string, goalSymbol: string) =>
    `Already ${toneOf(goal, goalSymbol)}, before the chord is there.`,
  'note.neighbour': (degree: string, symbol: string) =>
    `${capital(toneOf(degree, symbol))}: a neighbour, left and returned from by step.`,
  'note.outside': (_degree: string, symbol: string, goal?: string, goalSymbol?: string) =>
    goal && goalSymbol
      ? `Outside the scale of ${withSigns(symbol)}; ${toneOf(goal, goalSymbol)} brings it home.`
      : `Outside the scale of ${withSigns(symbol)}.`,
  'note.tension': (degree: string, symbol: string) =>
    `${capital(toneOf(degree, symbol))}: a tension that stands out here.`,
  'note.passing': (degree: string, symbol: string, device: string | null) =>
    `${capital(toneOf(degree, symbol))}: passes between its neighbours${inside(device)}.`,
  'note.scale': (degree: string, symbol: string, device: string | null) =>
    `${capital(toneOf(degree, symbol))}: a scale note${inside(device)}.`,
  'chord.unread': (symbol: string, rest: string) =>
    rest === symbol
      ? `“${symbol}” is no chord symbol.`
      : `“${rest}” in “${symbol}” is no part of a chord symbol.`,
  'chart.empty': () => 'There are no bars yet. Write chords between strokes.',
  'chart.header': (name: string, known: readonly string[]) =>
    `“${name}” is no heading. The headings are ${known.join(', ')}.`,
  'chart.key': (text: string) => `“${text}” is no key.`,
  'chart.time': (text: string) => `The time “${text}” is not known here.`,
  'chart.tempo': (text: string) => `The tempo “${text}” is not between 20 and 400.`,
  'chart.feel': (text: string) => `The feel “${text}” is none of: swing, straight, bossa, ballad.`,
  'chart.beats': (beats: number) => `The beats of this bar do not add up to ${beats}.`,
  'chart.pickup': (text: string) => `“${text}” is no number of beats for a pickup.`,
  'chart.endingWithoutRepeat': (passes: string) => `The ending ${passes} follows no repeat.`,
  'chart.nothingToRepeat': () => 'There is no bar before this one to repeat.',
  'chart.tooLong': (bars: number, most: number) => `The tune has ${bars} bars; the most is ${most}.`,
  'chart.emptyBar': () => 'There is no chord in this bar. N.C. says that none sounds.',
  'import.tooLarge': (most: number) =>
    `The file is too large: at most ${Math.round(most / 1e6)} MB are read, unpacked. Nothing was taken from it.`,
  'import.brokenArchive': () =>
    'The archive is broken and could not be unpacked. Nothing was taken from it; export the score again.',
  'import.nothingInside': () => 'There is no MusicXML score in this archive.',
  'import.entities': () =>
    'The file declares entities of its own, which no score needs and which can do harm. It was not read.',
  'import.broken': (what: string) => `The file is no whole XML: ${what} Nothing was taken from it.`,
  'import.notMidi': () => 'This is not a standard MIDI file, or it is broken.',
  'import.noNotes': () => 'There are no notes in it.',
  'import.tooManyNotes': (count: number, most: number) =>
    `It holds ${count} notes; a line holds ${most} at most.`,
  'import.notMusicXml': () => 'This is not a MusicXML score.',
  'import.timewise': () =>
    'The score is written timewise. Export it partwise, which is what programs usually write.',
  'import.noHarmony': () => 'The score has no chord symbols, so there are no changes to take from it.',
  'import.harmony': (kind: string) =>
    kind === ''
      ? 'A chord symbol in this bar names no chord by its root.'
      : `The kind of harmony “${kind}” is no chord that can be read.`,
  'scale.own': () => 'You chose this scale.',
  'scale.none': () => 'No chord sounds here.',
  'scale.written': (_scale: string, _usual: string, degrees: readonly string[]) =>
    `The symbol writes the ${degrees.map(degreeName).join(' and the ')}, which the usual scale of this place lacks.`,
  'scale.kind': () => 'No key explains this chord here; this is what its kind suggests by itself.',
  'scale.function': (_scale: string, numeral: string, key: { tonic: string; mode: string }) =>
    `It is ${withSigns(numeral)} of ${withSigns(key.tonic)} ${key.mode}.`,
  ...LINE_SENTENCES,
  'next.bar': (bar: number) => `The trouble lies in bar ${bar}: that bar by itself, from the one before.`,
  'next.slower': (tempo: number) => `A mark is under 70: slower, at ${tempo}.`,
  'next.again': () => 'A mark is under 70, and this is the slowest: once more, bar by bar.',
  'next.nearly': () => 'Every mark is at least 70: once more, until it holds.',
  'next.holds': () => 'It holds: once more, and twice running raises the tempo.',
  'next.faster': (tempo: number) => `It held twice running: up to ${tempo}.`,
  'next.key': () => 'It holds through and through: the same in the next key.',
  'next.rung': (name: string) => `It holds in every key: the next rung, ${name}.`,
  'next.up': (tempo: number) => `It held: up to ${tempo}.`,
  'next.down': (tempo: number) => `It did not hold: down to ${tempo}.`,
  'next.piece': (from: number, to: number) =>
    from === to ? `It holds: on to bar ${from}.` : `It holds: on to bars ${from} to ${to}.`,
  'next.list': (title: string, at: number, all: number) => `Next in the list, ${at} of ${all}: ${title}.`,
  'next.listDone': (title: string) => `That was the last of ${title}. On goes the ladder.`,
  'next.done': () => 'It holds in every key, and the ladder ends here.',
  'exercise.empty': (rung: string) => EMPTY[rung] ?? 'There is no chord to play in this stretch.',
  'exercise.phraseNowhere': (...bars: readonly number[]) =>
    bars.length === 0
      ? 'The phrase fits nowhere in this tune: its chords are not there.'
      : `The phrase does not fit in these bars; in this tune it begins in bar ${bars.join(', ')}.`,
}

/** Rungs that play what the player has kept. */
const EMPTY: Readonly<Record<string, string>> = {
  'your-line': 'The line has no notes in this stretch.',
  'phrase-keys': 'No phrase is chosen.',
  'phrase-place': 'No phrase is chosen.',
}

const JOIN_NAMES: Readonly<Record<string, string>> = {
  halfStepIntoThird: 'half step into the 3',
  halfStepIntoSeventh: 'half step into the 7',
  guideStays: 'a guide tone stays',
  guidesChangePlaces: '3 and 7 change places',
  wholeStepIntoThird: 'whole step into the 3',
  wholeStepIntoSeventh: 'whole step into the 7',
  sharedNote: 'a shared note',
  jump: 'no step, no shared note: a jump',
}

/** What a change of chord offers a line, in the trade's words. */
export const joinName = (kind: string): string => JOIN_NAMES[kind] ?? kind

/** A reason or a problem as a sentence, musical signs set. */
export const wordReason = ({ rule, args }: Reason): string => {
  const sentence = SENTENCES[rule] as ((...args: readonly unknown[]) => string) | undefined
  return sentence ? sentence(...args) : rule
}

/** Whether a rule has its words: every rule that core uses must. */
export const isWorded = (rule: string): boolean => rule in SENTENCES

const ROLE_NAMES: Readonly<Record<string, string>> = {
  anticipation: 'anticipation',
  guide: 'guide tone',
  chord: 'chord tone',
  delay: 'delayed resolution',
  enclosure: 'enclosure',
  approach: 'approach note',
  neighbour: 'neighbour note',
  outside: 'outside note',
  tension: 'tension',
  passing: 'passing note',
  scale: 'scale note',
}

export const roleName = (role: string): string => ROLE_NAMES[role] ?? role
