/**
 * A spelled pitch class as its place on the line of fifths: … B♭ -2, F -1, C 0, G 1, D 2 … B 5, F♯ 6 …
 * Transposing is addition, and every spelling (double accidentals too) is one integer.
 * Source: the line of fifths as described by D. Temperley, The Cognition of Basic Musical Structures (2001), ch. 5
 * (from memory).
 */
export type Fifths = number

const LETTERS = 'FCGDAEB'
const NOTE_NAME = /^([A-G])(b{0,4}|#{1,4}|x)$/

const alterOf = (signs: string): number =>
  signs === 'x' ? 2 : signs.startsWith('b') ? -signs.length : signs.length

const modulo = (value: number, by: number): number => ((value % by) + by) % by

/** 'F' 'C' … 'B': the letter of a spelling. */
export const letterOf = (fifths: Fifths): string => LETTERS[modulo(fifths + 1, 7)]!

/** Half steps by which the spelling's accidental raises its letter: -2 for B♭♭, 1 for F♯. */
export const accidentalOf = (fifths: Fifths): number => Math.floor((fifths + 1) / 7)

/**
 * 0 (C) to 11 (B).
 *
 * @example pitchClassOf(fifthsOf('Bb')) // 10
 */
export const pitchClassOf = (fifths: Fifths): number => modulo(fifths * 7, 12)

const spelledOut = (fifths: Fifths): string => {
  const accidental = accidentalOf(fifths)
  return letterOf(fifths) + (accidental < 0 ? 'b'.repeat(-accidental) : '#'.repeat(accidental))
}

const WIDEST = 40
const NAMES: readonly string[] = Array.from({ length: 2 * WIDEST + 1 }, (_, at) => spelledOut(at - WIDEST))

/**
 * 'Bb', 'F##': a spelling as plain text.
 *
 * @example noteName(6) // 'F#'
 */
export const noteName = (fifths: Fifths): string => NAMES[fifths + WIDEST] ?? spelledOut(fifths)

/**
 * Reads 'Bb', 'F##' or 'Fx'; undefined when it is no note name.
 *
 * @example readNoteName('Eb') // -3
 */
export const readNoteName = (name: string): Fifths | undefined => {
  const found = NOTE_NAME.exec(name)
  if (!found) return undefined
  return LETTERS.indexOf(found[1]!) - 1 + 7 * alterOf(found[2]!)
}

/**
 * Like readNoteName, for names that the program wrote itself.
 *
 * @example fifthsOf('Eb') // -3
 */
export const fifthsOf = (name: string): Fifths => {
  const fifths = readNoteName(name)
  if (fifths === undefined) throw new Error(`not a note name: ${name}`)
  return fifths
}

/** The roots that charts write: from F♭ to B♯ on the line of fifths, none with a double accidental. */
const WRITTEN_ROOTS = { flattest: -8, sharpest: 12 } as const

/**
 * A root that a chart can write: the spelling itself, or the same sound where it would have a double accidental (C for
 * D♭♭, G for F♯♯). A chart keeps the spelling of its key: iii of B major is D♯, III7 of F♯ major is A♯.
 */
export const writtenRoot = (fifths: Fifths): Fifths => {
  if (fifths > WRITTEN_ROOTS.sharpest) return writtenRoot(fifths - 12)
  return fifths < WRITTEN_ROOTS.flattest ? writtenRoot(fifths + 12) : fifths
}

/** The same sound by its plainest root, from G♭ to F♯: E for F♭. For chords that stand for others, outside a key. */
export const plainRoot = (fifths: Fifths): Fifths => {
  if (fifths > 6) return plainRoot(fifths - 12)
  return fifths < -6 ? plainRoot(fifths + 12) : fifths
}

/**
 * The same sound without double accidentals: B♭♭ as A, F♯♯ as G.
 *
 * @example noteName(simpleSpelling(fifthsOf('Bbb'))) // 'A'
 */
export const simpleSpelling = (fifths: Fifths): Fifths => {
  if (accidentalOf(fifths) <= -2) return simpleSpelling(fifths + 12)
  if (accidentalOf(fifths) >= 2) return simpleSpelling(fifths - 12)
  return fifths
}
