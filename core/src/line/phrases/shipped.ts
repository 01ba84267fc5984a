import type { PhraseFamily } from './family.ts'
import type { Phrase } from './phrase.ts'
import { readPhrase } from './written.ts'

/**
 * What a phrase is used for, in a player's words.
 *
 * @example PHRASE_USES.turnaround // 'turnaround'
 */
export const PHRASE_USES = {
  twoFiveOne: 'ii–V–I, 4 bars',
  twoFiveOneShort: 'ii–V–I, 2 bars',
  minorTwoFiveOne: 'minor, 4 bars',
  minorTwoFiveOneShort: 'minor, 2 bars',
  twoFive: 'ii–V',
  fiveOne: 'V–I',
  one: 'I',
  staticDominant: 'static dominant',
  bluesOpening: 'blues 1–4',
  bluesFour: 'blues 5–6',
  bluesClose: 'blues 9–12',
  turnaround: 'turnaround',
  bridge: 'bridge',
  modal: 'modal',
} as const

export type PhraseUse = keyof typeof PHRASE_USES

/** A phrase that ships, as it is written: `name | use | families | grade | chords | notes`, in the notation of `readPhrase`. */
type ShippedRow = `${string} | ${PhraseUse} | ${string} | ${1 | 2 | 3} | ${string} | ${string}`

export interface ShippedPhrase {
  readonly id: string
  readonly name: string
  readonly use: PhraseUse
  /** As they are found by `familiesOf`, the most telling first. */
  readonly families: readonly PhraseFamily[]
  /** From 1, easy, to 3. */
  readonly grade: number
  readonly phrase: Phrase
}

