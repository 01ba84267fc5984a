import type { FragmentRow } from './notation.ts'

/**
 * Bars of three beats, and phrases over two of them. Written by hand for this product; read one by one over their chords
 * (common practice, no source).
 */
export const WALTZ: readonly FragmentRow[] = [
  'statement | Imaj7:3 | r 5 3 5 7_',
  'statement | Imaj7:3 Imaj7:3 | 3. 5_ r | 13 5 3 R v5_',
  'climb | IIm7:3 V7:3 | r_ b3 5 b7 9 | R_ 13 5 3_',
  'arpeggio | IIm7:3 V7:3 Imaj7:3 | R b3 5 b7 9 b7 | 5 3 R b9 b7_ | 3.',
  'descent | VIm7:3 IIm7:3 | 9 R b7 5 b3_ | 5. b3 R_',
  'close | V7:3 Imaj7:3 | r 9 b7 5 3_ | 5_ 9__',
  'close | V7:3 Imaj7:3 | b9. b7 5 3 | R 7 3__',
  'entry | any:3 Imaj7:3 | r__ >5 >7 | 9_ 7 5 3_',
  'entry | any:3 IIm7:3 | r__ r >R | b3 5 b7_ 5_',
  'statement | VIm7:3 | 5_ ^b3 9 R_',
  'turn | Imaj7:3 | 5 13 5 #11 5_',
  'run | V7:3 Imaj7:3 | R b7 13 5 11 3 | 9 3 5_ 7_',
  'climb | Imaj7:3 IV7:3 | 3_ 5 7 9_ | R b7 ^9.',
  'statement | IV7:3 | b7. 9 #11_',
  'run | IIIm7:3 VI7:3 IIm7:3 | b7 5 b3 R_ r | 3 5 b7 b9_ r | 5.',
  'arpeggio | Imaj7:3 | r 3 5 7 9_',
  'climb | V7:3 | r b7 9 ^3 13_',
  'statement | IIm7:3 V7:3 | b3_ 9 R v5_ | 3_ 5 b7 9_',
  'close | IIm7:3 V7:3 Imaj7:3 | r 5 b3 R 9_ | b7 13 5 3_ r | 5__',
  'statement | Im7:3 | 5. b3 9_',
  'descent | Im7:3 IVm7:3 | r b7 5 b3 R_ | 5 b3 R_',
  'climb | Im6:3 | R 9 b3 5 6_',
  'close | V7:3 Im6:3 | b13 5 3 b9_ r | R 9 b3__',
  'run | IIø:3 V7:3 Im6:3 | 11 b3 b5 b7_ r | b9 R b7 5 3_ | R.',
  'entry | any:3 V7:3 | r__ >b7 >13 | 5 3 R_',
  'statement | Imaj7:3 IVmaj7:3 | 5. 3_ r | 3 5 7.',
]
