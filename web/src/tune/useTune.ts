import type { TuneAnswer } from '@eager-contour/contract'
import {
  analyseChart,
  type Chart,
  fitStretch,
  type Problem,
  readChart,
  type Stretch,
  type TuneAnalyses,
  tuneInKey,
  wholeTune,
} from '@eager-contour/core'
import { useCallback, useMemo } from 'react'
import { useOutletContext, useSearchParams } from 'react-router'
import { useTunesQuery } from '../data/api.ts'
import { useSettings } from '../settings/settings.ts'

/** A tune opened: as it sounds and as the player's instrument reads it. */
export interface OpenTune extends TuneAnalyses {
  readonly tune: TuneAnswer
  readonly stretch: Stretch
  readonly setStretch: (stretch: Stretch) => void
}

type Opened =
  | { readonly state: 'waiting' | 'lost' | 'unreachable' }
  | { readonly state: 'unread'; readonly tune: TuneAnswer; readonly problems: readonly Problem[] }
  | { readonly state: 'open'; readonly open: OpenTune }

const FIRST_BARS = 4

/** Opens the tune: reads and analyses its chart; the stretch is in the address as ?bars=1-4. */
export const useTune = (id: string | undefined): Opened => {
  const { data: tunes, isError } = useTunesQuery()
  const { instrument } = useSettings()
  const tune = tunes?.find((one) => one.id === id)
  const outcome = useMemo(() => (tune ? readChart(tune.chart) : undefined), [tune])
  const analyses = useMemo(
    () => (outcome?.ok ? tuneInKey(analyseChart(outcome.value, tune?.readings), instrument) : undefined),
    [outcome, tune, instrument],
  )
  const [stretch, setStretch] = useStretch(outcome?.ok ? outcome.value : undefined)
  if (isError && !tunes) return { state: 'unreachable' }
  if (!tunes) return { state: 'waiting' }
  if (!tune || !outcome) return { state: 'lost' }
  if (!outcome.ok) return { state: 'unread', tune, problems: outcome.problems }
  return { state: 'open', open: { tune, ...analyses!, stretch, setStretch } }
}

const useStretch = (chart: Chart | undefined): [Stretch, (stretch: Stretch) => void] => {
  const [params, setParams] = useSearchParams()
  const bars = params.get('bars')
  const stretch = useMemo(() => {
    if (!chart) return { from: 0, to: 0 }
    const [from, to] = (bars ?? '').split('-').map((bar) => Number.parseInt(bar, 10) - 1)
    const wanted =
      Number.isInteger(from) && Number.isInteger(to)
        ? { from: from!, to: to! }
        : { from: 0, to: Math.min(FIRST_BARS - 1, wholeTune(chart).to) }
    return fitStretch(chart, wanted)
  }, [chart, bars])
  const setStretch = useCallback(
    (next: Stretch) =>
      setParams(
        (before) => {
          before.set('bars', `${next.from + 1}-${next.to + 1}`)
          return before
        },
        { replace: true },
      ),
    [setParams],
  )
  return [stretch, setStretch]
}

export const useOpenTune = (): OpenTune => useOutletContext<OpenTune>()

export const barsText = ({ from, to }: Stretch): string =>
  from === to ? `bar ${from + 1}` : `bars ${from + 1}–${to + 1}`
