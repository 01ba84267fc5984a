/** A note's name in ABC: its accidental, its letter, and the marks of its octave. */
interface AbcPitch {
  readonly sign: string | undefined
  readonly letter: string
  readonly marks: string
}

/** What a line of ABC is made of. Lengths are multiples of the unit. */
export type AbcToken =
  | { readonly kind: 'field'; readonly letter: string; readonly value: string }
  | {
      readonly kind: 'bar'
      readonly repeatStart: boolean
      /** How often the repeat that ends here is played, by its colons (section 4.8); 0 if none ends. */
      readonly repeatEnd: number
      /** Whether an ending is over: a double or a final bar line. */
      readonly endsEnding: boolean
    }
  /** The passes on which the bars from here are played: '1,2'. */
  | { readonly kind: 'ending'; readonly passes: string }
  | { readonly kind: 'chord'; readonly symbol: string }
  /** A number of notes in the time of another, for so many notes. */
  | {
      readonly kind: 'tuplet'
      readonly notes: number
      readonly inTime: number | undefined
      readonly over: number | undefined
    }
  | { readonly kind: 'broken'; readonly longFirst: boolean; readonly marks: number }
  | { readonly kind: 'rest'; readonly length: number; readonly bars?: number }
  | {
      readonly kind: 'notes'
      readonly pitches: readonly AbcPitch[]
      readonly length: number
      readonly tie: boolean
    }
  /** Something that can't be read. */
  | { readonly kind: 'wrong'; readonly text: string }

const PITCH = "(\\^\\^|\\^|__|_|=)?([A-Ga-g])([,']*)"
const LENGTH = '(\\d*)(/*)(\\d*)'

/** Patterns in the order in which they are tried; the first one that fits makes the token, or nothing. */
const PATTERNS: readonly {
  readonly pattern: RegExp
  readonly token: (found: RegExpExecArray) => AbcToken | undefined
}[] = [
  // Text over the staff begins with a sign of its place; anything else is a chord symbol.
  { pattern: /"([^"]*)"/y, token: ([, text = '']) => chordOf(text) },
  {
    pattern: /\[([A-Za-z]):([^\]]*)\]/y,
    token: ([, letter = '', value = '']) => ({ kind: 'field', letter, value }),
  },
  // Decorations, grace notes, endings, spaces.
  {
    pattern: /![^!\s]*!|\+[a-z]+\+|\{[^}]*\}|[~.HLMOPSTuv](?=[\^_=A-Ga-gzx[("])|y\d*|[\s`\\)]+/y,
    token: () => undefined,
  },
  { pattern: /:*\|+[\]:]*|\[\||\|\]|::+|:\|/y, token: ([text]) => barOf(text) },
  { pattern: /\[?(\d+(?:[,-]\d+)*)(?=[\s"(|[^_=A-Ga-gzx]|$)/y, token: ([, text = '']) => endingOf(text) },
  {
    pattern: /\((\d+)(?::(\d*))?(?::(\d*))?/y,
    token: ([, notes, inTime, over]) => ({
      ...{ kind: 'tuplet', notes: Number(notes) },
      ...{ inTime: Number(inTime) || undefined, over: Number(over) || undefined },
    }),
  },
  { pattern: /\(/y, token: () => undefined },
  {
    pattern: /([<>]+)/y,
    token: ([, marks = '']) => ({ kind: 'broken', longFirst: marks[0] === '>', marks: marks.length }),
  },
  { pattern: /([ZX])(\d*)/y, token: ([, , bars]) => ({ kind: 'rest', length: 0, bars: Number(bars) || 1 }) },
  {
    pattern: new RegExp(`[zx]${LENGTH}`, 'y'),
    token: ([, ...length]) => ({ kind: 'rest', length: lengthOf(length) }),
  },
  {
    pattern: new RegExp(`\\[((?:${PITCH}${LENGTH}-?)+)\\]${LENGTH}(-?)`, 'y'),
    token: (found) => {
      const inside = [...found[1]!.matchAll(new RegExp(`${PITCH}${LENGTH}(-?)`, 'g'))]
      const [first] = inside
      return {
        kind: 'notes',
        pitches: inside.map(([, sign, letter = '', marks = '']) => ({ sign, letter, marks })),
        length: lengthOf(found.slice(-4, -1)) * lengthOf(first!.slice(4, 7)),
        tie: found.at(-1) === '-' || inside.some((one) => one.at(-1) === '-'),
      }
    },
  },
  {
    pattern: new RegExp(`${PITCH}${LENGTH}\\s*(-?)`, 'y'),
    token: ([, sign, letter = '', marks = '', ...rest]) => ({
      ...{ kind: 'notes', pitches: [{ sign, letter, marks }] },
      ...{ length: lengthOf(rest.slice(0, 3)), tie: rest[3] === '-' },
    }),
  },
]

/** "::" alone is the end of a repeat and the start of the next one. */
const repeatsOf = (colons: number, text: string): number =>
  colons === 0 ? 0 : text === '::' ? 2 : colons + 1

const barOf = (text: string): AbcToken => ({
  kind: 'bar',
  repeatStart: text.endsWith(':'),
  repeatEnd: repeatsOf(/^:*/.exec(text)![0].length, text),
  endsEnding: /\|\||\]|\[/.test(text),
})

/** "1", "1,3" or "1-3": each pass by its number. */
const endingOf = (text: string): AbcToken => ({
  kind: 'ending',
  passes: text
    .split(',')
    .flatMap((part) => {
      const [from = 1, to = from] = part.split('-').map(Number)
      return Array.from({ length: Math.min(9, Math.max(1, to - from + 1)) }, (_, at) => from + at)
    })
    .filter((pass) => pass > 0 && pass < 10)
    .join(','),
})

/** "3", "/", "//", "3/2" as multiples of the unit. */
const lengthOf = ([top, slashes = '', bottom]: readonly (string | undefined)[]): number => {
  const number = top ? Number(top) : 1
  if (slashes === '') return number
  return bottom ? number / Number(bottom) : number / 2 ** slashes.length
}

const chordOf = (text: string): AbcToken | undefined => {
  const symbol = text.trim()
  return symbol === '' || /^[\^_<>@]/.test(symbol) ? undefined : { kind: 'chord', symbol }
}

const FIELD = /^([A-Za-z]):(.*)$/

/** Every part of a tune in ABC, of its first voice; the first tune of a book. */
export const abcTokens = function* (text: string): Generator<AbcToken> {
  let voice: string | undefined
  let isSkipped = false
  let tunes = 0
  for (const raw of text.split(/\r\n|\r|\n/)) {
    const line = raw.replace(/(^|[^\\])%.*$/, '$1')
    const field = FIELD.exec(line)
    if (field?.[1] === 'X') tunes += 1
    if (tunes > 1) return
    if (field?.[1] === 'V') {
      const [name] = field[2]!.trim().split(/\s+/)
      voice ??= name
      isSkipped = name !== voice
    }
    if (field) yield { kind: 'field', letter: field[1]!, value: field[2]! }
    else if (!isSkipped) yield* lineTokens(line)
  }
}

const lineTokens = function* (line: string): Generator<AbcToken> {
  let at = 0
  while (at < line.length) {
    let next = at
    for (const { pattern, token } of PATTERNS) {
      pattern.lastIndex = at
      const found = pattern.exec(line)
      if (!found || found[0] === '') continue
      next = at + found[0].length
      const made = token(found)
      if (made) yield made
      break
    }
    if (next === at) {
      yield { kind: 'wrong', text: line.slice(at, at + 12) }
      return
    }
    at = next
  }
}
