import { err, type Outcome, ok } from '../../outcome/outcome.ts'
import type { Degree } from '../pitch/degree.ts'
import { readNoteName } from '../pitch/fifths.ts'
import { type Chord, chordTone } from './chord.ts'
import { nearestSymbols } from './nearest.ts'
import { type Draft, IN_PARENTHESES, TOKENS, type Token } from './tokens.ts'

interface Spelling {
  readonly text: string
  /** Whether upper and lower case are equivalent. */
  readonly anyCase: boolean
  readonly token: Token
}

/**
 * The spellings that start with a letter, longest first; those that only apply before a number come first among
 * equals.
 */
const spellingsOf = (tokens: readonly Token[]): ReadonlyMap<number, readonly Spelling[]> => {
  const byFirst = new Map<number, Spelling[]>()
  const put = (code: number, spelling: Spelling) =>
    byFirst.set(code, [...(byFirst.get(code) ?? []), spelling])
  for (const token of tokens)
    for (const text of token.texts) {
      const anyCase = /[a-z]{2}/i.test(text)
      const spelling = { text: anyCase ? text.toLowerCase() : text, anyCase, token }
      put(text.charCodeAt(0), spelling)
      if (anyCase) put(text[0]!.toUpperCase().charCodeAt(0), spelling)
    }
  for (const spellings of byFirst.values())
    spellings.sort(
      (a, b) => b.text.length - a.text.length || Number(!a.token.before) - Number(!b.token.before),
    )
  return byFirst
}

const SPELLINGS = spellingsOf(TOKENS)
const SPELLINGS_IN_PARENTHESES = spellingsOf(IN_PARENTHESES)

/** The longest spelling that matches at a position. */
const spellingAt = (
  spellings: ReadonlyMap<number, readonly Spelling[]>,
  plain: string,
  lower: string,
  at: number,
  end: number,
): Spelling | undefined => {
  const candidates = spellings.get(plain.charCodeAt(at))
  if (!candidates) return undefined
  for (const spelling of candidates) {
    const { text, anyCase, token } = spelling
    const after = at + text.length
    if (after > end || !(anyCase ? lower : plain).startsWith(text, at)) continue
    if (token.before && !token.before.some((number) => plain.startsWith(number, after))) continue
    return spelling
  }
  return undefined
}

const TENSION_ORDER: readonly Degree[] = ['b9', '9', '#9', '11', '#11', 'b13', '13']

/** Whether an implied tension gives way to an altered one of the same number. */
const gives = ({ implied, tensions }: Draft, degree: Degree): boolean =>
  implied.includes(degree) && tensions.some((other) => other.length > degree.length && other.endsWith(degree))

const degreesOf = (draft: Draft): readonly Degree[] => {
  const degrees: Degree[] = ['R']
  if (draft.third) degrees.push(draft.third)
  if (draft.fifth) degrees.push(draft.fifth)
  if (draft.sixth) degrees.push('6')
  if (draft.seventh) degrees.push(draft.seventh)
  if (draft.tensions.length > 0)
    for (const degree of TENSION_ORDER)
      if (draft.tensions.includes(degree) && degree !== draft.third && !gives(draft, degree))
        degrees.push(degree)
  return degrees
}

const PLAIN = /^[ -~]*$/

/** Typed signs in one normal form: ♭ ♯ – − △ º ∅ and similar. */
const plainSigns = (text: string): string =>
  PLAIN.test(text)
    ? text
    : text
        .replaceAll('𝄫', 'bb')
        .replaceAll('𝄪', '##')
        .replaceAll('♭', 'b')
        .replaceAll('♯', '#')
        .replace(/[–−‐—]/g, '-')
        .replace(/[△∆]/g, 'Δ')
        .replace(/[º˚]/g, '°')
        .replace(/[∅Ø]/g, 'ø')

/** The length of the root at the start of a symbol (a letter and its accidentals); 0 if there is none. */
const rootLength = (plain: string): number => {
  const letter = plain.charCodeAt(0) & ~32
  if (!(letter >= 65 && letter <= 71)) return 0
  const sign = plain[1]
  if (sign === 'x') return 2
  if (sign !== 'b' && sign !== '#') return 1
  return plain[2] === sign ? 3 : 2
}