/** Written for this product, taken from nobody; read one by one over their chords (common practice, no source). */
const ROWS: readonly ShippedRow[] = [
  'Thirds lead down | twoFiveOne | altered diminished arpeggio | 3 | IIm7 V7 Imaj7 | r b3 5 b7 9 R b7 5 | 3 5 b7 b9 R b7 5 b13 | 5_ 3_ r__',
  'The seventh falls | twoFiveOne | diminished pentatonic halfSteps ending | 2 | IIm7 V7 Imaj7 | b7_ r 5 b3 R b7 R | 3_ r 5 b7 b9 R b7 | 3_ 9 R 5__',
  'Over the top | twoFiveOne | altered diminished arpeggio | 3 | IIm7 V7 Imaj7 | r R b3 5 b7 9 b7 R | 3 b7 13 5 b7 b9 R b13 | 9 7 5 3_ r_',
  'Late to the one | twoFiveOne | diminished arpeggio ending | 3 | IIm7 V7 Imaj7 | r_ 5 b3 5 b7 9 R | b7 5 3 5 b7_ b9 R | r_ 3 5 9 R_',
  'Two answers | twoFiveOne | arpeggio ending | 2 | IIm7 V7 Imaj7 | 5 b3 R_ r R b3 5 | 3 R b7_ r b7 b9 R | 3_ 13 5 9__',
  'Arpeggio and turn | twoFiveOne | altered diminished arpeggio ending | 3 | IIm7 V7 Imaj7 | R b3 5 b7 9_ r 11 | v3 R b7 5 b9_ R b13 | 3_ r 5 3 R_',
  'Half steps home | twoFiveOne | altered scale ending | 3 | IIm7 V7 Imaj7 | R b7 13 5 ^11 b3 9 R | b7 13 5 11 3 R #9 b9 | 5_ r 3 9 R_',
  'Eight from the nine | twoFiveOne | diminished pentatonic arpeggio ending | 3 | IIm7 V7 Imaj7 | 9 R b7 5 b3 5 b7 9 | 13 5 3 5 b7 b9 R 5 | 9_ 3 5 R__',
  'Quiet landing | twoFiveOne | halfSteps ending | 2 | IIm7 V7 Imaj7 | r__ 11 b3 R b7 | 13_ 5_ r b9 R b7 | 3. 5 9__',
  'Round the third | twoFiveOne | halfSteps enclosure arpeggio ending | 3 | IIm7 V7 Imaj7 | 5_ r_ 9 R b3 5 | 3 5 b7 9 b9 R b7 5 | 9 11 3_ 5 3 R_',
  'Quick third | twoFiveOneShort | diminished guideTones | 1 | IIm7:2 V7:2 Imaj7 | b3 5 b7 R 3 5 b7 b9 | 5_ 3_ r__',
  'Down and out | twoFiveOneShort | halfSteps guideTones ending | 1 | IIm7:2 V7:2 Imaj7 | 5 b3 R b7 ^3 b9 R b7 | 3_ 5 3 R__',
  'From the ninth | twoFiveOneShort | halfSteps | 2 | IIm7:2 V7:2 Imaj7 | 9 R b7 5 b9 R b7 5 | 3 5 R 9_ r_',
  'Triplet climb | twoFiveOneShort | arpeggio ending | 2 | IIm7:2 V7:2 Imaj7 | (R b3 5) b7_ b9 R b7 5 | 3_ 9 R 5__',
  'Round and home | twoFiveOneShort | diminished scale ending | 1 | IIm7:2 V7:2 Imaj7 | b3 9 R b7 3 5 b9 R | 5_ r 3 R__',
  'Four steps | twoFiveOneShort | diminished ending | 2 | IIm7:2 V7:2 Imaj7 | R 9 b3 5 3 5 b9 R | 3 5 9_ R_ r_',
  'Leap to the flat nine | twoFiveOneShort | scale ending | 1 | IIm7:2 V7:2 Imaj7 | r b3 5 b7 b9 R b7 5 | 3_ 9 R_ r_',
  'Flat five down | minorTwoFiveOne | altered diminished scale ending | 3 | IIø V7 Im6 | r b3 b5 b7 R b7 b5 R | 3 b7 b9 R b13 5 11 3 | R_ b3 5 9__',
  'The long way | minorTwoFiveOne | altered diminished arpeggio ending | 2 | IIø V7 Im6 | R b3 b5 b7 11_ r b3 | b9 b7 b13 5 3 5 b7 b9 | 5_ r b3 R__',
  'Sighs | minorTwoFiveOne | arpeggio ending | 1 | IIø V7 Im6 | b5 b3_ r_ b3 R_ | 3 5_ r_ b9 R_ | b3_ 9 R 5__',
  'Up the diminished | minorTwoFiveOne | diminished arpeggio ending | 2 | IIø V7 Im6 | b5 b3 R b7 b5_ r R | 3 5 b7 b9 3 b9 b7 5 | b3_ 5 13 9__',
  'A question | minorTwoFiveOne | arpeggio | 2 | IIø V7 Im6 | r_ b7 b5 b3 b5 b7 R | b7 b9_ R_ r v3 5 | R b3 5_ 6_ r_',
  'Two by two | minorTwoFiveOneShort | diminished guideTones arpeggio | 1 | IIø:2 V7:2 Im6 | b3 b5 b7 R 3 5 b7 b9 | 5_ b3_ r__',
  'Falling nine | minorTwoFiveOneShort | diminished arpeggio ending | 1 | IIø:2 V7:2 Im6 | 11 b3 R b7 ^b9 b7 5 3 | b3 R 5_ 9__',
  'From the seven | minorTwoFiveOneShort | scale arpeggio ending | 1 | IIø:2 V7:2 Im6 | b7 b5 b3 R 3 b13 5 b7 | b3_ 9 R__',
  'Turn in the middle | minorTwoFiveOneShort | altered diminished arpeggio ending | 1 | IIø:2 V7:2 Im6 | R b3 b5 b7 b13 5 b9 b7 | 5 b3 R_ 13__',
  'Half a bar each | twoFive | diminished | 1 | IIm7:2 V7:2 | b3 5 b7 R 3 5 b9 R',
  'Up to the nine | twoFive | guideTones arpeggio | 1 | IIm7:2 V7:2 | R b3 5 b7 9 b7 5 3',
  'One and one | twoFive | halfSteps guideTones arpeggio | 3 | IIm7 V7 | r b3 5 b7 9 R b7 5 | 3 5 b7 9 vb13 5 11 3',
  'The five through both | twoFive | diminished arpeggio | 2 | IIm7 V7 | 13 R b3 5 b7 5 b3 R | 3 5 b7 b9 R b7 3_',
  'Altered step down | fiveOne | altered halfSteps guideTones ending | 2 | V7 Imaj7 | r R b9 #9 3 b9 R b7 | 3_ 9 R 5__',
  'Climb through the flat nine | fiveOne | altered diminished halfSteps ending | 2 | V7 Imaj7 | 3 5 b7 b9 R b7 b13 5 | 9 3 5_ R__',
  'Altered arpeggio | fiveOne | altered ending | 2 | V7 Imaj7 | b7 b9 #9 b13 b7 b13 #9 b9 | 5_ 3 9 R__',
  'Melodic minor down | fiveOne | altered halfSteps | 2 | V7 Imaj7 | b13 #11 3 #9 b9 R b7 b13 | 5_ 3_ r__',
  'From the flat thirteen | fiveOne | altered ending | 2 | V7 Imaj7 | r b13 5 b9 R #9 3 b7 | 9_ 5 3 R__',
  'Dark fall | fiveOne | altered diminished ending | 1 | V7 Im6 | b9 b7 b13 5 3 ^b9 R b7 | 5 b3 9_ R__',
  'Alt into minor | fiveOne | pentatonicShifted altered diminished ending | 2 | V7 Im6 | r #9 b9 b7 b13 b7 b9 v3 | b3_ 5 R 13__',
  'Opening the fifth | one | pentatonic | 1 | Imaj7 | 5 3 9 R 5_ 7 9',
  'Thirds up | one | enclosure | 2 | Imaj7 | R 3 9 11 3 5_ 3',
  'Six and nine | one | pentatonic | 1 | Imaj7 | 13 5 9 3 5_ r_',
  'Rocking | one | pentatonic ending | 1 | Imaj7 Imaj7 | 3 5 13 5_ 3 9 R | r 5 13 R 3__',
  'A bright line | one | guideTones arpeggio | 1 | Imaj7 | r 3 5 7 9 7 5 3',
  'Round the five | one | enclosure | 2 | Imaj7 | 13 #11 5 3 9 11 3_',
  'Mixolydian walk | staticDominant | pentatonic | 2 | V7 V7 | R 9 3 5 13 5 3 9 | ^b7 13 5 3 R__',
  'Bebop scale | staticDominant | halfSteps arpeggio | 1 | V7 V7 | R 7 b7 13 5 11 3 9 | R_ 3 5 R__',
  'Two thirds | staticDominant | blues | 2 | V7 V7 | #9 3 R 5 b7 5 ^#9 3 | R_ b7 5 13__',
  'Diminished ladder | staticDominant | altered diminished halfSteps | 3 | V7 V7 | R b9 #9 3 #11 5 3 b9 | R b7 13 5 3__',
  'Whole colour | staticDominant | arpeggio | 1 | V7 V7 | 3 5 b7 9 13_ r 5 | b7 5 3 9 R__',
  'Diminished from the third | staticDominant | diminished guideTones | 2 | V7 V7 | 3 5 b7 b9 R b7 5 3 | ^3 R b7 5 3__',
  'Call it | bluesOpening | blues | 3 | I7 I7 I7 I7 | r R b3 3 5 13_ 5 | 3 R_ r__ r_ | r R b3 3 5 13_ R | b7 5_ r__ r_',
  'Low answer | bluesOpening | blues pentatonic | 3 | I7 I7 I7 I7 | 5 13 R_ r b3 3 R | 13 5_ r__ r_ | 5 13 R_ r b3 3 5 | 13 5 3 R_ r_ r',
  'Bend over four | bluesFour | arpeggio | 1 | IV7 IV7 | r b7 5 3 R_ b7 5 | b7_ R 5__ r_',
  'Same riff, four | bluesFour | arpeggio | 1 | IV7 IV7 | R 3 R b7 5_ r R | 3 R b7_ 5__',
  'Home again | bluesClose | diminished pentatonic arpeggio ending | 3 | IIm7 V7 I7 V7 | r b3 5 b7 9 R b7 5 | 3 5 b7 b9 R b7 11 3 | R 3 5 13 R_ r_ | r__ r__',
  'Down the last four | bluesClose | pentatonic ending | 2 | IIm7 V7 I7 I7 | 5 b3 R_ r b7 R b3 | 5 11 3_ r ^b9 R 5 | 3 R 13 5_ R_ | r__ r__',
  'Minor into major | one | blues pentatonic | 2 | I7 | b3 3 5 13 R 13 5_',
  'Blue fall | one | blues halfSteps | 2 | I7 I7 | b7 5 #11 11 3 R b7 R | 3_ R 5__',
  'Grace and six | one | blues | 1 | I7 | r b3 3 R 13 R_ 5',
  'Four changes | turnaround | diminished arpeggio | 3 | Imaj7:2 VI7:2 IIm7:2 V7:2 | 5 3 R 5 b9 R 5 3 | b3 5 b7 R 3 5 b9 R',
  'Down by step | turnaround | diminished enclosure scale | 3 | Imaj7:2 VI7:2 IIm7:2 V7:2 | 3 9 R 7 b7 b9 R b7 | 5 11 b3 R 3 5 b9 R',
  'Always from above | turnaround | diminished arpeggio | 2 | IIIm7:2 VI7:2 IIm7:2 V7:2 | b7 5 b3 R 3 5 b9 R | b7 5 b3 R 3 5 b9 R',
  'Dominants in fourths | bridge | pentatonic enclosure arpeggio | 3 | III7 VI7 | 3 5 b7 9 13 5 3 R | b7 9 R b7 5 3 13 5',
  'Dorian thirds | modal | pentatonicShifted enclosure | 3 | IIm7 IIm7 | R b3 9 11 b3 5 11 13 | 5 b7 R_ 9 R b7 5',
  'Fourths and back | modal | pentatonic | 2 | IIm7 IIm7 | R 11 b7 11 b3_ r 5 | R b7 5 11 b3 R b7_',
  'Pentatonic drift | modal | pentatonic | 2 | IIm7 IIm7 | R b3 11 5 b7 5 11 b3 | R b7_ 5 b7 R b3_',
  'Side-slip and home | modal | outside pentatonic halfSteps enclosure | 3 | IIm7 IIm7 | R b3 11 5 vb9 3 b5 b13 | 5 11 b3 R b7_ R_',
  'The six speaks | modal | scale | 2 | IIm7 IIm7 | 13_ 5 b3 9 5_ 13 | R b3 9 R b7 R 9_',
  'A fifth up | modal | arpeggio | 1 | IIm7 IIm7 | 5 b7 9 11 5_ r 11 | 9 b7 5 b7 9_ R_',
  'Whole steps lean | fiveOne | altered guideTones ending | 2 | V7 Imaj7 | 9 3 b13 5 9 b9 R b13 | 3_ R ^5__',
  'Down from the six | one | pentatonic | 2 | Imaj7 | 13 5 3 R 9 3 5_',
  'Blues in Dorian | modal | blues halfSteps | 2 | IIm7 IIm7 | R b3 11 b5 5 b3 R b7 | R b3_ R 5__',
  'Climb each fourth | bridge | arpeggio | 2 | III7 VI7 | R 3 5 b7 9 b7 5 3 | R 3 5 b7 5 3 R_',
  'Lydian light | staticDominant | arpeggio | 1 | II7 | 3 5 b7 9 #11 9 R_',
  'Half a step and back | modal | outside | 3 | IIm7 IIm7 | 5 11 b3 R b9 3 b9 vb13 | 5 b7 R_ 5__',
  'Slip in the middle | modal | outside pentatonic | 3 | IIm7 IIm7 | r 5 b3 R b9 3 b13 3 | 11 b3 R b7 R__',
  'Over and under | modal | outside | 3 | IIm7 IIm7 | R 9 b3 5 b13 b5 3 b9 | R b7 5_ b3__',
  'Out at the top | modal | outside | 3 | IIm7 IIm7 | 5 b7 R b3 3 b9 7 b13 | 5 b3 R_ 11__',
  'Late home | modal | outside enclosure arpeggio | 3 | IIm7 IIm7 | b3 5 b7 9 R_ r b9 | b13 b5 3 b9 R_ 5_',
  'Away from the light | one | outside enclosure arpeggio ending | 3 | Imaj7 Imaj7 | 3 5 7 9 b9 b7 b13 #11 | 5 3 9_ R__',
  'Three notes away | one | outside halfSteps ending | 3 | Imaj7 Imaj7 | 5 3 9 3 #11 b13 b7 b13 | 5_ 3 R__',
  'Sub in the middle | twoFiveOne | substitute altered diminished enclosure guideTones scale arpeggio ending | 3 | IIm7 V7 Imaj7 | b3 5 b7 9 R b7 5 b3 | 3_ r 3 b9 b7 #11 b7 | 3_ 9 R__',
  'The other dominant | twoFiveOneShort | substitute | 2 | IIm7:2 bII7:2 Imaj7 | b3 5 b7 R v3 5 b7 R | R_ 9 3_ r_',
  'Third to third | twoFiveOne | substitute enclosure guideTones scale arpeggio ending | 2 | IIm7 bII7 Imaj7 | R b3 5 b7 5 b3 R b3 | 3 5 b7 9 R b7 5 3 | 3_ 9 R__',
  'Through the back | twoFiveOneShort | substitute arpeggio | 1 | IVm7:2 bVII7:2 Imaj7 | b3 R 5 b3 9 R 5 b7 | 5_ 3_ r__',
  'Back door, slowly | twoFiveOne | substitute enclosure arpeggio ending | 2 | IVm7 bVII7 Imaj7 | r b3 5 b7 9 R b7 5 | 3 5 b7 9 R_ 5 b7 | 5_ 3 9 R_',
  'Dark fourth | one | substitute guideTones arpeggio ending | 2 | Imaj7 IVm6 Imaj7 | r R 3 5 7 5 3 R | b3 5 13 5 b3_ r b3 | 5_ 7 R__',
  'Major, minor, home | one | substitute guideTones arpeggio ending | 2 | IVmaj7 IVm6 Imaj7 | 3 5 7 9 v5 3 R 3 | b3 R 13 R b3_ r b3 | 5_ 3 R__',
  'Down by half steps | turnaround | substitute guideTones | 3 | Imaj7:2 bIII7:2 IIm7:2 bII7:2 | 5 3 R 3 3 5 b7 5 | 5 b3 R b3 3 5 b7 3',
  'Whole tone lower | fiveOne | substitute enclosure ending | 2 | bII7 Imaj7 | r 5 3 R b7 9 R b7 | R_ 5 3__',
  'Round each third | twoFiveOneShort | enclosure guideTones ending | 2 | IIm7:2 V7:2 Imaj7 | 5 b3 b7 b13 3 5 b7 b13 | 3_ 5 R__',
  'One after another | one | enclosure ending | 2 | Imaj7 Imaj7 | 11 #9 3 13 #11 5 9 7 | R_ 5 3__',
  'All the way down | twoFiveOneShort | scale ending | 1 | IIm7:2 V7:2 Imaj7 | 5 11 b3 9 5 11 3 9 | 5_ 3 5__',
  'Up the scale | staticDominant | scale | 1 | V7 V7 | R 9 3 11 5 13 b7 R | 13 5 3_ R__',
  'From the nine up | modal | pentatonicShifted | 2 | IIm7 IIm7 | 9 11 5 13 R 13 5 11 | 9 R b7_ 5__',
  'On the fifth | modal | pentatonicShifted | 2 | IIm7 IIm7 | r 5 b7 R 9 11_ 9 | R 5_ b3__',
  'Six and round | modal | pentatonicShifted enclosure guideTones | 2 | IIm7 IIm7 | 13 R 9 R 13 5 11 9 | b3 5 R__',
  'On the third | one | pentatonicShifted ending | 2 | Imaj7 Imaj7 | 3 5 13 7 9 7 13 5 | 3 9 R_ 5__',
  'Five dark notes | fiveOne | pentatonicShifted altered enclosure guideTones ending | 3 | V7 Imaj7 | r b7 b13 #11 #9 #11 b13 b7 | 3_ 9 5__',
  'Sus colours | staticDominant | pentatonicShifted | 2 | V7 V7 | 5 b7 R 9 11 9 R b7 | 5 13 3_ R__',
  'Lean on the four | bluesFour | blues pentatonic | 2 | IV7 IV7 | r b3 3 5 13_ R | 5 b3 3 R__',
  'Two sides of the fifth | bluesFour | blues halfSteps enclosure | 2 | IV7 IV7 | r R 13 5 #11 11 b3 3 | R_ r 5 b7_ R_',
]

