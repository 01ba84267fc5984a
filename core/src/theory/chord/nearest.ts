import { distance } from 'fastest-levenshtein'

/** Endings that a mistyped symbol is compared with. */
const USUAL_ENDINGS: readonly string[] = [
  '',
  '6',
  '6/9',
  'maj7',
  'maj9',
  'maj7#11',
  'm',
  'm6',
  'm7',
  'm9',
  'm11',
  'mMaj7',
  'm7b5',
  'ø7',
  'dim7',
  '°7',
  '7',
  '9',
  '13',
  '7b9',
  '7#9',
  '7b13',
  '7#11',
  '7#5',
  '7alt',
  '7sus4',
  '9sus4',
  '13b9',
  '+',
  'sus4',
  'Δ7',
  '-7',
]

const MOST_NEAREST = 3
const LONGEST = 40

/** The readable symbols closest to the text, nearest first; none when the text has no root. */
export const nearestSymbols = (text: string, readable: (symbol: string) => boolean): readonly string[] => {
  const root = /^([A-Ga-g])(bb|##|[b#♭♯])?/.exec(text)
  if (!root || text.length > LONGEST) return []
  const name = root[1]!.toUpperCase() + (root[2] ?? '')
  const ending = text.slice(root[0].length)
  return USUAL_ENDINGS.map((usual) => ({
    usual,
    edits: distance(ending.toLowerCase(), usual.toLowerCase()),
  }))
    .sort((a, b) => a.edits - b.edits)
    .slice(0, MOST_NEAREST)
    .map(({ usual }) => name + usual)
    .filter(readable)
}
