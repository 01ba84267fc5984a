import type { TallyAnswer } from '@eager-contour/contract'
import {
  type ChordStyle,
  changeExample,
  type Degree,
  degreeName,
  RUNGS,
  type RungId,
  readChordSymbol,
} from '@eager-contour/core'
import { chordText } from '../ui/ChordSymbol.tsx'

const symbolText = (symbol: string, style: ChordStyle): string => {
  const chord = readChordSymbol(symbol)
  return chord.ok ? chordText(chord.value, style) : symbol
}

/** What is weak in words: “Dm7 to G7”, “the ♭9”, “E♭ major”, “beat 2 and”. */
export const weakName = (
  { kind, name }: Pick<TallyAnswer, 'kind' | 'name'>,
  style: ChordStyle,
  keyName: (key: string) => string,
): string => {
  switch (kind) {
    case 'change': {
      const example = changeExample(name)
      return example ? example.map((symbol) => symbolText(symbol, style)).join(' to ') : name
    }
    case 'degree':
      return `the ${degreeName(name as Degree)}`
    case 'key':
      return keyName(name)
    case 'rung':
      return RUNGS.find(({ id }) => id === name)?.name ?? name
    case 'beat':
      return name.startsWith('inside') ? `inside beat ${name.split(' ')[1]}` : `beat ${name}`
  }
}

/** What is drilled where a rung needs a line or a phrase of its own. */
const PLAIN_RUNG: RungId = 'outline-up'

/** The rung with which a weak place is drilled: the one it was played with, if that needs nothing. */
export const weakRung = ({ kind, name, last }: Pick<TallyAnswer, 'kind' | 'name' | 'last'>): RungId => {
  const wanted = kind === 'rung' ? name : last.rung
  return RUNGS.find(({ id, needs }) => id === wanted && needs === undefined)?.id ?? PLAIN_RUNG
}
