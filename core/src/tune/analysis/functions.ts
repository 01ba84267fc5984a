import type { ChordKind } from '../../theory/chord/chord.ts'
import type { Fifths } from '../../theory/pitch/fifths.ts'
import type { Key } from '../../theory/pitch/key.ts'
import type { ScaleId } from '../../theory/scale/scale.ts'

export type FunctionId = string

/** What a chord can be in a key. */
export interface FunctionRow {
  readonly id: FunctionId
  readonly mode: Key['mode']
  readonly numeral: string
  /** The root's place above the tonic on the line of fifths. */
  readonly root: Fifths
  readonly kinds: readonly ChordKind[]
  readonly scale: ScaleId
  /** The scale in a key whose I is a dominant, as in a blues, if different. */
  readonly inBlues?: ScaleId
  /** The distance from the plain key: 0 for diatonic functions. */
  readonly cost: number
}

const row =
  (mode: Key['mode']) =>
  (
    id: FunctionId,
    numeral: string,
    root: Fifths,
    kinds: readonly ChordKind[],
    scale: ScaleId,
    cost: number,
  ): FunctionRow => ({
    id,
    mode,
    numeral,
    root,
    kinds,
    scale,
    cost,
  })

const major = row('major')
const minor = row('minor')

const MINOR_LIKE: readonly ChordKind[] = ['minor', 'tonicMinor']
const DOMINANT_LIKE: readonly ChordKind[] = ['dominant', 'sus', 'augmented']

/**
 * Functions of major and minor keys with the scale each one gives. A dominant's row that leads to a
 * minor chord gives the Phrygian dominant.
 */
