import type { SettingsAnswer } from '@eager-contour/contract'
import { type Instrument, instrumentOf } from '@eager-contour/core'
import { useSettingsQuery } from '../data/api.ts'

const UNREAD: SettingsAnswer = {
  revision: 0,
  instrument: 'concert',
  look: 'system',
  chordStyle: 'letters',
  scaleNames: 'mode',
  player: '',
}

export interface Settings extends SettingsAnswer {
  readonly of: Instrument
}

/** The player's settings; until they are read, what a new player has. */
export const useSettings = (): Settings => {
  const { data = UNREAD } = useSettingsQuery()
  return { ...data, of: instrumentOf(data.instrument) }
}
