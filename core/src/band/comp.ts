import { harmonyOf, STACK } from '../line/figures/harmony.ts'
import { noiseAt } from '../random/noise.ts'
import type { Chord } from '../theory/chord/chord.ts'
import type { Feel } from '../theory/rhythm/feel.ts'
import { type Meter, meterName } from '../theory/rhythm/meter.ts'
import { EIGHTH, QUARTER, type Ticks } from '../theory/rhythm/ticks.ts'
import type { ScaleId } from '../theory/scale/scale.ts'
import type { Analysis } from '../tune/analysis/analysis.ts'
import { barStarts, type Stretch, stretchTicks } from '../tune/chart/chart.ts'

/** A struck chord of the piano. */
export interface CompHit {
  readonly tick: Ticks
  readonly duration: Ticks
  readonly pitches: readonly number[]
}

/** Where the left hand lies. */
const LOW = 50
const HIGH = 72
/** The degrees of a rootless four-note voicing: the 3, 5, 7 and 9 (common practice, no source). */
const ROOTLESS = ['3', '5', '7', '9'] as const

/** How chords are voiced: four notes without the root, or shells with it. */
export type VoicingId = 'four' | 'shell'

/** Where a shell's root lies. */
const SHELL_ROOTS = { low: 40, high: 52 } as const

/** Every shell of a chord: its root below, its 3 and 7 (or 6) above it, either one lower. */
const shellsOf = (chord: Chord, scale: ScaleId): readonly (readonly number[])[] => {
  const harmony = harmonyOf(chord, scale)
  const above = (['3', '7'] as const).flatMap((degree) => harmony.stack[STACK.indexOf(degree)] ?? [])
  const lows = Array.from({ length: SHELL_ROOTS.high - SHELL_ROOTS.low }, (_, at) => SHELL_ROOTS.low + at)
  return lows
    .filter((low) => low % 12 === harmony.root)
    .flatMap((low) => [
      [low, ...above.map((semitones) => low + semitones)],
      [low, ...above.map((semitones) => low + semitones + (semitones < 6 ? 12 : 0))],
    ])
    .map((pitches) => pitches.sort((a, b) => a - b))
}

/** Every close position of a chord's rootless four inside the range. */
const foursOf = (chord: Chord, scale: ScaleId): readonly (readonly number[])[] => {
  const harmony = harmonyOf(chord, scale)
  const classes = ROOTLESS.flatMap((degree) => {
    const semitones = harmony.stack[STACK.indexOf(degree)]
    return semitones === undefined ? [] : [(harmony.root + semitones) % 12]
  })
  const distinct = [...new Set(classes)]
  const positions: (readonly number[])[] = []
  for (let low = LOW; low < LOW + 12; low += 1) {
    if (!distinct.includes(low % 12)) continue
    const pitches = distinct.map((one) => low + ((one - (low % 12) + 12) % 12)).sort((a, b) => a - b)
    if (pitches.at(-1)! <= HIGH) positions.push(pitches)
  }
  return positions
}

const VOICINGS: Readonly<Record<VoicingId, typeof foursOf>> = { four: foursOf, shell: shellsOf }

const moved = (from: readonly number[], to: readonly number[]): number =>
  to.reduce((sum, midi) => sum + Math.min(...from.map((other) => Math.abs(other - midi))), 0)

/** The voicing of each chord of a stretch, with the least movement in total; by chord. */
export const voicings = (
  analysis: Analysis,
  stretch: Stretch,
  voicing: VoicingId = 'four',
): ReadonlyMap<number, readonly number[]> => {
  const { start, end } = stretchTicks(analysis.chart, stretch)
  const spans = analysis.spans.filter(
    (span) => span.start >= start && span.start < end && span.chord.tones.length > 0,
  )
  let layer: { cost: number; path: readonly (readonly number[])[] }[] = [{ cost: 0, path: [] }]
  for (const { chord, index } of spans) {
    const positions = VOICINGS[voicing](chord, analysis.readings[index]!.scale)
    layer = positions.map((pitches) => {
      const ways = layer.map(({ cost, path }) => {
        const last = path.at(-1)
        return { cost: cost + (last ? moved(last, pitches) : Math.abs(pitches[0]! - 55)), path }
      })
      const best = ways.reduce((a, b) => (b.cost < a.cost ? b : a))
      return { cost: best.cost, path: [...best.path, pitches] }
    })
  }
  const best = layer.reduce((a, b) => (b.cost < a.cost ? b : a))
  return new Map(spans.map(({ index }, at) => [index, best.path[at]!]))
}

