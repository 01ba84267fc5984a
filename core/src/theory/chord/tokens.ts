import { type Degree, isDegree } from '../pitch/degree.ts'

/** What has been read of a symbol so far: its third, fifth, sixth, seventh and tensions. */
export interface Draft {
  third: Degree | undefined
  fifth: Degree | undefined
  sixth: boolean
  seventh: Degree | undefined
  majorSeventh: boolean
  tensions: Degree[]
  /** Tensions implied by a number (the 9 of a 13); an altered one written beside it replaces them. */
  implied: readonly Degree[]
}

export interface Token {
  /** The ways to write it. Words of several letters are read in any case, single letters only as they are. */
  readonly texts: readonly string[]
  /** A slot may be filled once per symbol: a second number or quality is not a chord. */
  readonly slot?: 'number' | 'quality'
  /** The token only applies before one of these. */
  readonly before?: readonly string[]
  readonly read: (draft: Draft) => void
}

const tension = (draft: Draft, degree: Degree): void => {
  if (!draft.tensions.includes(degree)) draft.tensions.push(degree)
}

const SIGNS: readonly (readonly [string, string])[] = [
  ['b', 'b'],
  ['-', 'b'],
  ['#', '#'],
  ['+', '#'],
]

/** The tension that a number names: a 6 is a 13, an added 2 a 9, an added 4 an 11. */
const NAMED: Readonly<Record<string, string>> = { '2': '9', '4': '11', '6': '13' }

const alter = (sign: string, number: string): ((draft: Draft) => void) => {
  if (number === '5')
    return (draft) => {
      draft.fifth = `${sign}5` as Degree
    }
  const degree = `${sign}${NAMED[number] ?? number}`
  return (draft) => {
    if (isDegree(degree)) tension(draft, degree)
  }
}

const alterations: readonly Token[] = SIGNS.flatMap(([text, sign]) =>
  ['5', '6', '9', '11', '13'].map((number) => ({ texts: [text + number], read: alter(sign, number) })),
)

const added: readonly Token[] = ['2', '4', '6', '9', '11', '13'].flatMap((number) => [
  {
    texts: [`add${number}`],
    read: (draft: Draft) => {
      if (number === '6') draft.sixth = true
      else alter('', number)(draft)
    },
  },
  ...SIGNS.map(([text, sign]) => ({ texts: [`add${text}${number}`], read: alter(sign, number) })),
])

const seventhOf = (draft: Draft): Degree => {
  if (draft.majorSeventh) return '7'
  return draft.third === 'b3' && draft.fifth === 'b5' && draft.seventh === 'bb7' ? 'bb7' : 'b7'
}

/** A number with the tensions below it; an 11 over a major third replaces the third. */
const extension = (number: string, ...implied: readonly Degree[]): Token => ({
  texts: [number],
  slot: 'number',
  read: (draft) => {
    draft.seventh = seventhOf(draft)
    for (const degree of implied) tension(draft, degree)
    draft.implied = implied
    if (number === '11' && draft.third === '3' && !draft.majorSeventh) draft.third = undefined
  },
})

const MAJOR_WORDS = ['maj', 'ma', 'M', 'Δ']
const NUMBERS = ['7', '9', '11', '13']

const made = (third: Degree, fifth: Degree, seventh?: Degree) => (draft: Draft) => {
  draft.third = third
  draft.fifth = fifth
  if (seventh) draft.seventh = seventh
}

/**
 * A number in parentheses adds to the chord: A7(13), F7(9), A6(9), Gm7b5(9) are the chord with that tension,
 * Em9(maj7) the chord with a major 7 (common practice, no source).
 */
export const IN_PARENTHESES: readonly Token[] = [
  ...['2', '4', '9', '11', '13'].map((number) => ({ texts: [number], read: alter('', number) })),
  {
    texts: ['6'],
    read: (draft) => {
      draft.sixth = true
    },
  },
  {
    texts: ['maj7', 'ma7', 'M7', 'Δ7', 'Δ', '7M'],
    read: (draft) => {
      draft.seventh = '7'
    },
  },
]

/** The grammar of what follows the root. At each position the longest matching text is read. */
export const TOKENS: readonly Token[] = [
  { texts: ['(', ')', ',', ' '], read: () => {} },
  ...added,
  ...alterations,
  {
    texts: ['no3', 'omit3'],
    read: (draft) => {
      draft.third = undefined
    },
  },
  {
    texts: ['no5', 'omit5'],
    read: (draft) => {
      draft.fifth = undefined
    },
  },
  {
    texts: ['sus', 'sus4'],
    read: (draft) => {
      draft.third = '4'
    },
  },
  {
    texts: ['sus2'],
    read: (draft) => {
      draft.third = '9'
    },
  },
  {
    texts: ['alt'],
    read: (draft) => {
      draft.third = '3'
      draft.fifth = undefined
      draft.seventh = 'b7'
      for (const degree of ['b9', '#9', '#11', 'b13'] as const) tension(draft, degree)
    },
  },
  {
    texts: MAJOR_WORDS,
    before: NUMBERS,
    read: (draft) => {
      draft.majorSeventh = true
    },
  },
  { texts: ['maj', 'ma', 'M'], read: () => {} },
  {
    texts: ['Δ'],
    read: (draft) => {
      draft.majorSeventh = true
      draft.seventh = '7'
    },
  },
  {
    texts: ['min', 'mi', 'm'],
    slot: 'quality',
    read: (draft) => {
      draft.third = 'b3'
    },
  },
  { texts: ['dim', '°', 'o', 'dim7', '°7', 'o7'], slot: 'quality', read: made('b3', 'b5', 'bb7') },
  { texts: ['ø', 'h', 'ø7', 'h7'], slot: 'quality', read: made('b3', 'b5', 'b7') },
  {
    texts: ['aug', '+'],
    slot: 'quality',
    read: (draft) => {
      draft.fifth = '#5'
    },
  },
  {
    texts: ['6/9', '69'],
    slot: 'number',
    read: (draft) => {
      draft.sixth = true
      tension(draft, '9')
    },
  },
  {
    texts: ['6'],
    slot: 'number',
    read: (draft) => {
      draft.sixth = true
    },
  },
  extension('13', '9', '13'),
  extension('11', '9', '11'),
  extension('9', '9'),
  extension('7'),
  {
    texts: ['7M', '7maj'],
    slot: 'number',
    read: (draft) => {
      draft.seventh = '7'
    },
  },
  {
    texts: ['5'],
    slot: 'number',
    read: (draft) => {
      draft.third = undefined
    },
  },
  { texts: ['2'], read: alter('', '2') },
  { texts: ['4'], slot: 'number', read: alter('', '4') },
]
