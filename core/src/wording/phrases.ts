import { DEVICES, type DeviceId, type DeviceRow, deviceRow } from '../line/figures/devices.ts'
import { plainPitch } from '../theory/pitch/pitch.ts'
import { degreeName, withSigns } from './signs.ts'

/** A device in the trade's words. */
export const deviceName = (device: string): string => rowOf(device)?.name ?? device

const rowOf = (device: string): DeviceRow | undefined =>
  device in DEVICES ? deviceRow(device as DeviceId) : undefined

export const toneOf = (degree: string, symbol: string): string =>
  `the ${degreeName(degree)} of ${withSigns(symbol)}`
export const inside = (device: string | null): string =>
  device ? `, in ${articleOf(device)}${deviceName(device)}` : ''
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
