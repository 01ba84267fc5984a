import {
  type Analysis,
  type BandEvent,
  bandEvents,
  barTicks,
  countInEvents,
  type Stretch,
  type Swing,
  type Ticks,
} from '@eager-contour/core'
import type { Mix } from './mixSlice.ts'

/** The band over a stretch without a line, after a one-bar count-in; from a tick of the stretch on. */
export const bandCountedIn = (
  analysis: Analysis,
  stretch: Stretch,
  swing: Swing,
  { click, voicing }: Mix,
  from: Ticks = 0,
): readonly BandEvent[] => {
  const { meter } = analysis.chart.bars[stretch.from]!
  const bar = barTicks(meter)
  return [
    ...countInEvents(meter),
    ...bandEvents(analysis, stretch, undefined, { swing, click, voicing })
      .filter(({ tick }) => tick >= from)
      .map((event) => ({ ...event, tick: event.tick - from + bar })),
  ]
}
