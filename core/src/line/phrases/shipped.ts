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

/** A phrase that ships, as it is written: its notes in the notation of `readPhrase`. */
interface ShippedRow {
  readonly name: string
  readonly use: PhraseUse
  /** From 1, easy, to 3. */
  readonly grade: 1 | 2 | 3
  readonly chords: string
  readonly notes: string
}

export interface ShippedPhrase extends ShippedRow {
  readonly id: string
  readonly phrase: Phrase
}

/** Written for this product, taken from nobody; read one by one over their chords (common practice, no source). */
const ROWS: readonly ShippedRow[] = [
  {
    name: 'Thirds lead down',
    use: 'twoFiveOne',
    grade: 3,
    chords: 'IIm7 V7 Imaj7',
    notes: 'r b3 5 b7 9 R b7 5 | 3 5 b7 b9 R b7 5 b13 | 5_ 3_ r__',
  },
  {
    name: 'The seventh falls',
    use: 'twoFiveOne',
    grade: 2,
    chords: 'IIm7 V7 Imaj7',
    notes: 'b7_ r 5 b3 R b7 R | 3_ r 5 b7 b9 R b7 | 3_ 9 R 5__',
  },
  {
    name: 'Over the top',
    use: 'twoFiveOne',
    grade: 3,
    chords: 'IIm7 V7 Imaj7',
    notes: 'r R b3 5 b7 9 b7 R | 3 b7 13 5 b7 b9 R b13 | 9 7 5 3_ r_',
  },
  {
    name: 'Late to the one',
    use: 'twoFiveOne',
    grade: 3,
    chords: 'IIm7 V7 Imaj7',
    notes: 'r_ 5 b3 5 b7 9 R | b7 5 3 5 b7_ b9 R | r_ 3 5 9 R_',
  },
  {
    name: 'Two answers',
    use: 'twoFiveOne',
    grade: 2,
    chords: 'IIm7 V7 Imaj7',
    notes: '5 b3 R_ r R b3 5 | 3 R b7_ r b7 b9 R | 3_ 13 5 9__',
  },
  {
    name: 'Arpeggio and turn',
    use: 'twoFiveOne',
    grade: 3,
    chords: 'IIm7 V7 Imaj7',
    notes: 'R b3 5 b7 9_ r 11 | v3 R b7 5 b9_ R b13 | 3_ r 5 3 R_',
  },
  {
    name: 'Half steps home',
    use: 'twoFiveOne',
    grade: 3,
    chords: 'IIm7 V7 Imaj7',
    notes: 'R b7 13 5 ^11 b3 9 R | b7 13 5 11 3 R #9 b9 | 5_ r 3 9 R_',
  },
  {
    name: 'Eight from the nine',
    use: 'twoFiveOne',
    grade: 3,
    chords: 'IIm7 V7 Imaj7',
    notes: '9 R b7 5 b3 5 b7 9 | 13 5 3 5 b7 b9 R 5 | 9_ 3 5 R__',
  },
  {
    name: 'Quiet landing',
    use: 'twoFiveOne',
    grade: 2,
    chords: 'IIm7 V7 Imaj7',
    notes: 'r__ 11 b3 R b7 | 13_ 5_ r b9 R b7 | 3. 5 9__',
  },
  {
    name: 'Round the third',
    use: 'twoFiveOne',
    grade: 3,
    chords: 'IIm7 V7 Imaj7',
    notes: '5_ r_ 9 R b3 5 | 3 5 b7 9 b9 R b7 5 | 9 11 3_ 5 3 R_',
  },
  {
    name: 'Quick third',
    use: 'twoFiveOneShort',
    grade: 1,
    chords: 'IIm7:2 V7:2 Imaj7',
    notes: 'b3 5 b7 R 3 5 b7 b9 | 5_ 3_ r__',
  },
  {
    name: 'Down and out',
    use: 'twoFiveOneShort',
    grade: 1,
    chords: 'IIm7:2 V7:2 Imaj7',
    notes: '5 b3 R b7 ^3 b9 R b7 | 3_ 5 3 R__',
  },
  {
    name: 'From the ninth',
    use: 'twoFiveOneShort',
    grade: 2,
    chords: 'IIm7:2 V7:2 Imaj7',
    notes: '9 R b7 5 b9 R b7 5 | 3 5 R 9_ r_',
  },
  {
    name: 'Triplet climb',
    use: 'twoFiveOneShort',
    grade: 2,
    chords: 'IIm7:2 V7:2 Imaj7',
    notes: '(R b3 5) b7_ b9 R b7 5 | 3_ 9 R 5__',
  },
  {
    name: 'Round and home',
    use: 'twoFiveOneShort',
    grade: 1,
    chords: 'IIm7:2 V7:2 Imaj7',
    notes: 'b3 9 R b7 3 5 b9 R | 5_ r 3 R__',
  },
  {
    name: 'Four steps',
    use: 'twoFiveOneShort',
    grade: 2,
    chords: 'IIm7:2 V7:2 Imaj7',
    notes: 'R 9 b3 5 3 5 b9 R | 3 5 9_ R_ r_',
  },
  {
    name: 'Leap to the flat nine',
    use: 'twoFiveOneShort',
    grade: 1,
    chords: 'IIm7:2 V7:2 Imaj7',
    notes: 'r b3 5 b7 b9 R b7 5 | 3_ 9 R_ r_',
  },
  {
    name: 'Flat five down',
    use: 'minorTwoFiveOne',
    grade: 3,
    chords: 'IIø V7 Im6',
    notes: 'r b3 b5 b7 R b7 b5 R | 3 b7 b9 R b13 5 11 3 | R_ b3 5 9__',
  },
  {
    name: 'The long way',
    use: 'minorTwoFiveOne',
    grade: 2,
    chords: 'IIø V7 Im6',
    notes: 'R b3 b5 b7 11_ r b3 | b9 b7 b13 5 3 5 b7 b9 | 5_ r b3 R__',
  },
  {
    name: 'Sighs',
    use: 'minorTwoFiveOne',
    grade: 1,
    chords: 'IIø V7 Im6',
    notes: 'b5 b3_ r_ b3 R_ | 3 5_ r_ b9 R_ | b3_ 9 R 5__',
  },
  {
    name: 'Up the diminished',
    use: 'minorTwoFiveOne',
    grade: 2,
    chords: 'IIø V7 Im6',
    notes: 'b5 b3 R b7 b5_ r R | 3 5 b7 b9 3 b9 b7 5 | b3_ 5 13 9__',
  },
  {
    name: 'A question',
    use: 'minorTwoFiveOne',
    grade: 2,
    chords: 'IIø V7 Im6',
    notes: 'r_ b7 b5 b3 b5 b7 R | b7 b9_ R_ r v3 5 | R b3 5_ 6_ r_',
  },
  {
    name: 'Two by two',
    use: 'minorTwoFiveOneShort',
    grade: 1,
    chords: 'IIø:2 V7:2 Im6',
    notes: 'b3 b5 b7 R 3 5 b7 b9 | 5_ b3_ r__',
  },
  {
    name: 'Falling nine',
    use: 'minorTwoFiveOneShort',
    grade: 1,
    chords: 'IIø:2 V7:2 Im6',
    notes: '11 b3 R b7 ^b9 b7 5 3 | b3 R 5_ 9__',
  },
  {
    name: 'From the seven',
    use: 'minorTwoFiveOneShort',
    grade: 1,
    chords: 'IIø:2 V7:2 Im6',
    notes: 'b7 b5 b3 R 3 b13 5 b7 | b3_ 9 R__',
  },
  {
    name: 'Turn in the middle',
    use: 'minorTwoFiveOneShort',
    grade: 1,
    chords: 'IIø:2 V7:2 Im6',
    notes: 'R b3 b5 b7 b13 5 b9 b7 | 5 b3 R_ 13__',
  },
  { name: 'Half a bar each', use: 'twoFive', grade: 1, chords: 'IIm7:2 V7:2', notes: 'b3 5 b7 R 3 5 b9 R' },
  { name: 'Up to the nine', use: 'twoFive', grade: 1, chords: 'IIm7:2 V7:2', notes: 'R b3 5 b7 9 b7 5 3' },
  {
    name: 'One and one',
    use: 'twoFive',
    grade: 3,
    chords: 'IIm7 V7',
    notes: 'r b3 5 b7 9 R b7 5 | 3 5 b7 9 vb13 5 11 3',
  },
  {
    name: 'The five through both',
    use: 'twoFive',
    grade: 2,
    chords: 'IIm7 V7',
    notes: '13 R b3 5 b7 5 b3 R | 3 5 b7 b9 R b7 3_',
  },
  {
    name: 'Altered step down',
    use: 'fiveOne',
    grade: 2,
    chords: 'V7 Imaj7',
    notes: 'r R b9 #9 3 b9 R b7 | 3_ 9 R 5__',
  },
  {
    name: 'Climb through the flat nine',
    use: 'fiveOne',
    grade: 2,
    chords: 'V7 Imaj7',
    notes: '3 5 b7 b9 R b7 b13 5 | 9 3 5_ R__',
  },
  {
    name: 'Altered arpeggio',
    use: 'fiveOne',
    grade: 2,
    chords: 'V7 Imaj7',
    notes: 'b7 b9 #9 b13 b7 b13 #9 b9 | 5_ 3 9 R__',
  },
  {
    name: 'Melodic minor down',
    use: 'fiveOne',
    grade: 2,
    chords: 'V7 Imaj7',
    notes: 'b13 #11 3 #9 b9 R b7 b13 | 5_ 3_ r__',
  },
  {
    name: 'From the flat thirteen',
    use: 'fiveOne',
    grade: 2,
    chords: 'V7 Imaj7',
    notes: 'r b13 5 b9 R #9 3 b7 | 9_ 5 3 R__',
  },
  {
    name: 'Dark fall',
    use: 'fiveOne',
    grade: 1,
    chords: 'V7 Im6',
    notes: 'b9 b7 b13 5 3 ^b9 R b7 | 5 b3 9_ R__',
  },
  {
    name: 'Alt into minor',
    use: 'fiveOne',
    grade: 2,
    chords: 'V7 Im6',
    notes: 'r #9 b9 b7 b13 b7 b9 v3 | b3_ 5 R 13__',
  },
  { name: 'Opening the fifth', use: 'one', grade: 1, chords: 'Imaj7', notes: '5 3 9 R 5_ 7 9' },
  { name: 'Thirds up', use: 'one', grade: 2, chords: 'Imaj7', notes: 'R 3 9 11 3 5_ 3' },
  { name: 'Six and nine', use: 'one', grade: 1, chords: 'Imaj7', notes: '13 5 9 3 5_ r_' },
  { name: 'Rocking', use: 'one', grade: 1, chords: 'Imaj7 Imaj7', notes: '3 5 13 5_ 3 9 R | r 5 13 R 3__' },
  { name: 'A bright line', use: 'one', grade: 1, chords: 'Imaj7', notes: 'r 3 5 7 9 7 5 3' },
  { name: 'Round the five', use: 'one', grade: 2, chords: 'Imaj7', notes: '13 #11 5 3 9 11 3_' },
  {
    name: 'Mixolydian walk',
    use: 'staticDominant',
    grade: 2,
    chords: 'V7 V7',
    notes: 'R 9 3 5 13 5 3 9 | ^b7 13 5 3 R__',
  },
  {
    name: 'Bebop scale',
    use: 'staticDominant',
    grade: 1,
    chords: 'V7 V7',
    notes: 'R 7 b7 13 5 11 3 9 | R_ 3 5 R__',
  },
  {
    name: 'Two thirds',
    use: 'staticDominant',
    grade: 2,
    chords: 'V7 V7',
    notes: '#9 3 R 5 b7 5 ^#9 3 | R_ b7 5 13__',
  },
  {
    name: 'Diminished ladder',
    use: 'staticDominant',
    grade: 3,
    chords: 'V7 V7',
    notes: 'R b9 #9 3 #11 5 3 b9 | R b7 13 5 3__',
  },
  {
    name: 'Whole colour',
    use: 'staticDominant',
    grade: 1,
    chords: 'V7 V7',
    notes: '3 5 b7 9 13_ r 5 | b7 5 3 9 R__',
  },
  {
    name: 'Diminished from the third',
    use: 'staticDominant',
    grade: 2,
    chords: 'V7 V7',
    notes: '3 5 b7 b9 R b7 5 3 | ^3 R b7 5 3__',
  },
  {
    name: 'Call it',
    use: 'bluesOpening',
    grade: 3,
    chords: 'I7 I7 I7 I7',
    notes: 'r R b3 3 5 13_ 5 | 3 R_ r__ r_ | r R b3 3 5 13_ R | b7 5_ r__ r_',
  },
  {
    name: 'Low answer',
    use: 'bluesOpening',
    grade: 3,
    chords: 'I7 I7 I7 I7',
    notes: '5 13 R_ r b3 3 R | 13 5_ r__ r_ | 5 13 R_ r b3 3 5 | 13 5 3 R_ r_ r',
  },
  {
    name: 'Bend over four',
    use: 'bluesFour',
    grade: 1,
    chords: 'IV7 IV7',
    notes: 'r b7 5 3 R_ b7 5 | b7_ R 5__ r_',
  },
  {
    name: 'Same riff, four',
    use: 'bluesFour',
    grade: 1,
    chords: 'IV7 IV7',
    notes: 'R 3 R b7 5_ r R | 3 R b7_ 5__',
  },
  {
    name: 'Home again',
    use: 'bluesClose',
    grade: 3,
    chords: 'IIm7 V7 I7 V7',
    notes: 'r b3 5 b7 9 R b7 5 | 3 5 b7 b9 R b7 11 3 | R 3 5 13 R_ r_ | r__ r__',
  },
  {
    name: 'Down the last four',
    use: 'bluesClose',
    grade: 2,
    chords: 'IIm7 V7 I7 I7',
    notes: '5 b3 R_ r b7 R b3 | 5 11 3_ r ^b9 R 5 | 3 R 13 5_ R_ | r__ r__',
  },
  { name: 'Minor into major', use: 'one', grade: 2, chords: 'I7', notes: 'b3 3 5 13 R 13 5_' },
  { name: 'Blue fall', use: 'one', grade: 2, chords: 'I7 I7', notes: 'b7 5 #11 11 3 R b7 R | 3_ R 5__' },
  { name: 'Grace and six', use: 'one', grade: 1, chords: 'I7', notes: 'r b3 3 R 13 R_ 5' },
  {
    name: 'Four changes',
    use: 'turnaround',
    grade: 3,
    chords: 'Imaj7:2 VI7:2 IIm7:2 V7:2',
    notes: '5 3 R 5 b9 R 5 3 | b3 5 b7 R 3 5 b9 R',
  },
  {
    name: 'Down by step',
    use: 'turnaround',
    grade: 3,
    chords: 'Imaj7:2 VI7:2 IIm7:2 V7:2',
    notes: '3 9 R 7 b7 b9 R b7 | 5 11 b3 R 3 5 b9 R',
  },
  {
    name: 'Always from above',
    use: 'turnaround',
    grade: 2,
    chords: 'IIIm7:2 VI7:2 IIm7:2 V7:2',
    notes: 'b7 5 b3 R 3 5 b9 R | b7 5 b3 R 3 5 b9 R',
  },
  {
    name: 'Dominants in fourths',
    use: 'bridge',
    grade: 3,
    chords: 'III7 VI7',
    notes: '3 5 b7 9 13 5 3 R | b7 9 R b7 5 3 13 5',
  },
  {
    name: 'Dorian thirds',
    use: 'modal',
    grade: 3,
    chords: 'IIm7 IIm7',
    notes: 'R b3 9 11 b3 5 11 13 | 5 b7 R_ 9 R b7 5',
  },
  {
    name: 'Fourths and back',
    use: 'modal',
    grade: 2,
    chords: 'IIm7 IIm7',
    notes: 'R 11 b7 11 b3_ r 5 | R b7 5 11 b3 R b7_',
  },
  {
    name: 'Pentatonic drift',
    use: 'modal',
    grade: 2,
    chords: 'IIm7 IIm7',
    notes: 'R b3 11 5 b7 5 11 b3 | R b7_ 5 b7 R b3_',
  },
  {
    name: 'Side-slip and home',
    use: 'modal',
    grade: 3,
    chords: 'IIm7 IIm7',
    notes: 'R b3 11 5 vb9 3 b5 b13 | 5 11 b3 R b7_ R_',
  },
  {
    name: 'The six speaks',
    use: 'modal',
    grade: 2,
    chords: 'IIm7 IIm7',
    notes: '13_ 5 b3 9 5_ 13 | R b3 9 R b7 R 9_',
  },
  {
    name: 'A fifth up',
    use: 'modal',
    grade: 1,
    chords: 'IIm7 IIm7',
    notes: '5 b7 9 11 5_ r 11 | 9 b7 5 b7 9_ R_',
  },
  {
    name: 'Whole steps lean',
    use: 'fiveOne',
    grade: 2,
    chords: 'V7 Imaj7',
    notes: '9 3 b13 5 9 b9 R b13 | 3_ R ^5__',
  },
  { name: 'Down from the six', use: 'one', grade: 2, chords: 'Imaj7', notes: '13 5 3 R 9 3 5_' },
  {
    name: 'Blues in Dorian',
    use: 'modal',
    grade: 2,
    chords: 'IIm7 IIm7',
    notes: 'R b3 11 b5 5 b3 R b7 | R b3_ R 5__',
  },
  {
    name: 'Climb each fourth',
    use: 'bridge',
    grade: 2,
    chords: 'III7 VI7',
    notes: 'R 3 5 b7 9 b7 5 3 | R 3 5 b7 5 3 R_',
  },
  { name: 'Lydian light', use: 'staticDominant', grade: 1, chords: 'II7', notes: '3 5 b7 9 #11 9 R_' },
]

/**
 * Every phrase that ships, in the order of the table.
 *
 * @example SHIPPED_PHRASES[0].name // 'Thirds lead down'
 */
export const SHIPPED_PHRASES: readonly ShippedPhrase[] = ROWS.map((row) => ({
  ...row,
  id: `shipped-${row.name.toLowerCase().replace(/[^a-z]+/g, '-')}`,
  phrase: readPhrase(row.chords, row.notes),
}))
