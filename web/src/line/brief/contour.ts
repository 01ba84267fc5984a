import { barStarts, barTicks, type Chart, type CurvePoint, heightAt, type Stretch } from '@eager-contour/core'

/** The number of a contour's points per bar. */
const POINTS_A_BAR = 2

/** The ticks of a contour's points: the start and the middle of each bar. */
export const contourTicks = (chart: Chart, stretch: Stretch): readonly number[] => {
  const starts = barStarts(chart)
  const ticks: number[] = []
  for (let bar = stretch.from; bar <= stretch.to; bar += 1)
    for (let part = 0; part < POINTS_A_BAR; part += 1)
      ticks.push(starts[bar]! + (part * barTicks(chart.bars[bar]!.meter)) / POINTS_A_BAR)
  return ticks
}

/**
 * A contour with a drawn part: by the drawing between its first and last point, elsewhere as before, or level if
 * there was none.
 */
export const drawnOver = (
  ticks: readonly number[],
  before: readonly CurvePoint[],
  drawn: readonly CurvePoint[],
): readonly CurvePoint[] => {
  if (drawn.length === 0) return before
  const points = [...drawn].sort((a, b) => a.tick - b.tick)
  const reach = ticks.length > 1 ? (ticks[1]! - ticks[0]!) / 2 : 0
  const [from, to] = [points[0]!.tick - reach, points.at(-1)!.tick + reach]
  return ticks.map((tick) => {
    const fresh = tick >= from && tick <= to
    const source = fresh || before.length === 0 ? points : before
    return { tick, midi: Math.round(heightAt(source, tick)) }
  })
}

/** The contour with one point at another height. */
export const withHeight = (
  points: readonly CurvePoint[],
  tick: number,
  midi: number,
): readonly CurvePoint[] => points.map((point) => (point.tick === tick ? { tick, midi } : point))
