import { type Chord, chordKind, hasDegree } from '../../theory/chord/chord.ts'
import { degreeSemitones } from '../../theory/pitch/degree.ts'
import { accidentalOf, fifthsOf, letterOf } from '../../theory/pitch/fifths.ts'
import { WRITTEN_KINDS } from './kinds.ts'
import { element, type Node, text } from './nodes.ts'

const stepAndAlter = (spelling: string, name: string): readonly Node[] => {
  const fifths = fifthsOf(spelling)
  const alter = accidentalOf(fifths)
  return [text(`${name}-step`, letterOf(fifths)), ...(alter === 0 ? [] : [text(`${name}-alter`, alter)])]
}

/** How a chord without a kind of its own is written, its degrees beside it. */
const DOMINANT = WRITTEN_KINDS.find(({ kind }) => kind === 'dominant')!

/**
 * A chord symbol as a harmony element: its kind, its degrees and its bass.
 *
 * @param offset ticks from where the element stands
 */
export const harmonyOf = (chord: Chord, offset: number): Node => {
  const place = offset > 0 ? [text('offset', offset)] : []
  if (chordKind(chord) === 'none')
    return element('harmony', [
      element('root', [text('root-step', 'C', { text: '' })]),
      text('kind', 'none', { text: 'N.C.' }),
      ...place,
    ])
  const row = WRITTEN_KINDS.find(({ tones }) => tones.every((degree) => hasDegree(chord, degree))) ?? DOMINANT
  const suffix = chord.symbol.slice(chord.root.length).replace(/\/[A-G][b#♭♯]*$/, '')
  const added = chord.tones
    .filter((tone) => !row.tones.includes(tone.degree))
    .map((tone) => degreeOf(tone.degree, 'add'))
  const missing = row.tones
    .filter((degree) => !hasDegree(chord, degree))
    .map((degree) => degreeOf(degree, 'subtract'))
  return element('harmony', [
    element('root', stepAndAlter(chord.root, 'root')),
    text('kind', row.kind, { text: suffix }),
    ...(chord.bass === undefined ? [] : [element('bass', stepAndAlter(chord.bass, 'bass'))]),
    ...added,
    ...missing,
    ...place,
  ])
}

/** Half steps of the plain (major or dominant) degrees, from which alterations are counted. */
const PLAIN: Readonly<Record<string, number>> = {
  '1': 0,
  '3': 4,
  '4': 5,
  '5': 7,
  '6': 9,
  '7': 10,
  '9': 2,
  '11': 5,
  '13': 9,
}

const degreeOf = (degree: Parameters<typeof degreeSemitones>[0], type: 'add' | 'subtract'): Node => {
  const value = degree === 'R' ? '1' : degree.replace(/[b#]/g, '')
  const alter = ((degreeSemitones(degree) - PLAIN[value]! + 18) % 12) - 6
  return element('degree', [
    text('degree-value', value),
    text('degree-alter', alter),
    text('degree-type', type),
  ])
}
