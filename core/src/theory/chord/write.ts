import type { Degree } from '../pitch/degree.ts'
import { type Chord, chordKind, hasDegree } from './chord.ts'

/** A player's preferred chord style: signs (Δ – ø °), letters (maj7 m7 m7b5 dim7) or short (M7 -7 ø7 o7). */
export type ChordStyle = 'signs' | 'letters' | 'short'

/** A symbol split into the parts that are typeset differently: root, what stands on the line, what is raised, bass. */
interface ChordParts {
  readonly root: string
  readonly body: string
  readonly raised: string
  readonly bass?: string
}

type Word = 'minor' | 'majorSeventh' | 'halfDiminished' | 'diminished' | 'augmented'

const WORDS: Readonly<Record<ChordStyle, Readonly<Record<Word, string>>>> = {
  signs: { minor: 'm', majorSeventh: 'Δ', halfDiminished: 'ø', diminished: '°', augmented: '+' },
  letters: { minor: 'm', majorSeventh: 'maj', halfDiminished: 'm', diminished: 'dim', augmented: 'aug' },
  short: { minor: '-', majorSeventh: 'M', halfDiminished: 'ø', diminished: 'o', augmented: '+' },
}

/**
 * Splits a chord into what stands on the line and what is raised, in a style. N.C. has only a body.
 *
 * @example chordParts(dm7, 'signs') // { root: 'D', body: 'm', raised: '7' }
 */
export const chordParts = (chord: Chord, style: ChordStyle = 'letters'): ChordParts => {
  const kind = chordKind(chord)
  if (kind === 'none') return { root: '', body: 'N.C.', raised: '' }
  const words = WORDS[style]
  const has = (...degrees: Degree[]) => hasDegree(chord, ...degrees)
  const isAltered = kind === 'dominant' && has('b9') && has('#9') && has('#11') && has('b13') && !has('5')
  const minor = kind === 'minor' || kind === 'tonicMinor' ? words.minor : ''
  const named = (['halfDiminished', 'diminished', 'augmented'] as const).find((name) => name === kind)
  const halfDiminished = kind === 'halfDiminished' && style === 'letters'
  const body = halfDiminished ? `m${seventhNumber(chord)}b5` : named ? words[named] : minor
  const raised = isAltered
    ? '7alt'
    : named
      ? namedEnding(chord, named, style)
      : numberEnding(chord, words.majorSeventh)
  return { root: chord.root, body, raised, ...(chord.bass === undefined ? {} : { bass: chord.bass }) }
}

const namedEnding = (chord: Chord, named: Word, style: ChordStyle): string => {
  const has = (...degrees: Degree[]) => hasDegree(chord, ...degrees)
  if (named === 'halfDiminished') {
    const number = seventhNumber(chord)
    const tensions = alterations(chord, number === '7' ? [] : number === '9' ? ['9'] : ['9', '11'])
    return (style === 'letters' ? '' : number) + tensions
  }
  const tensions = alterations(chord, [])
  if (named === 'diminished') return (has('bb7') ? '7' : has('7') ? '(maj7)' : '7') + tensions
  return tensions
}

/** The number of a seventh chord without a 13: 7, 9, or 11 where it has both. */
const seventhNumber = (chord: Chord): '7' | '9' | '11' => {
  if (!hasDegree(chord, '9')) return '7'
  return hasDegree(chord, '11') ? '11' : '9'
}

const numberEnding = (chord: Chord, majorWord: string): string => {
  const has = (...degrees: Degree[]) => hasDegree(chord, ...degrees)
  const seventh = has('7') || has('b7')
  const covered: Degree[] = []
  let number = ''
  if (seventh) {
    number =
      has('13') && has('9', 'b9', '#9')
        ? '13'
        : has('11') && has('9') && (has('b3') || !has('3', '4'))
          ? '11'
          : has('9')
            ? '9'
            : '7'
    if (number !== '7') covered.push('9')
    if (number === '13') covered.push('13')
    if (number === '11') covered.push('11')
  } else if (has('6')) {
    number = has('9') ? '6/9' : '6'
    if (has('9')) covered.push('9')
  }
  const start = has('7') ? majorWord + number : number
  const sus = has('4') ? 'sus4' : !has('3', 'b3', '4', '11') ? (seventh || !has('9') ? '(no3)' : 'sus2') : ''
  if (sus === 'sus2') covered.push('9')
  return start + sus + fifthEnding(chord) + alterations(chord, covered, !seventh && !has('6'))
}

const fifthEnding = (chord: Chord): string => {
  if (hasDegree(chord, 'b5')) return 'b5'
  if (hasDegree(chord, '#5')) return '#5'
  return hasDegree(chord, '5') ? '' : '(no5)'
}

const alterations = (chord: Chord, covered: readonly Degree[], asAdded = false): string => {
  const tensions: readonly Degree[] = ['b9', '9', '#9', '11', '#11', 'b13', '13']
  return tensions
    .filter((degree) => hasDegree(chord, degree) && !covered.includes(degree))
    .map((degree) => (asAdded || /^\d/.test(degree) ? `add${degree}` : degree))
    .join('')
}

/** A chord's symbol in a style, as plain text that readChordSymbol reads back to the same tones. */
export const writeChordSymbol = (chord: Chord, style: ChordStyle = 'letters'): string => {
  const parts = chordParts(chord, style)
  return parts.root + parts.body + parts.raised + (parts.bass === undefined ? '' : `/${parts.bass}`)
}
