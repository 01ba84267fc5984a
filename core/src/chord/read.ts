import { bad, good, type Outcome } from '../outcome/outcome.ts'
import { type Degree, isDegree } from '../pitch/degree.ts'
import { readNoteName } from '../pitch/fifths.ts'
import { type Chord, chordTone } from './chord.ts'
import { nearestSymbol } from './nearest.ts'

/** What has been read of a symbol so far. A tone's place in the list is its slot. */
interface Draft {
  third: Degree | undefined
  fifth: Degree | undefined
  sixth: boolean
  seventh: Degree | undefined
  majorSeventh: boolean
  tensions: Set<Degree>
  /** Tensions that a number brings along (the 9 of a 13): an altered one written beside it takes their place. */
  implied: Set<Degree>
}

interface Token {
  readonly text: RegExp
  /** Tokens of one slot may stand once in a symbol: a second number or quality is not a chord. */
  readonly slot?: 'number' | 'quality'
  readonly read: (draft: Draft, found: RegExpExecArray) => void
}

const SIGN: Readonly<Record<string, string>> = { b: 'b', '-': 'b', '#': '#', '+': '#', '': '' }

const alter = (draft: Draft, sign: string, number: string): void => {
  const accidental = SIGN[sign]!
  if (number === '5') {
    draft.fifth = `${accidental}5` as Degree
    return
  }
  const degree = `${accidental}${number === '6' ? '13' : number}`
  if (isDegree(degree)) draft.tensions.add(degree)
}

const seventhOf = (draft: Draft): Degree => {
  if (draft.majorSeventh) return '7'
  return draft.third === 'b3' && draft.fifth === 'b5' && draft.seventh === 'bb7' ? 'bb7' : 'b7'
}

const IMPLIED: Readonly<Record<string, readonly Degree[]>> = {
  '7': [],
  '9': ['9'],
  '11': ['9', '11'],
  '13': ['9', '13'],
}

const extend = (draft: Draft, number: string): void => {
  draft.seventh = seventhOf(draft)
  for (const degree of IMPLIED[number]!) {
    draft.tensions.add(degree)
    draft.implied.add(degree)
  }
  if (number === '11' && draft.third === '3' && !draft.majorSeventh) draft.third = undefined
}

/**
 * The grammar of what follows the root: the first row that fits at a place is read there. The order matters:
 * a long token stands before one that it begins with.
 */
