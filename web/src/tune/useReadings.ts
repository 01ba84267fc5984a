import { type Override, withOverride, withoutOverrides } from '@eager-contour/core'
import { api, useApiDispatch } from '../data/api.ts'
import { sendEdit } from '../data/outbox.ts'
import { useSettings } from '../settings/settings.ts'
import { useAppDispatch } from '../store/store.ts'
import type { OpenTune } from './useTune.ts'
import { storedReadings } from './written.ts'

/** Chords next to each other: the first and the last, both inside. */
export type ChordRange = Pick<Override, 'from' | 'to'>

export interface Readings {
  /** Sets the player's own readings of some chords, in the key as the instrument reads it. */
  readonly read: (overrides: readonly Override[]) => void
  /** Returns the chords to their automatic reading. */
  readonly clear: (places: readonly ChordRange[]) => void
}

/** The player's own readings of a tune: shown immediately, kept in the browser, and stored with the tune. */
export const useReadings = ({ tune, sounding }: OpenTune): Readings => {
  const dispatch = useAppDispatch()
  const patch = useApiDispatch()
  const { instrument } = useSettings()
  const store = (readings: readonly Override[]) => {
    patch(
      api.util.updateQueryData('tunes', undefined, (tunes) =>
        tunes.map((one) => (one.id === tune.id ? { ...one, readings } : one)),
      ),
    )
    void sendEdit(dispatch, {
      entity: tune.id,
      path: `tunes/${tune.id}`,
      title: tune.title,
      body: { revision: tune.revision, title: tune.title, chart: tune.chart, readings },
    })
  }
  return {
    read: (overrides) =>
      store(storedReadings(overrides, sounding, instrument).reduce(withOverride, tune.readings)),
    clear: (places) =>
      store(
        places.reduce<readonly Override[]>(
          (readings, { from, to }) => withoutOverrides(readings, from, to),
          tune.readings,
        ),
      ),
  }
}