const PARTS = /^(.*?) \| (\w+) \| (.*?) \| (\d) \| (.*?) \| (.*)$/

const shipped = (row: ShippedRow): ShippedPhrase => {
  const [, name = '', use = '', families = '', grade, chords = '', notes = ''] = PARTS.exec(row) ?? []
  return {
    id: `shipped-${name.toLowerCase().replace(/[^a-z]+/g, '-')}`,
    name,
    use: use as PhraseUse,
    families: families.split(' ') as PhraseFamily[],
    grade: Number(grade),
    phrase: readPhrase(chords, notes),
  }
}

/**
 * Every phrase that ships, in the order of the table.
 *
 * @example SHIPPED_PHRASES[0].name // 'Thirds lead down'
 */
export const SHIPPED_PHRASES: readonly ShippedPhrase[] = ROWS.map(shipped)

/** Chords as they are compared: kinds, and how far apart in pitch and time. */
const chordsOf = ({ chords }: Phrase): string =>
  chords.map(({ kind, above, at }) => `${kind} ${above} ${at}`).join(', ')

/**
 * What phrases over the same chords are used for, the most common use first; a dominant alone is static. Undefined if none
 * that ships has them.
 *
 * @example usageOf(readPhrase('IIm7:2 V7:2 Imaj7', 'R b3 5 b7 3 5 b7 9 | 5')) // 'twoFiveOneShort'
 */
export const usageOf = (phrase: Phrase): PhraseUse | undefined => {
  if (phrase.chords.every(({ kind, above }) => kind === 'dominant' && above === 0)) return 'staticDominant'
  const chords = chordsOf(phrase)
  const uses = SHIPPED_PHRASES.filter((one) => chordsOf(one.phrase) === chords).map(({ use }) => use)
  const times = (wanted: PhraseUse) => uses.filter((use) => use === wanted).length
  return uses.reduce<PhraseUse | undefined>(
    (best, use) => (best === undefined || times(use) > times(best) ? use : best),
    undefined,
  )
}
