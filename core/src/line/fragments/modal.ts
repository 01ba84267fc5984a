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
]
