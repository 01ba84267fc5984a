import type { SettingsAnswer } from '@eager-contour/contract'
import { type Instrument, instrumentOf } from '@eager-contour/core'
import { useSettingsQuery } from '../data/api.ts'

const UNREAD: SettingsAnswer = {
  revision: 0,
  instrument: 'concert',
  look: 'system',
  chordStyle: 'letters',
  scaleNames: 'mode',
  spelling: 'exact',
  player: '',
  grading: {},
  restMinutes: 25,
}

export interface Settings extends Omit<SettingsAnswer, 'instrument'> {
  readonly instrument: Instrument
  /** Whether they were read, or cannot be: before that nothing is shown, lest it be in another transposition. */
  readonly known: boolean
}

/** The player's settings; where they cannot be read, what a new player has. */
export const useSettings = (): Settings => {
  const { data = UNREAD, isSuccess, isError } = useSettingsQuery()
  return { ...data, instrument: instrumentOf(data.instrument), known: isSuccess || isError }
}