const TOKENS: readonly Token[] = [
  { text: /^[(),\s]+/, read: () => {} },
  { text: /^add(b|#|-|\+)?(2|4|6|9|11|13)/, read: (d, f) => addTone(d, f[1] ?? '', f[2]!) },
  { text: /^(?:no|omit)(3|5)/, read: (d, f) => dropTone(d, f[1]!) },
  {
    text: /^sus(2|4)?/,
    read: (d, f) => {
      d.third = f[1] === '2' ? '9' : '4'
    },
  },
  { text: /^alt/, read: (d) => makeAltered(d) },
  {
    text: /^(?:maj|Maj|MAJ|ma|Ma|MA|M|Δ)(?=7|9|11|13)/,
    read: (d) => {
      d.majorSeventh = true
    },
  },
  { text: /^(?:maj|Maj|MAJ|ma|Ma|MA|M)/, read: () => {} },
  {
    text: /^Δ/,
    read: (d) => {
      d.majorSeventh = true
      d.seventh = '7'
    },
  },
  {
    text: /^(?:min|Min|MIN|mi|Mi|MI|m)/,
    slot: 'quality',
    read: (d) => {
      d.third = 'b3'
    },
  },
  {
    text: /^(?:dim|°|o)7?/,
    slot: 'quality',
    read: (d) => {
      d.third = 'b3'
      d.fifth = 'b5'
      d.seventh = 'bb7'
    },
  },
  {
    text: /^(?:ø|h)7?/,
    slot: 'quality',
    read: (d) => {
      d.third = 'b3'
      d.fifth = 'b5'
      d.seventh = 'b7'
    },
  },
  {
    text: /^(?:aug|\+)(?!9|11|13|5)/,
    slot: 'quality',
    read: (d) => {
      d.fifth = '#5'
    },
  },
  { text: /^(b|#|-|\+)(5|6|9|11|13)/, read: (d, f) => alter(d, f[1]!, f[2]!) },
  {
    text: /^(?:6\/9|69)/,
    slot: 'number',
    read: (d) => {
      d.sixth = true
      d.tensions.add('9')
    },
  },
  {
    text: /^6/,
    slot: 'number',
    read: (d) => {
      d.sixth = true
    },
  },
  { text: /^(13|11|9|7)/, slot: 'number', read: (d, f) => extend(d, f[1]!) },
  {
    text: /^5/,
    slot: 'number',
    read: (d) => {
      d.third = undefined
    },
  },
  { text: /^2/, read: (d) => addTone(d, '', '9') },
]

const ADDED: Readonly<Record<string, string>> = { '2': '9', '4': '11' }

const addTone = (draft: Draft, sign: string, number: string): void => {
  if (number === '6' && sign === '') draft.sixth = true
  else alter(draft, sign, ADDED[number] ?? number)
}

const dropTone = (draft: Draft, number: string): void => {
  if (number === '3') draft.third = undefined
  else draft.fifth = undefined
}

const makeAltered = (draft: Draft): void => {
  draft.third = '3'
  draft.fifth = undefined
  draft.seventh = 'b7'
  for (const degree of ['b9', '#9', '#11', 'b13'] as const) draft.tensions.add(degree)
}

const TENSION_ORDER: readonly Degree[] = ['b9', '9', '#9', '11', '#11', 'b13', '13']

const degreesOf = (draft: Draft): readonly Degree[] => {
  const altered = [...draft.tensions]
    .filter((degree) => /^[b#]/.test(degree))
    .map((degree) => degree.slice(1))
  const yields = (degree: Degree) => draft.implied.has(degree) && altered.includes(degree)
  const stack: readonly (Degree | undefined)[] = [
    'R',
    draft.third,
    draft.fifth,
    draft.sixth ? '6' : undefined,
    draft.seventh,
    ...TENSION_ORDER.filter(
      (degree) => draft.tensions.has(degree) && degree !== draft.third && !yields(degree),
    ),
  ]
  return stack.filter((degree) => degree !== undefined)
}

/** Signs as typed, made one: ♭ ♯ – − △ º ∅ and the like. */
const plainSigns = (text: string): string =>
  text
    .replaceAll('𝄫', 'bb')
    .replaceAll('𝄪', '##')
    .replaceAll('♭', 'b')
    .replaceAll('♯', '#')
    .replace(/[–−‐—]/g, '-')
    .replace(/[△∆]/g, 'Δ')
    .replace(/[º˚]/g, '°')
    .replace(/[∅Ø]/g, 'ø')

const ROOT = /^[A-G](?:bb|##|b(?!b)|#|x)?/
const SLASH_BASS = /\/([A-G](?:bb|##|b|#|x)?)$/

/** The symbol of a place where no chord sounds. */
const NO_CHORD = /^(?:N\.?\s?C\.?|NC)$/i

/**
 * Reads a chord symbol as musicians write it: C6/9, C-Δ7, Cø, C7(b9,b13), C7alt, Csus4, Bb13/Ab, N.C.
 * A problem gives the column (from 1) of the first sign that could not be read, and the nearest symbol that can.
 */
export const readChordSymbol = (text: string): Outcome<Chord> => {
  const symbol = text.trim()
  if (NO_CHORD.test(symbol)) return good({ symbol: 'N.C.', root: '', tones: [] })
  const plain = plainSigns(symbol)
  const rootText = ROOT.exec(plain)?.[0]
  if (rootText === undefined) return unread(symbol, 0)
  const bass = SLASH_BASS.exec(plain)?.[1]
  const end = bass === undefined ? plain.length : plain.length - bass.length - 1
  const draft: Draft = {
    third: '3',
    fifth: '5',
    sixth: false,
    seventh: undefined,
    majorSeventh: false,
    tensions: new Set(),
    implied: new Set(),
  }
  const filled = new Set<Token['slot']>()
  let at = rootText.length
  while (at < end) {
    const rest = at === rootText.length ? plain.slice(at, end).replace(/^-/, 'm') : plain.slice(at, end)
    const token = TOKENS.find(({ text: pattern }) => pattern.test(rest))
    if (!token || (token.slot && filled.has(token.slot))) return unread(symbol, at)
    if (token.slot) filled.add(token.slot)
    const found = token.text.exec(rest)!
    token.read(draft, found)
    at += found[0].length
  }
  const root = readNoteName(rootText)!
  return good({
    symbol,
    root: rootText.replace('x', '##'),
    tones: degreesOf(draft).map((degree) => chordTone(root, degree)),
    ...(bass === undefined ? {} : { bass: bass.replace('x', '##') }),
  })
}

const unread = (symbol: string, at: number): Outcome<Chord> => {
  const mend = nearestSymbol(symbol, (text) => readChordSymbol(text).ok)
  return bad({
    rule: 'chord.unread',
    args: [symbol, symbol.slice(at)],
    place: { column: at + 1, length: Math.max(1, symbol.length - at) },
    ...(mend === undefined ? {} : { mend }),
  })
}
