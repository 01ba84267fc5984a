import type { Analysis } from '../analysis/analysis.ts'
import { chordAt } from '../analysis/analysis.ts'
import { barStarts, type Stretch } from '../chart/chart.ts'
import { type Ground, groundOf } from '../figures/ground.ts'
import { strongPlaces } from '../rhythm/meter.ts'
import { EIGHTH, type Ticks } from '../rhythm/ticks.ts'

/** A place where the line stands on a chord tone. */
export interface Anchor {
  readonly tick: Ticks
  readonly ground: Ground
  /** Whether another chord begins here. */
  readonly change: boolean
  readonly bar: number
}

const LONGEST_SEGMENT: Ticks = 4 * EIGHTH

/**
 * The anchors of a stretch: its strong beats and changes of chord, and a place between where two are more than four
 * eighths apart. Bars without a chord have none.
 */
export const anchorsOf = (analysis: Analysis, stretch: Stretch): readonly Anchor[] => {
  const starts = barStarts(analysis.chart)
  const anchors: Anchor[] = []
  for (let bar = stretch.from; bar <= stretch.to; bar += 1) {
    for (const tick of barAnchors(analysis, bar, starts[bar]!, starts[bar + 1]!)) {
      const span = chordAt(analysis, tick)
      if (span.chord.tones.length === 0) continue
      const before = tick > 0 ? chordAt(analysis, tick - 1) : undefined
      anchors.push({
        tick,
        ground: groundOf(span.chord, analysis.readings[span.index]!.scale),
        change: before === undefined || before.chord.symbol !== span.chord.symbol,
        bar,
      })
    }
  }
  return anchors
}

const barAnchors = (analysis: Analysis, bar: number, start: Ticks, end: Ticks): readonly Ticks[] => {
  const { meter, chords } = analysis.chart.bars[bar]!
  const places = new Set([
    ...strongPlaces(meter).map((place) => start + place),
    ...chords.map((cell) => start + cell.start),
  ])
  const sorted = [...places].sort((a, b) => a - b)
  return sorted.flatMap((tick, at) => {
    const next = sorted[at + 1] ?? end
    const ticks = [tick]
    while (next - ticks.at(-1)! > LONGEST_SEGMENT) ticks.push(ticks.at(-1)! + LONGEST_SEGMENT)
    return ticks
  })
}
