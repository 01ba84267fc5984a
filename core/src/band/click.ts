import { barTicks, beatTicks, type Meter, meterName } from '../theory/rhythm/meter.ts'
import type { Ticks } from '../theory/rhythm/ticks.ts'
import type { Analysis } from '../tune/analysis/analysis.ts'
import { barStarts, type Stretch } from '../tune/chart/chart.ts'
import type { BandEvent } from './event.ts'

/** When the metronome sounds. */
export type ClickId = 'none' | 'beats' | 'backbeat' | 'secondBar' | 'fourthBar'

/** Beats 2 and 4 where there are four. */
const BACKBEATS: Readonly<Record<string, readonly number[]>> = {
  '4/4': [1, 3],
  '2/4': [1],
  '3/4': [1, 2],
  '5/4': [1, 3],
  '6/8': [1],
  '9/8': [1, 2],
  '12/8': [1, 3],
  '2/2': [1],
  '6/4': [1, 4],
  '7/4': [1, 3, 5],
}

const everyBar = (meter: Meter): readonly number[] =>
  Array.from({ length: barTicks(meter) / beatTicks(meter) }, (_, beat) => beat)

interface ClickRow {
  readonly id: ClickId
  readonly name: string
  /** The beats, from 0, of a bar counted from 0 at the beginning of the stretch. */
  readonly beats: (meter: Meter, bar: number) => readonly number[]
}

/**
 * The metronome's choices: the fewer its beats, the more the player keeps the time.
 *
 * @example CLICKS.map(({ id }) => id) // ['none', 'beats', 'backbeat', 'secondBar', 'fourthBar']
 */
export const CLICKS: readonly ClickRow[] = [
  { id: 'none', name: 'none', beats: () => [] },
  { id: 'beats', name: 'every beat', beats: everyBar },
  { id: 'backbeat', name: '2 and 4', beats: (meter) => BACKBEATS[meterName(meter)] ?? [0] },
  { id: 'secondBar', name: 'beat 1, every other bar', beats: (_, bar) => (bar % 2 === 0 ? [0] : []) },
  { id: 'fourthBar', name: 'beat 1, every fourth bar', beats: (_, bar) => (bar % 4 === 0 ? [0] : []) },
]

/** General MIDI percussion: the click is a side stick, a count-in beat a closed hi-hat. */
const SOUNDS = { click: 37, count: 42 } as const
const LENGTH: Ticks = 60
const FIRST_BEAT = 88
const OTHER_BEAT = 70

/** The metronome over a stretch, in ticks from its start. */
export const clickEvents = (
  analysis: Analysis,
  stretch: Stretch,
  start: Ticks,
  id: ClickId = 'backbeat',
): readonly BandEvent[] => {
  const starts = barStarts(analysis.chart)
  const { beats } = CLICKS.find((row) => row.id === id) ?? CLICKS[0]!
  return analysis.chart.bars.slice(stretch.from, stretch.to + 1).flatMap(({ meter }, at) =>
    beats(meter, at).map((beat) => ({
      part: 'click' as const,
      tick: starts[stretch.from + at]! - start + beat * beatTicks(meter),
      duration: LENGTH,
      midi: SOUNDS.click,
      velocity: beat === 0 ? FIRST_BEAT : OTHER_BEAT,
    })),
  )
}

/**
 * One bar of counted beats before the stretch, in ticks from the count-in's start.
 *
 * @example countInEvents({ beats: 4, unit: 4 }).map(({ tick }) => tick) // [0, 480, 960, 1440]
 */
export const countInEvents = (meter: Meter): readonly BandEvent[] =>
  everyBar(meter).map((beat) => ({
    part: 'click' as const,
    tick: beat * beatTicks(meter),
    duration: LENGTH,
    midi: SOUNDS.count,
    velocity: beat === 0 ? 110 : 85,
  }))
