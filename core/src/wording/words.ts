import type { Reason, RuleId } from '../outcome/reasons.ts'
import type { ChordStyle } from '../theory/chord/write.ts'
import { LINE_SENTENCES } from './lineSentences.ts'
import { NOTE_SENTENCES } from './noteSentences.ts'
import { styleSymbols } from './phrases.ts'
import { PRACTICE_SENTENCES } from './practiceSentences.ts'
import { READING_SENTENCES } from './readingSentences.ts'
import type { Sentences } from './sentence.ts'

export { deviceName } from './phrases.ts'

/** What each rule says. */
const SENTENCES: Sentences<RuleId> = {
  ...NOTE_SENTENCES,
  ...READING_SENTENCES,
  ...LINE_SENTENCES,
  ...PRACTICE_SENTENCES,
}

/**
 * A reason or a problem as a sentence, musical signs set.
 *
 * @param style writes the chord symbols in the player's style; without it they stand as in the chart
 * @example wordReason(reason('find.leap', 9)) // 'A leap of a sixth that doesn’t turn back.'
 */
export const wordReason = ({ rule, args }: Reason, style?: ChordStyle): string =>
  styleSymbols((SENTENCES[rule] as (...args: readonly unknown[]) => string)(...args), style)

const JOIN_NAMES: Readonly<Record<string, string>> = {
  halfStepIntoThird: 'half step into the 3',
  halfStepIntoSeventh: 'half step into the 7',
  guideStays: 'a guide tone stays',
  guidesChangePlaces: '3 and 7 swap',
  wholeStepIntoThird: 'whole step into the 3',
  wholeStepIntoSeventh: 'whole step into the 7',
  sharedNote: 'a common tone',
  jump: 'no step, no common tone: a leap',
}

/**
 * What a change of chord offers a line, in the trade's words.
 *
 * @example joinName('halfStepIntoThird') // 'half step into the 3'
 */
export const joinName = (kind: string): string => JOIN_NAMES[kind] ?? kind

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

/**
 * A role in the trade's words: 'guide' as guide tone.
 *
 * @example roleName('guide') // 'guide tone'
 */
export const roleName = (role: string): string => ROLE_NAMES[role] ?? role
