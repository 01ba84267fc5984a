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

/** A phrase that ships, as it is written: `name | use | grade | chords | notes`, in the notation of `readPhrase`. */
type ShippedRow = `${string} | ${PhraseUse} | ${1 | 2 | 3} | ${string} | ${string}`

export interface ShippedPhrase {
  readonly id: string
  readonly name: string
  readonly use: PhraseUse
  /** From 1, easy, to 3. */
  readonly grade: number
  readonly phrase: Phrase
}

/** Written for this product, taken from nobody; read one by one over their chords (common practice, no source). */
const ROWS: readonly ShippedRow[] = [
  'Thirds lead down | twoFiveOne | 3 | IIm7 V7 Imaj7 | r b3 5 b7 9 R b7 5 | 3 5 b7 b9 R b7 5 b13 | 5_ 3_ r__',
  'The seventh falls | twoFiveOne | 2 | IIm7 V7 Imaj7 | b7_ r 5 b3 R b7 R | 3_ r 5 b7 b9 R b7 | 3_ 9 R 5__',
  'Over the top | twoFiveOne | 3 | IIm7 V7 Imaj7 | r R b3 5 b7 9 b7 R | 3 b7 13 5 b7 b9 R b13 | 9 7 5 3_ r_',
  'Late to the one | twoFiveOne | 3 | IIm7 V7 Imaj7 | r_ 5 b3 5 b7 9 R | b7 5 3 5 b7_ b9 R | r_ 3 5 9 R_',
  'Two answers | twoFiveOne | 2 | IIm7 V7 Imaj7 | 5 b3 R_ r R b3 5 | 3 R b7_ r b7 b9 R | 3_ 13 5 9__',
  'Arpeggio and turn | twoFiveOne | 3 | IIm7 V7 Imaj7 | R b3 5 b7 9_ r 11 | v3 R b7 5 b9_ R b13 | 3_ r 5 3 R_',
  'Half steps home | twoFiveOne | 3 | IIm7 V7 Imaj7 | R b7 13 5 ^11 b3 9 R | b7 13 5 11 3 R #9 b9 | 5_ r 3 9 R_',
  'Eight from the nine | twoFiveOne | 3 | IIm7 V7 Imaj7 | 9 R b7 5 b3 5 b7 9 | 13 5 3 5 b7 b9 R 5 | 9_ 3 5 R__',
  'Quiet landing | twoFiveOne | 2 | IIm7 V7 Imaj7 | r__ 11 b3 R b7 | 13_ 5_ r b9 R b7 | 3. 5 9__',
  'Round the third | twoFiveOne | 3 | IIm7 V7 Imaj7 | 5_ r_ 9 R b3 5 | 3 5 b7 9 b9 R b7 5 | 9 11 3_ 5 3 R_',
  'Quick third | twoFiveOneShort | 1 | IIm7:2 V7:2 Imaj7 | b3 5 b7 R 3 5 b7 b9 | 5_ 3_ r__',
  'Down and out | twoFiveOneShort | 1 | IIm7:2 V7:2 Imaj7 | 5 b3 R b7 ^3 b9 R b7 | 3_ 5 3 R__',
  'From the ninth | twoFiveOneShort | 2 | IIm7:2 V7:2 Imaj7 | 9 R b7 5 b9 R b7 5 | 3 5 R 9_ r_',
  'Triplet climb | twoFiveOneShort | 2 | IIm7:2 V7:2 Imaj7 | (R b3 5) b7_ b9 R b7 5 | 3_ 9 R 5__',
  'Round and home | twoFiveOneShort | 1 | IIm7:2 V7:2 Imaj7 | b3 9 R b7 3 5 b9 R | 5_ r 3 R__',
  'Four steps | twoFiveOneShort | 2 | IIm7:2 V7:2 Imaj7 | R 9 b3 5 3 5 b9 R | 3 5 9_ R_ r_',
  'Leap to the flat nine | twoFiveOneShort | 1 | IIm7:2 V7:2 Imaj7 | r b3 5 b7 b9 R b7 5 | 3_ 9 R_ r_',
  'Flat five down | minorTwoFiveOne | 3 | IIø V7 Im6 | r b3 b5 b7 R b7 b5 R | 3 b7 b9 R b13 5 11 3 | R_ b3 5 9__',
  'The long way | minorTwoFiveOne | 2 | IIø V7 Im6 | R b3 b5 b7 11_ r b3 | b9 b7 b13 5 3 5 b7 b9 | 5_ r b3 R__',
  'Sighs | minorTwoFiveOne | 1 | IIø V7 Im6 | b5 b3_ r_ b3 R_ | 3 5_ r_ b9 R_ | b3_ 9 R 5__',
  'Up the diminished | minorTwoFiveOne | 2 | IIø V7 Im6 | b5 b3 R b7 b5_ r R | 3 5 b7 b9 3 b9 b7 5 | b3_ 5 13 9__',
  'A question | minorTwoFiveOne | 2 | IIø V7 Im6 | r_ b7 b5 b3 b5 b7 R | b7 b9_ R_ r v3 5 | R b3 5_ 6_ r_',
  'Two by two | minorTwoFiveOneShort | 1 | IIø:2 V7:2 Im6 | b3 b5 b7 R 3 5 b7 b9 | 5_ b3_ r__',
  'Falling nine | minorTwoFiveOneShort | 1 | IIø:2 V7:2 Im6 | 11 b3 R b7 ^b9 b7 5 3 | b3 R 5_ 9__',
  'From the seven | minorTwoFiveOneShort | 1 | IIø:2 V7:2 Im6 | b7 b5 b3 R 3 b13 5 b7 | b3_ 9 R__',
  'Turn in the middle | minorTwoFiveOneShort | 1 | IIø:2 V7:2 Im6 | R b3 b5 b7 b13 5 b9 b7 | 5 b3 R_ 13__',
  'Half a bar each | twoFive | 1 | IIm7:2 V7:2 | b3 5 b7 R 3 5 b9 R',
  'Up to the nine | twoFive | 1 | IIm7:2 V7:2 | R b3 5 b7 9 b7 5 3',
  'One and one | twoFive | 3 | IIm7 V7 | r b3 5 b7 9 R b7 5 | 3 5 b7 9 vb13 5 11 3',
  'The five through both | twoFive | 2 | IIm7 V7 | 13 R b3 5 b7 5 b3 R | 3 5 b7 b9 R b7 3_',
  'Altered step down | fiveOne | 2 | V7 Imaj7 | r R b9 #9 3 b9 R b7 | 3_ 9 R 5__',
  'Climb through the flat nine | fiveOne | 2 | V7 Imaj7 | 3 5 b7 b9 R b7 b13 5 | 9 3 5_ R__',
  'Altered arpeggio | fiveOne | 2 | V7 Imaj7 | b7 b9 #9 b13 b7 b13 #9 b9 | 5_ 3 9 R__',
  'Melodic minor down | fiveOne | 2 | V7 Imaj7 | b13 #11 3 #9 b9 R b7 b13 | 5_ 3_ r__',
  'From the flat thirteen | fiveOne | 2 | V7 Imaj7 | r b13 5 b9 R #9 3 b7 | 9_ 5 3 R__',
  'Dark fall | fiveOne | 1 | V7 Im6 | b9 b7 b13 5 3 ^b9 R b7 | 5 b3 9_ R__',
  'Alt into minor | fiveOne | 2 | V7 Im6 | r #9 b9 b7 b13 b7 b9 v3 | b3_ 5 R 13__',
  'Opening the fifth | one | 1 | Imaj7 | 5 3 9 R 5_ 7 9',
  'Thirds up | one | 2 | Imaj7 | R 3 9 11 3 5_ 3',
  'Six and nine | one | 1 | Imaj7 | 13 5 9 3 5_ r_',
  'Rocking | one | 1 | Imaj7 Imaj7 | 3 5 13 5_ 3 9 R | r 5 13 R 3__',
  'A bright line | one | 1 | Imaj7 | r 3 5 7 9 7 5 3',
  'Round the five | one | 2 | Imaj7 | 13 #11 5 3 9 11 3_',
  'Mixolydian walk | staticDominant | 2 | V7 V7 | R 9 3 5 13 5 3 9 | ^b7 13 5 3 R__',
  'Bebop scale | staticDominant | 1 | V7 V7 | R 7 b7 13 5 11 3 9 | R_ 3 5 R__',
  'Two thirds | staticDominant | 2 | V7 V7 | #9 3 R 5 b7 5 ^#9 3 | R_ b7 5 13__',
  'Diminished ladder | staticDominant | 3 | V7 V7 | R b9 #9 3 #11 5 3 b9 | R b7 13 5 3__',
  'Whole colour | staticDominant | 1 | V7 V7 | 3 5 b7 9 13_ r 5 | b7 5 3 9 R__',
  'Diminished from the third | staticDominant | 2 | V7 V7 | 3 5 b7 b9 R b7 5 3 | ^3 R b7 5 3__',
  'Call it | bluesOpening | 3 | I7 I7 I7 I7 | r R b3 3 5 13_ 5 | 3 R_ r__ r_ | r R b3 3 5 13_ R | b7 5_ r__ r_',
  'Low answer | bluesOpening | 3 | I7 I7 I7 I7 | 5 13 R_ r b3 3 R | 13 5_ r__ r_ | 5 13 R_ r b3 3 5 | 13 5 3 R_ r_ r',
  'Bend over four | bluesFour | 1 | IV7 IV7 | r b7 5 3 R_ b7 5 | b7_ R 5__ r_',
  'Same riff, four | bluesFour | 1 | IV7 IV7 | R 3 R b7 5_ r R | 3 R b7_ 5__',
  'Home again | bluesClose | 3 | IIm7 V7 I7 V7 | r b3 5 b7 9 R b7 5 | 3 5 b7 b9 R b7 11 3 | R 3 5 13 R_ r_ | r__ r__',
  'Down the last four | bluesClose | 2 | IIm7 V7 I7 I7 | 5 b3 R_ r b7 R b3 | 5 11 3_ r ^b9 R 5 | 3 R 13 5_ R_ | r__ r__',
  'Minor into major | one | 2 | I7 | b3 3 5 13 R 13 5_',
  'Blue fall | one | 2 | I7 I7 | b7 5 #11 11 3 R b7 R | 3_ R 5__',
  'Grace and six | one | 1 | I7 | r b3 3 R 13 R_ 5',
  'Four changes | turnaround | 3 | Imaj7:2 VI7:2 IIm7:2 V7:2 | 5 3 R 5 b9 R 5 3 | b3 5 b7 R 3 5 b9 R',
  'Down by step | turnaround | 3 | Imaj7:2 VI7:2 IIm7:2 V7:2 | 3 9 R 7 b7 b9 R b7 | 5 11 b3 R 3 5 b9 R',
  'Always from above | turnaround | 2 | IIIm7:2 VI7:2 IIm7:2 V7:2 | b7 5 b3 R 3 5 b9 R | b7 5 b3 R 3 5 b9 R',
  'Dominants in fourths | bridge | 3 | III7 VI7 | 3 5 b7 9 13 5 3 R | b7 9 R b7 5 3 13 5',
  'Dorian thirds | modal | 3 | IIm7 IIm7 | R b3 9 11 b3 5 11 13 | 5 b7 R_ 9 R b7 5',
  'Fourths and back | modal | 2 | IIm7 IIm7 | R 11 b7 11 b3_ r 5 | R b7 5 11 b3 R b7_',
  'Pentatonic drift | modal | 2 | IIm7 IIm7 | R b3 11 5 b7 5 11 b3 | R b7_ 5 b7 R b3_',
  'Side-slip and home | modal | 3 | IIm7 IIm7 | R b3 11 5 vb9 3 b5 b13 | 5 11 b3 R b7_ R_',
  'The six speaks | modal | 2 | IIm7 IIm7 | 13_ 5 b3 9 5_ 13 | R b3 9 R b7 R 9_',
  'A fifth up | modal | 1 | IIm7 IIm7 | 5 b7 9 11 5_ r 11 | 9 b7 5 b7 9_ R_',
  'Whole steps lean | fiveOne | 2 | V7 Imaj7 | 9 3 b13 5 9 b9 R b13 | 3_ R ^5__',
  'Down from the six | one | 2 | Imaj7 | 13 5 3 R 9 3 5_',
  'Blues in Dorian | modal | 2 | IIm7 IIm7 | R b3 11 b5 5 b3 R b7 | R b3_ R 5__',
  'Climb each fourth | bridge | 2 | III7 VI7 | R 3 5 b7 9 b7 5 3 | R 3 5 b7 5 3 R_',
  'Lydian light | staticDominant | 1 | II7 | 3 5 b7 9 #11 9 R_',
]

const PARTS = /^(.*?) \| (\w+) \| (\d) \| (.*?) \| (.*)$/

const shipped = (row: ShippedRow): ShippedPhrase => {
  const [, name = '', use = '', grade, chords = '', notes = ''] = PARTS.exec(row) ?? []
  return {
    id: `shipped-${name.toLowerCase().replace(/[^a-z]+/g, '-')}`,
    name,
    use: use as PhraseUse,
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