const SLASH_BASS = /\/([A-Ga-g](?:bb|##|b|#|x)?)$/

/** The symbol for "no chord sounds here". */
const NO_CHORD = /^(?:N\.?\s?C\.?|NC)$/i

const rootName = (text: string): string => {
  const name = text.charCodeAt(0) < 97 ? text : text.charAt(0).toUpperCase() + text.slice(1)
  return name.endsWith('x') ? `${name.slice(0, -1)}##` : name
}

/** A lower-case letter counts as a root only with something after it: d alone could be D or Dm. */
const isClear = (rootText: string, plain: string): boolean =>
  rootText.charCodeAt(0) < 97 || plain.length > rootText.length

/**
 * Reads a chord symbol as musicians write it: C6/9, C-Δ7, Cø, C7(b9,b13), C7alt, Csus4, Bb13/Ab, N.C.; also CMIN7 and
 * c7. A problem gives the column (from 1) of the first character that could not be read, and the nearest readable
 * symbols: the nearest as its fix, the next ones as others.
 * @param text a chord symbol
 * @returns the chord, or one problem of rule chord.unread
 * @example value(readChordSymbol('A7(13)')).tones.map(({ degree }) => degree) // ['R', '3', '5', 'b7', '13']
 */
export const readChordSymbol = (text: string): Outcome<Chord> => {
  const symbol = text.trim()
  if ((symbol[0] === 'N' || symbol[0] === 'n') && NO_CHORD.test(symbol))
    return ok({ symbol: 'N.C.', root: '', tones: [] })
  const plain = plainSigns(symbol)
  const rootText = plain.slice(0, rootLength(plain))
  if (rootText === '' || !isClear(rootText, plain)) return unread(symbol, 0)
  const slash = plain.includes('/') ? SLASH_BASS.exec(plain)?.[1] : undefined
  const end = slash === undefined ? plain.length : plain.length - slash.length - 1
  const draft: Draft = {
    third: '3',
    fifth: '5',
    sixth: false,
    seventh: undefined,
    majorSeventh: false,
    tensions: [],
    implied: [],
  }
  const lower = plain.toLowerCase()
  let number = false
  let quality = false
  /** Inside parentheses, after the chord already has its 6 or 7. */
  let inside = false
  let at = rootText.length
  if (plain.charCodeAt(at) === MINUS && at < end) {
    draft.third = 'b3'
    quality = true
    at += 1
  }
  while (at < end) {
    const sign = plain.charCodeAt(at)
    if (sign === OPENING) inside = number || draft.sixth || draft.seventh !== undefined
    if (sign === CLOSING) inside = false
    const spelling: Spelling | undefined =
      (inside ? spellingAt(SPELLINGS_IN_PARENTHESES, plain, lower, at, end) : undefined) ??
      spellingAt(SPELLINGS, plain, lower, at, end)
    if (!spelling) return unread(symbol, at)
    const { slot, read }: Token = spelling.token
    if ((slot === 'number' && number) || (slot === 'quality' && quality)) return unread(symbol, at)
    number ||= slot === 'number'
    quality ||= slot === 'quality'
    read(draft)
    at += spelling.text.length
  }
  const name = rootName(rootText)
  const root = readNoteName(name)!
  const tones = degreesOf(draft).map((degree) => chordTone(root, degree))
  const asWritten = rootText.charCodeAt(0) < 97 ? name + symbol.slice(rootText.length) : symbol
  return ok(
    slash === undefined
      ? { symbol: asWritten, root: name, tones }
      : { symbol: asWritten, root: name, tones, bass: rootName(slash) },
  )
}

/** A minus sign right after the root means minor. */
const MINUS = 45
const OPENING = 40
const CLOSING = 41

const unread = (symbol: string, at: number): Outcome<Chord> => {
  const [fix, ...others] = nearestSymbols(symbol, (text) => readChordSymbol(text).ok)
  return err({
    rule: 'chord.unread',
    args: [symbol, symbol.slice(at)],
    place: { column: at + 1, length: Math.max(1, symbol.length - at) },
    ...(fix === undefined ? {} : { fix }),
    ...(others.length === 0 ? {} : { others }),
  })
}
