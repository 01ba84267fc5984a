import { type Degree, degreeFifths, degreeSemitones } from '../pitch/degree.ts'
import { type Fifths, fifthsOf, noteName, pitchClassOf, writtenRoot } from '../pitch/fifths.ts'

export interface ChordTone {
  /** Counted from the root: 'R', 'b3', '#11'. */
  readonly degree: Degree
  readonly spelling: string
  /** Half steps above the root, 0 to 11. */
  readonly semitones: number
}

/** A chord as written. N.C. has no tones and an empty root. */
export interface Chord {
  readonly symbol: string
  readonly root: string
  readonly tones: readonly ChordTone[]
  readonly bass?: string
}

/**
 * Chord families, by the tones that define the quality.
 *
 * @example CHORD_KINDS.includes('halfDiminished') // true
 */
export const CHORD_KINDS = [
  'major',
  'dominant',
  'sus',
  'minor',
  'tonicMinor',
  'halfDiminished',
  'diminished',
  'augmented',
  'none',
] as const

export type ChordKind = (typeof CHORD_KINDS)[number]

/**
 * A chord symbol of each kind, after its root.
 *
 * @example KIND_SYMBOLS.halfDiminished // 'm7b5'
 */
export const KIND_SYMBOLS: Readonly<Record<ChordKind, string>> = {
  major: 'maj7',
  minor: 'm7',
  tonicMinor: 'm6',
  dominant: '7',
  sus: '7sus4',
  halfDiminished: 'm7b5',
  diminished: 'dim7',
  augmented: 'maj7#5',
  none: '7',
}

export const chordTone = (root: Fifths, degree: Degree): ChordTone => ({
  degree,
  spelling: noteName(root + degreeFifths(degree)),
  semitones: degreeSemitones(degree),
})

export const hasDegree = (chord: Chord, ...degrees: readonly Degree[]): boolean => {
  for (const tone of chord.tones) if (degrees.includes(tone.degree)) return true
  return false
}

/** The family of a chord, read from its tones. A plain major triad is major, a plain minor triad minor. */
export const chordKind = (chord: Chord): ChordKind => {
  if (chord.tones.length === 0) return 'none'
  const has = (...degrees: Degree[]) => hasDegree(chord, ...degrees)
  if (has('b3') && has('b5')) return has('b7') ? 'halfDiminished' : 'diminished'
  if (has('b3')) return has('6', '7') && !has('b7') ? 'tonicMinor' : 'minor'
  if (has('b7') && has('3')) return 'dominant'
  if (!has('3')) return has('b7') || has('4', '9', '11') ? 'sus' : 'major'
  return has('#5') && !has('7', '6') ? 'augmented' : 'major'
}

const GUIDES_BY_KIND: Readonly<Record<ChordKind, readonly Degree[]>> = {
  major: ['3', '7', '6'],
  dominant: ['3', 'b7'],
  sus: ['4', '11', 'b7'],
  minor: ['b3', 'b7'],
  tonicMinor: ['b3', '7', '6'],
  halfDiminished: ['b3', 'b7'],
  diminished: ['R', 'b3', 'b5', 'bb7'],
  augmented: ['3', '#5'],
  none: [],
}

/**
 * The guide tones of a chord: 3 and 7, the 6 where there is no 7, the 4 of a sus.
 *
 * @example guideTones(g7).map(({ spelling }) => spelling) // ['B', 'F']
 */
export const guideTones = (chord: Chord): readonly ChordTone[] => {
  const wanted = GUIDES_BY_KIND[chordKind(chord)]
  const guides = chord.tones.filter((tone) => wanted.includes(tone.degree))
  return guides.some((tone) => tone.degree === '7') ? guides.filter((tone) => tone.degree !== '6') : guides
}

/**
 * The pitch classes of the chord's tones, 0 to 11, in the order of its tones.
 *
 * @example chordPitchClasses(g7) // [7, 11, 2, 5]
 */
export const chordPitchClasses = (chord: Chord): readonly number[] => {
  if (chord.tones.length === 0) return []
  const root = pitchClassOf(fifthsOf(chord.root))
  return chord.tones.map((tone) => (root + tone.semitones) % 12)
}

/** The four tones that define the chord (R 3 5 7 or their substitutes), without tensions. */
export const fourTones = (chord: Chord): readonly ChordTone[] => {
  const tensions: readonly Degree[] = ['b9', '9', '#9', '11', '#11', 'b13', '13']
  const four = chord.tones.filter((tone) => !tensions.includes(tone.degree))
  return hasDegree(chord, '7', 'b7') ? four.filter((tone) => tone.degree !== '6') : four
}

/**
 * The same chord on a root moved along the line of fifths; its symbol is rewritten with the new names.
 *
 * @example transposeChord(dm7, 2).symbol // 'Em7'
 */
export const transposeChord = (chord: Chord, by: Fifths): Chord => {
  if (chord.tones.length === 0 || by === 0) return chord
  const root = nearRoot(
    fifthsOf(chord.root) + by,
    chord.tones.map(({ degree }) => degreeFifths(degree)),
  )
  const shift = root - fifthsOf(chord.root)
  const bass = chord.bass === undefined ? undefined : noteName(fifthsOf(chord.bass) + shift)
  const ending = chord.symbol.slice(rootLength(chord.symbol))
  const body = chord.bass === undefined ? ending : ending.slice(0, ending.lastIndexOf('/'))
  return {
    symbol: noteName(root) + body + (bass === undefined ? '' : `/${bass}`),
    root: noteName(root),
    tones: chord.tones.map((tone) => chordTone(root, tone.degree)),
    ...(bass === undefined ? {} : { bass }),
  }
}

const rootLength = (symbol: string): number => /^[A-G](?:bb|##|[b#♭♯x])?/.exec(symbol)?.[0].length ?? 0

/** The widest spellings that can be read: double accidentals, from F♭♭ to B♯♯. */
const WIDEST = { flat: -15, sharp: 19 } as const

/** The root as a chart writes it, or the same sound where a tone of the chord would have a triple accidental. */
const nearRoot = (fifths: Fifths, tones: readonly Fifths[]): Fifths => {
  const root = writtenRoot(fifths)
  if (root + Math.max(...tones) > WIDEST.sharp) return root - 12
  return root + Math.min(...tones) < WIDEST.flat ? root + 12 : root
}
