import type { Ticks } from '../../theory/rhythm/ticks.ts'

/** A point of a curve of pitch over time: ticks from beat 1 of bar 1, a MIDI number. */
export interface CurvePoint {
  readonly tick: Ticks
  readonly midi: number
}

/**
 * The height of a curve at a tick: straight between its points (at least one, in order), level before and after them.
 *
 * @example heightAt([{ tick: 0, midi: 60 }, { tick: 960, midi: 64 }], 480) // 62
 */
export const heightAt = (points: readonly CurvePoint[], tick: Ticks): number => {
  const after = points.findIndex((point) => point.tick >= tick)
  if (after === 0) return points[0]!.midi
  if (after < 0) return points.at(-1)!.midi
  const [from, to] = [points[after - 1]!, points[after]!]
  return from.midi + ((to.midi - from.midi) * (tick - from.tick)) / Math.max(1, to.tick - from.tick)
}
