import type { FragmentRow } from './notation.ts'

/**
 * One colour for a long time: fourths, held colours, silence. Written by hand for this product; read one by
 * one over their chords (common practice, no source).
 */
export const MODAL: readonly FragmentRow[] = [
  'statement | Im7 | r 9. R 13_',
  'statement | Im7 | r_ 9 R ^5.',
  'statement | Im7 | r 9 R ^5 13__ b7 13 11_',
  'turn | IIm7 | 5_ 13 5',
  'descent | IIm7 | r_ 13 5 11_ R_',
  'close | V7 | r 13 b7 R 3 5. #11_ 9_',
  'arpeggio | Imaj7 | r__ #11 3 7. ^#11 3 7 9_',
  'close | bIIImaj7 | r__ #11 3 7_ 9. 3 v5__',
  'arpeggio | Im7 | 5_ r 13 b7. r 9_',
  'statement | Im7 | r. R ^5. r 11',
  'statement | Im7 | r. 9 b3 r v13_ b7__ 5',
  'arpeggio | Vsus | 5 b7 r ^4 9__',
  'statement | bVIIsus Vsus | r_ R 9 b7. r | v5 b7',
  'close | Vsus | r_ R 9 13_',
  'climb | Imaj7 | r 5 7 3.',
  'climb | bIImaj7 | r 7 3 5.',
  'statement | bIIImaj7 bIImaj7 | r 7 3 5 7_ 13_ | 5__',
  'statement | Im7 | r R 11 ^b7 5__',
  'entry | Im7 | r. 5 b7 R 9 b3_',
  'descent | Im7 | b7_ 11 R r 5 11 9_',
  'climb | Im7 | r 5 R 11 b7 b3_ 9',
  'statement | Im7 | r__ r 9 5 ^R. b7',
  'turn | Im7 | 13_ 5 13 r b7 R.',
  'arpeggio | Im7 | r b3 5 b7 9 11__ 9',
  'close | Im7 | r_ 11 b3 R.',
  'close | Im7 | r 9 b7 5 9__',
  'run | Im7 | r R 9 b3 11 5 13 b7 R_ 13',
  'statement | Im7 | 5 r 5 b7 r R_ 9',
  'turn | Im7 | b3 9 R b7 R_',
  'statement | Imaj7 | r_ 7 #11 3 9__',
  'climb | Imaj7 | r 3 #11 7 3_ 9',
  'entry | Imaj7 | r. 13 7 9 #11_',
  'statement | Vsus | r 9 4 5 b7_ R_',
  'climb | Vsus | r R 4 b7 9_ R',
  'turn | Vsus | 13_ 5 4 r 9_',
  'descent | Vsus | 9_ b7 4 9 R_',
]
