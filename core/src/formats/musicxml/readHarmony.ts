import { type Chord, chordTone } from '../../theory/chord/chord.ts'
import { readChordSymbol } from '../../theory/chord/read.ts'
import { writeChordSymbol } from '../../theory/chord/write.ts'
import { type Degree, degreeSemitones, isDegree } from '../../theory/pitch/degree.ts'
import { fifthsOf, noteName, readNoteName } from '../../theory/pitch/fifths.ts'
import { tonesOfKind } from './kinds.ts'
import { child, childAlter, childrenOf, childText, type XmlElement } from './xml.ts'

const NO_CHORD: Chord = { symbol: 'N.C.', root: '', tones: [] }

const spelledIn = (element: XmlElement, name: 'root' | 'bass'): string | undefined => {
  const inside = child(element, name)
  const step = inside && childText(inside, `${name}-step`)
  const fifths = step === undefined ? undefined : readNoteName(step)
  if (fifths === undefined) return undefined
  const alter = childAlter(inside!, `${name}-alter`)
  return alter === undefined ? undefined : noteName(fifths + 7 * alter)
}

/** Degrees counted as MusicXML counts them: from the major scale with a minor seventh; a 2 is a 9. */
const degreeOf = (value: string, alter: number): Degree | undefined => {
  const number = { '1': 'R', '2': '9' }[value] ?? value
  const signs = (value === '7' ? alter - 1 : alter) < 0 ? 'b' : '#'
  const degree = signs.repeat(Math.abs(value === '7' ? alter - 1 : alter)) + number
  return isDegree(degree) ? degree : undefined
}

const NUMBER = /\d+|R/

const withDegrees = (tones: readonly Degree[], harmony: XmlElement): readonly Degree[] => {
  let now = [...tones]
  for (const one of childrenOf(harmony, 'degree')) {
    const alter = childAlter(one, 'degree-alter')
    const degree = alter === undefined ? undefined : degreeOf(childText(one, 'degree-value') ?? '', alter)
    const type = childText(one, 'degree-type')
    if (!degree) continue
    const number = NUMBER.exec(degree)![0]
    const sameNumber = (other: Degree) => NUMBER.exec(other)![0] === number
    if (type === 'subtract') now = now.filter((other) => !sameNumber(other))
    else if (type === 'alter') now = [...now.filter((other) => !sameNumber(other)), degree]
    else if (!now.some((other) => degreeSemitones(other) === degreeSemitones(degree))) now.push(degree)
  }
  const third = now.includes('3') || now.includes('b3')
  return now.map((degree) => (third && degree === '4' ? '11' : degree))
}

const ORDER: readonly string[] = ['R', '3', '4', '5', '6', '7', '9', '11', '13']

const inOrder = (degrees: readonly Degree[]): readonly Degree[] =>
  [...degrees].sort(
    (a, b) =>
      ORDER.indexOf(NUMBER.exec(a)![0]) - ORDER.indexOf(NUMBER.exec(b)![0]) ||
      degreeSemitones(a) - degreeSemitones(b),
  )

const soundsAlike = (a: Chord, b: Chord): boolean => {
  const set = ({ tones }: Chord) => [...new Set(tones.map(({ semitones }) => semitones))].sort().join(' ')
  return set(a) === set(b)
}

/**
 * The chord of a harmony element. Its symbol is the one shown in the file if that reads to the same tones, otherwise
 * a new one. Undefined if the element has no root.
 */
export const chordOfHarmony = (harmony: XmlElement): Chord | undefined => {
  const kind = child(harmony, 'kind')
  const name = kind?.text.trim() ?? ''
  if (name === 'none') return NO_CHORD
  const root = spelledIn(harmony, 'root')
  const tones = tonesOfKind(name === '' ? 'major' : name)
  if (root === undefined || (tones === undefined && kind?.attributes.text === undefined)) return undefined
  const bass = spelledIn(harmony, 'bass')
  const over = bass === undefined ? '' : `/${bass}`
  const shown = readChordSymbol(`${root}${kind?.attributes.text ?? ''}${over}`)
  if (tones === undefined) return shown.ok ? shown.value : undefined
  const degrees = inOrder(withDegrees(tones, harmony))
  const chord: Chord = {
    symbol: '',
    root,
    tones: degrees.map((degree) => chordTone(fifthsOf(root), degree)),
    ...(bass === undefined ? {} : { bass }),
  }
  if (shown.ok && soundsAlike(shown.value, chord)) return shown.value
  const written = readChordSymbol(writeChordSymbol(chord))
  return written.ok ? written.value : undefined
}
