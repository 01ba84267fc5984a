import type { SettingsAnswer } from '@eager-contour/contract'
import { api, useApiDispatch } from '../data/api.ts'
import { sendEdit } from '../data/outbox.ts'
import { useAppDispatch } from '../store/store.ts'
import { useSettings } from './settings.ts'

/** Changes settings: effective immediately, kept in the browser, and sent to the server. */
export const useSaveSettings = (): ((change: Partial<SettingsAnswer>) => void) => {
  const dispatch = useAppDispatch()
  const patch = useApiDispatch()
  const { instrument, known: _known, ...settings } = useSettings()
  return (change) => {
    const next = { ...settings, instrument: instrument.id, ...change }
    patch(api.util.upsertQueryData('settings', undefined, next))
    void sendEdit(dispatch, {
      entity: 'settings',
      path: 'settings',
      title: 'Setup',
      body: { revision: settings.revision, ...change },
    })
  }
}