type Pattern = readonly (readonly [start: Ticks, duration: Ticks])[]

/** Where the piano plays in a bar of four quarters (common practice, no source). */
const FOUR: readonly Pattern[] = [
  [
    [0, EIGHTH],
    [3 * EIGHTH, EIGHTH],
  ],
  [
    [3 * EIGHTH, EIGHTH],
    [7 * EIGHTH, EIGHTH],
  ],
  [
    [EIGHTH, EIGHTH],
    [5 * EIGHTH, QUARTER],
  ],
  [[0, 3 * QUARTER]],
  [[3 * EIGHTH, 3 * EIGHTH]],
]

/** Where the piano plays in a bar (common practice, no source). */
const SWING: Readonly<Record<string, readonly Pattern[]>> = {
  '4/4': FOUR,
  '2/2': FOUR,
  '3/4': [
    [
      [0, EIGHTH],
      [3 * EIGHTH, EIGHTH],
    ],
    [
      [QUARTER, EIGHTH],
      [2 * QUARTER, EIGHTH],
    ],
    [[3 * EIGHTH, QUARTER]],
  ],
}

/** By feel and meter; anything else is played as swing. */
const PATTERNS: Readonly<Record<Feel, Readonly<Record<string, readonly Pattern[]>>>> = {
  swing: SWING,
  straight: {
    '4/4': [
      [
        [0, 3 * EIGHTH],
        [3 * EIGHTH, 5 * EIGHTH],
      ],
      [[0, 4 * QUARTER]],
    ],
  },
  bossa: {
    '4/4': [
      [
        [0, QUARTER],
        [3 * EIGHTH, EIGHTH],
        [3 * QUARTER, QUARTER],
      ],
      [
        [EIGHTH, QUARTER],
        [2 * QUARTER, QUARTER],
        [7 * EIGHTH, EIGHTH],
      ],
    ],
  },
  ballad: {
    '4/4': [
      [[0, 4 * QUARTER]],
      [
        [0, 2 * QUARTER],
        [2 * QUARTER, 2 * QUARTER],
      ],
      [
        [0, 3 * EIGHTH],
        [3 * EIGHTH, 5 * EIGHTH],
      ],
    ],
    '3/4': [[[0, 3 * QUARTER]]],
  },
}

const patternsOf = (meter: Meter, feel: Feel): readonly Pattern[] =>
  PATTERNS[feel][meterName(meter)] ?? SWING[meterName(meter)] ?? [[[0, QUARTER]]]

/**
 * Comping over a stretch: a pattern per bar by the seed, and a hit where another chord starts inside the bar without
 * one nearby.
 */
export const compHits = (
  analysis: Analysis,
  stretch: Stretch,
  seed: number,
  voicing: VoicingId = 'four',
): readonly CompHit[] => {
  const starts = barStarts(analysis.chart)
  const voiced = voicings(analysis, stretch, voicing)
  const hits: CompHit[] = []
  for (let bar = stretch.from; bar <= stretch.to; bar += 1) {
    const patterns = patternsOf(analysis.chart.bars[bar]!.meter, analysis.chart.feel)
    const pattern = patterns[Math.floor(noiseAt(seed, bar, 11, 0) * patterns.length)] ?? patterns[0]!
    const changes = analysis.spans
      .filter((span) => span.bar === bar && span.start > starts[bar]!)
      .map(({ start }) => start - starts[bar]!)
      .filter((change) => !pattern.some(([start]) => start >= change - EIGHTH && start <= change + EIGHTH))
    const all = [...pattern, ...changes.map((change): readonly [Ticks, Ticks] => [change, EIGHTH])]
    for (const [within, duration] of all.sort((a, b) => a[0] - b[0])) {
      const tick = starts[bar]! + within
      // A hit on the last eighth already belongs to the next chord.
      const sounding = analysis.spans.findLast(({ start }) => start <= tick + EIGHTH)
      const pitches = sounding && voiced.get(sounding.index)
      if (pitches) hits.push({ tick, duration, pitches })
    }
  }
  return hits
}
