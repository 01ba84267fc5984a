import { BASIC_DEVICES } from './basicDevices.ts'
import { COLOUR_DEVICES } from './colourDevices.ts'
import type { DeviceRow } from './deviceRow.ts'

/**
 * The registry of devices: what a line can be made of and what a reader can find in it (common practice, no source).
 * `hold` has the plain departure (no note), `chordTone` the plain approach (straight into the target).
 */
export const DEVICES = { ...BASIC_DEVICES, ...COLOUR_DEVICES } as const

export type DeviceId = keyof typeof DEVICES

/** A device that a reader can find in any line. */
export type FoundDevice = {
  [Id in DeviceId]: (typeof DEVICES)[Id] extends { readonly found: object } ? Id : never
}[DeviceId]

/**
 * Every device, in the order of the table.
 *
 * @example DEVICE_IDS.includes('enclosure') // true
 */
export const DEVICE_IDS = Object.keys(DEVICES) as readonly DeviceId[]

/**
 * A device's row, by its id.
 *
 * @example deviceRow('enclosure').name // 'enclosure'
 */
export const deviceRow = (id: DeviceId): DeviceRow => DEVICES[id]

/** The ids of the devices whose rows are so. */
export const devicesWhere = (is: (row: DeviceRow) => boolean): readonly DeviceId[] =>
  DEVICE_IDS.filter((id) => is(DEVICES[id]))
