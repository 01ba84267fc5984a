import type { Degree } from '../../theory/pitch/degree.ts'

export interface KindRow {
  readonly kind: string
  readonly tones: readonly Degree[]
}

/** The kinds of harmony of MusicXML 4.0 and their tones; kinds with more tones come before those they contain. */
export const WRITTEN_KINDS: readonly KindRow[] = [
  { kind: 'major-13th', tones: ['R', '3', '5', '7', '9', '13'] },
  { kind: 'dominant-13th', tones: ['R', '3', '5', 'b7', '9', '13'] },
  { kind: 'minor-11th', tones: ['R', 'b3', '5', 'b7', '9', '11'] },
  { kind: 'major-ninth', tones: ['R', '3', '5', '7', '9'] },
  { kind: 'dominant-ninth', tones: ['R', '3', '5', 'b7', '9'] },
  { kind: 'minor-ninth', tones: ['R', 'b3', '5', 'b7', '9'] },
  { kind: 'major-seventh', tones: ['R', '3', '5', '7'] },
  { kind: 'dominant', tones: ['R', '3', '5', 'b7'] },
  { kind: 'minor-seventh', tones: ['R', 'b3', '5', 'b7'] },
  { kind: 'half-diminished', tones: ['R', 'b3', 'b5', 'b7'] },
  { kind: 'diminished-seventh', tones: ['R', 'b3', 'b5', 'bb7'] },
  { kind: 'major-minor', tones: ['R', 'b3', '5', '7'] },
  { kind: 'augmented-seventh', tones: ['R', '3', '#5', 'b7'] },
  { kind: 'major-sixth', tones: ['R', '3', '5', '6'] },
  { kind: 'minor-sixth', tones: ['R', 'b3', '5', '6'] },
  { kind: 'diminished', tones: ['R', 'b3', 'b5'] },
  { kind: 'augmented', tones: ['R', '3', '#5'] },
  { kind: 'suspended-fourth', tones: ['R', '4', '5'] },
  { kind: 'major', tones: ['R', '3', '5'] },
  { kind: 'minor', tones: ['R', 'b3', '5'] },
  { kind: 'suspended-second', tones: ['R', '9', '5'] },
  { kind: 'power', tones: ['R', '5'] },
]

/** Kinds that are read but not written: other kinds with degrees say the same. */
const READ_KINDS: readonly KindRow[] = [
  { kind: 'major-11th', tones: ['R', '3', '5', '7', '9', '11'] },
  { kind: 'dominant-11th', tones: ['R', '5', 'b7', '9', '11'] },
  { kind: 'minor-13th', tones: ['R', 'b3', '5', 'b7', '9', '13'] },
]

/** The tones of a kind of harmony; undefined for kinds that are no chord of their own (other, pedal, Neapolitan …). */
export const tonesOfKind = (kind: string): readonly Degree[] | undefined =>
  [...WRITTEN_KINDS, ...READ_KINDS].find((row) => row.kind === kind)?.tones
