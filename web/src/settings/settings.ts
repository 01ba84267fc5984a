import type { SettingsAnswer } from '@eager-contour/contract'
import { DEFAULT_SETTINGS } from '@eager-contour/contract/defaults'
import { type Instrument, instrumentOf } from '@eager-contour/core'
import { useSettingsQuery } from '../data/api.ts'

export interface Settings extends Omit<SettingsAnswer, 'instrument'> {
  readonly instrument: Instrument
  /**
   * Whether they were read, or can't be: nothing is shown before that, so that it never appears in another
   * transposition.
   */
  readonly known: boolean
}

/** The player's settings; if they can't be read, a new player's. */
export const useSettings = (): Settings => {
  const { data = DEFAULT_SETTINGS, isSuccess, isError } = useSettingsQuery()
  return { ...data, instrument: instrumentOf(data.instrument), known: isSuccess || isError }
}
