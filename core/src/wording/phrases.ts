import type { DeviceRow } from '../line/figures/deviceRow.ts'
import { DEVICES, type DeviceId, deviceRow } from '../line/figures/devices.ts'
import { readChordSymbol } from '../theory/chord/read.ts'
import { type ChordStyle, writeChordSymbol } from '../theory/chord/write.ts'
import { plainPitch } from '../theory/pitch/pitch.ts'
import { degreeName, withSigns } from './signs.ts'

/**
 * A device in the trade's words.
 *
 * @example deviceName('enclosure') // 'enclosure'
 */
export const deviceName = (device: string): string => rowOf(device)?.name ?? device

const rowOf = (device: string): DeviceRow | undefined =>
  device in DEVICES ? deviceRow(device as DeviceId) : undefined

/**
 * A chord symbol inside a sentence. It stands between two invisible characters (Unicode's first strong isolate and
 * pop directional isolate), so that the finished sentence can be given the player's chord style: see styleSymbols.
 */
export const chordName = (symbol: string): string => `\u2068${symbol}\u2069`

/** Writes the chord symbols of a sentence in a style; without one, as the chart has them. */
export const styleSymbols = (sentence: string, style?: ChordStyle): string =>
  sentence.replace(/\u2068([^\u2069]*)\u2069/g, (_, symbol: string) => {
    const chord = style === undefined ? undefined : readChordSymbol(symbol)
    return withSigns(chord?.ok ? writeChordSymbol(chord.value, style) : symbol)
  })

export const toneOf = (degree: string, symbol: string): string =>
  `the ${degreeName(degree)} of ${chordName(symbol)}`
export const inside = (device: string | null): string =>
  device ? `, in ${articleOf(device)}${deviceName(device)}` : ''
export const partOf = (device: string): string =>
  rowOf(device)?.plural
    ? `one of the ${deviceName(device)}`
    : `part of ${articleOf(device)}${deviceName(device)}`
export const articleOf = (device: string): string => {
  if (rowOf(device)?.plural) return ''
  return /^[aeiou]/.test(deviceName(device)) ? 'an ' : 'a '
}
const INTERVALS = [
  'a unison',
  'a half step',
  'a whole step',
  'a minor third',
  'a third',
  'a fourth',
  'a tritone',
  'a fifth',
  'a minor sixth',
  'a sixth',
  'a minor seventh',
  'a major seventh',
  'an octave',
] as const
export const intervalName = (semitones: number): string =>
  INTERVALS[semitones] ?? (semitones < 24 ? 'more than an octave' : 'two octaves or more')
export const ordinal = (number: number): string =>
  ['', 'first', 'second', 'third', 'fourth', 'fifth'][number] ?? `${number}th`
export const requestedNote = (request: string | number): string =>
  typeof request === 'number' ? withSigns(plainPitch(request)) : `the ${degreeName(request)}`
export const cellName = (degrees: readonly string[]): string => degrees.map(degreeName).join('–')
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
