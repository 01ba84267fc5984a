import type { Phrase } from '@eager-contour/core'
import { useEffect, useState } from 'react'
import { useTunesQuery } from '../data/api.ts'
import { engine } from '../engine/engine.ts'
import type { TunePlace } from '../engine/worker.ts'
import { useSettings } from '../settings/settings.ts'

/** A place with the title of its tune. */
export interface TitledPlace extends TunePlace {
  readonly title: string
}

/** Every place of every tune where a phrase fits, best first; undefined while they are looked for. */
export const usePlaces = (phrase: Phrase): readonly TitledPlace[] | undefined => {
  const { data: tunes } = useTunesQuery()
  const { instrument } = useSettings()
  const [found, setFound] = useState<{ readonly of: Phrase; readonly places: readonly TitledPlace[] }>()
  useEffect(() => {
    if (!tunes) return
    let wanted = true
    const titles = new Map(tunes.map(({ id, title }) => [id, title]))
    const stored = tunes.map(({ id, chart, readings = [] }) => ({ id, chart, readings }))
    void engine()
      .places(stored, phrase, instrument)
      .then((places) => {
        if (!wanted) return
        setFound({ of: phrase, places: places.map((one) => ({ ...one, title: titles.get(one.tune) ?? '' })) })
      })
    return () => {
      wanted = false
    }
  }, [tunes, phrase, instrument])
  return found?.of === phrase ? found.places : undefined
}
