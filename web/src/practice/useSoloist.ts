import { type Line, playersTurns } from '@eager-contour/core'
import { useEffect, useState } from 'react'
import { analysisOf, engine } from '../engine/engine.ts'
import { useSettings } from '../settings/settings.ts'
import type { OpenTune } from '../tune/useTune.ts'

/** Seeds of solos: another one every time the stage is opened. */
const SEEDS = 100_000
/** Bars after which the soloist breathes at the latest. */
const BREATH_BARS = 4

/** What the application's soloist plays, with silence in the player's turns; undefined while it is composed. */
export const useSoloist = (
  { sounding, stretch }: OpenTune,
  bars: number | undefined,
): { readonly bars: number; readonly line: Line } | undefined => {
  const { range } = useSettings().instrument
  const [seed] = useState(() => Math.floor(Math.random() * SEEDS))
  const [line, setLine] = useState<Line>()
  const { from, to } = stretch
  useEffect(() => {
    if (bars === undefined) return
    let wanted = true
    const place = { from, to }
    const rests = playersTurns(sounding.chart, place, bars)
    void engine()
      .compose(analysisOf(sounding), {
        ...{ stretch: place, range, seed, rests },
        count: 1,
        breathBars: BREATH_BARS,
        rhythm: 'solo',
      })
      .then((composed) => {
        if (wanted) setLine(composed?.lines[0]?.line ?? { notes: [] })
      })
    return () => {
      wanted = false
    }
  }, [sounding, from, to, range, bars, seed])
  return bars !== undefined && line ? { bars, line } : undefined
}
