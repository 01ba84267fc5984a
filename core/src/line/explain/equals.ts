import { type DeviceId, deviceRow } from '../figures/devices.ts'
import type { NoteReading } from './explanation.ts'

/**
 * Whether a note that was made by a device was read as that device, or as one that is the same to a reader: figures with
 * the same notes are equal (E♭ E F is a double chromatic or a run), and a chord tone is explained by being one.
 */
export const recovers = (made: DeviceId, { device, role }: NoteReading): boolean => {
  const { devices, roles } = deviceRow(made).readAs
  return (
    device === (made as string) || (device !== undefined && devices.includes(device)) || roles.includes(role)
  )
}