export const FUNCTIONS: readonly FunctionRow[] = [
  major('I', 'I', 0, ['major', 'augmented'], 'ionian', 0),
  major('ii', 'ii', 2, ['minor'], 'dorian', 0),
  major('iii', 'iii', 4, ['minor'], 'phrygian', 0.35),
  major('IV', 'IV', -1, ['major'], 'lydian', 0.25),
  major('V', 'V', 1, DOMINANT_LIKE, 'mixolydian', 0),
  major('vi', 'vi', 3, ['minor'], 'aeolian', 0.3),
  major('viiø', 'viiø', 5, ['halfDiminished'], 'locrian', 0.9),
  major('iiø/ii', 'iiiø', 4, ['halfDiminished'], 'locrian', 1),
  major('V/V', 'II7', 2, DOMINANT_LIKE, 'mixolydian', 1),
  major('V/ii', 'VI7', 3, DOMINANT_LIKE, 'phrygianDominant', 0.9),
  major('V/vi', 'III7', 4, DOMINANT_LIKE, 'phrygianDominant', 1.1),
  major('V/iii', 'VII7', 5, DOMINANT_LIKE, 'phrygianDominant', 1.4),
  major('V/IV', 'I7', 0, DOMINANT_LIKE, 'mixolydian', 1.1),
  major('blues_I', 'I7', 0, ['dominant'], 'mixolydian', 0.7),
  { ...major('blues_IV', 'IV7', -1, ['dominant'], 'lydianDominant', 0.7), inBlues: 'mixolydian' },
  major('ii/IV', 'v', 1, ['minor'], 'dorian', 1.4),
  major('bVII7', 'bVII7', -2, ['dominant'], 'lydianDominant', 1.1),
  major('bII7', 'bII7', -5, ['dominant'], 'lydianDominant', 1.2),
  major('bIII7', 'bIII7', -3, ['dominant'], 'lydianDominant', 1.6),
  major('bVI7', 'bVI7', -4, ['dominant'], 'lydianDominant', 1.5),
  major('iv', 'iv', -1, MINOR_LIKE, 'dorian', 1.1),
  major('iiø', 'iiø', 2, ['halfDiminished'], 'locrian', 0.9),
  major('bIII', 'bIII', -3, ['major'], 'lydian', 1.6),
  major('bVI', 'bVI', -4, ['major'], 'lydian', 1.5),
  major('bII', 'bII', -5, ['major'], 'lydian', 1.7),
  major('#ivø', '#ivø', 6, ['halfDiminished'], 'locrianNatural9', 1.2),
  major('#i°', '#I°', 7, ['diminished'], 'wholeHalf', 1),
  major('#ii°', '#II°', 9, ['diminished'], 'wholeHalf', 1),
  major('biii°', 'bIII°', -3, ['diminished'], 'wholeHalf', 1.05),
  major('#iv°', '#IV°', 6, ['diminished'], 'wholeHalf', 1),
  major('i°', 'I°', 0, ['diminished'], 'wholeHalf', 1.1),
  minor('i', 'i', 0, ['tonicMinor'], 'melodicMinor', 0),
  minor('i7', 'i', 0, ['minor'], 'aeolian', 0.2),
  minor('iiø', 'iiø', 2, ['halfDiminished'], 'locrian', 0),
  minor('V', 'V', 1, DOMINANT_LIKE, 'phrygianDominant', 0.1),
  minor('III', 'bIII', -3, ['major'], 'ionian', 0.3),
  minor('iv', 'iv', -1, MINOR_LIKE, 'dorian', 0.25),
  minor('iiø/iv', 'vø', 1, ['halfDiminished'], 'locrian', 1),
  minor('v', 'v', 1, ['minor'], 'phrygian', 1),
  minor('VI', 'bVI', -4, ['major'], 'lydian', 0.3),
  minor('VII', 'bVII7', -2, ['dominant', 'sus'], 'mixolydian', 0.6),
  minor('ii', 'ii', 2, ['minor'], 'dorian', 1),
  minor('IV7', 'IV7', -1, ['dominant'], 'lydianDominant', 1),
  minor('V/V', 'II7', 2, ['dominant'], 'phrygianDominant', 1.2),
  minor('V/iv', 'I7', 0, DOMINANT_LIKE, 'phrygianDominant', 1),
  minor('bVI7', 'bVI7', -4, ['dominant'], 'lydianDominant', 1.1),
  minor('bII7', 'bII7', -5, ['dominant'], 'lydianDominant', 1.2),
  minor('bII', 'bII', -5, ['major'], 'lydian', 1.2),
  minor('viø', 'viø', 3, ['halfDiminished'], 'locrianNatural9', 1),
  minor('V/VI', 'bIII7', -3, ['dominant'], 'mixolydian', 1.2),
  minor('viiø', 'viiø', 5, ['halfDiminished'], 'locrianFlat4', 1),
  minor('vii°', 'vii°', 5, ['diminished'], 'wholeHalf', 0.6),
  minor('#iv°', '#IV°', 6, ['diminished'], 'wholeHalf', 1.1),
]

/** A chord that the key does not explain: the scale that its kind suggests by itself. */
export const UNEXPLAINED: Readonly<Record<ChordKind, ScaleId>> = {
  major: 'lydian',
  dominant: 'mixolydian',
  sus: 'mixolydian',
  minor: 'dorian',
  tonicMinor: 'melodicMinor',
  halfDiminished: 'locrian',
  diminished: 'wholeHalf',
  augmented: 'wholeTone',
  none: 'ionian',
}

/** If the function's scale lacks a written tone: the first of these that has all of them. */
export const SCALES_BY_KIND: Readonly<Record<ChordKind, readonly ScaleId[]>> = {
  major: ['ionian', 'lydian', 'lydianAugmented'],
  dominant: [
    'mixolydian',
    'lydianDominant',
    'mixolydianFlat6',
    'phrygianDominant',
    'wholeTone',
    'altered',
    'halfWhole',
  ],
  sus: ['mixolydian', 'phrygianDominant', 'dorian'],
  minor: ['dorian', 'aeolian', 'phrygian'],
  tonicMinor: ['melodicMinor', 'dorian', 'harmonicMinor'],
  halfDiminished: ['locrian', 'locrianNatural9'],
  diminished: ['wholeHalf'],
  augmented: ['wholeTone', 'lydianAugmented'],
  none: ['ionian'],
}
