import { type Fifths, fifthsOf, noteName } from '../../theory/pitch/fifths.ts'
import type { Key } from '../../theory/pitch/key.ts'
import { QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'

export const WHOLE: Ticks = 4 * QUARTER

/** Fifths from a mode's tonic to the tonic of the major key with its signature (ABC standard 2.1, section 3.1.14). */
const MODES: Readonly<Record<string, Fifths>> = {
  '': 0,
  ...{ maj: 0, ion: 0, m: -3, min: -3, aeo: -3, dor: -2, phr: -4, lyd: 1, mix: -1, loc: -5 },
}
const MINOR: readonly string[] = ['m', 'min', 'aeo', 'dor', 'phr', 'loc']

const KEY = /^\s*([A-G])([b#]?)\s*([A-Za-z]*)/

/** A key field: its signature in fifths, and the key itself. */
export const readKeyField = (
  text: string,
): { readonly fifths: Fifths; readonly key: Key | undefined } | undefined => {
  if (/^\s*(none|HP|Hp)?\s*$/.test(text)) return { fifths: 0, key: undefined }
  const found = KEY.exec(text)
  if (!found) return undefined
  const tonic = found[1]!.toUpperCase() + found[2]!
  const word = found[3]!.toLowerCase()
  const mode = word === 'm' ? 'm' : word.slice(0, 3)
  // Another word after the tonic (a clef, a transposition) is no mode.
  const shift = MODES[mode] ?? 0
  return {
    fifths: fifthsOf(tonic) + shift,
    key: { tonic, mode: MINOR.includes(mode) ? 'minor' : 'major' },
  }
}

const FRACTION = /^\s*(\d+)\s*\/\s*(\d+)/

/** A fraction of a whole note in ticks. */
export const readLength = (text: string): Ticks | undefined => {
  const [, top, bottom] = FRACTION.exec(text) ?? []
  return top && Number(bottom) > 0 ? (WHOLE * Number(top)) / Number(bottom) : undefined
}

/** A meter field in words that a chart reads: C is 4/4, C| is 2/2. */
export const readMeterField = (text: string): string | undefined => {
  const trimmed = text.trim()
  if (trimmed === 'C') return '4/4'
  if (trimmed === 'C|') return '2/2'
  const [, top, bottom] = FRACTION.exec(trimmed) ?? []
  return top && bottom ? `${top}/${bottom}` : undefined
}

/** The alteration that a key signature gives a letter, in half steps. */
export const signatureOf = (fifths: Fifths): ReadonlyMap<string, number> => {
  const signs = new Map<string, number>()
  // Sharps enter as F C G D A E B, flats the other way.
  for (let place = -1; place <= 5; place += 1) {
    const letter = noteName(place)
    const altered = fifths >= 0 ? place < fifths - 1 : place > 5 + fifths
    signs.set(letter, altered ? Math.sign(fifths) : 0)
  }
  return signs
}
