import { noiseAt } from '../random/noise.ts'
import { chordPitchClasses } from '../theory/chord/chord.ts'
import { fifthsOf, pitchClassOf } from '../theory/pitch/fifths.ts'
import { barTicks, beatTicks } from '../theory/rhythm/meter.ts'
import type { Ticks } from '../theory/rhythm/ticks.ts'
import { scaleSemitones } from '../theory/scale/scale.ts'
import type { Analysis } from '../tune/analysis/analysis.ts'
import { barStarts, type ChordSpan, type Stretch, stretchTicks } from '../tune/chart/chart.ts'

/** A beat of the bass: its tick in the tune, how long it lasts, the pitch. */
export interface BassNote {
  readonly tick: Ticks
  readonly duration: Ticks
  readonly midi: number
}

/** The range of the double bass, sounding, and the part of it that it prefers. */
const RANGE = { low: 28, homeLow: 31, homeHigh: 48, high: 53 } as const

/** Preferences of a walking bass (common practice, no source). */
const COSTS = {
  root: 0,
  tone: 0.5,
  scale: 1.2,
  chromatic: 0.7,
  outOfHome: 0.3,
  noise: 1.3,
  /** By the size of the step in half steps; the last value is for larger ones. */
  step: [2.6, 0.1, 0.1, 0.4, 0.4, 0.7, 2.5, 0.8, 2.2, 2.2, 2.4, 2.6, 1.3, 4] as readonly number[],
  /** Into the root of a new chord. */
  into: [3.5, 0, 0.2, 1.1, 1.1, 0.6, 2.5, 0.7, 2, 2, 2, 2, 1.8, 4] as readonly number[],
} as const

interface Beat {
  readonly tick: Ticks
  readonly duration: Ticks
  readonly span: ChordSpan
  /** Whether the chord begins on it, and whether the one after it begins another. */
  readonly change: boolean
  readonly before: boolean
}

const everyBeat = (analysis: Analysis, stretch: Stretch): readonly Ticks[] => {
  const starts = barStarts(analysis.chart)
  const ticks: Ticks[] = []
  for (let bar = stretch.from; bar <= stretch.to; bar += 1) {
    const { meter } = analysis.chart.bars[bar]!
    for (let at = 0; at < barTicks(meter); at += beatTicks(meter)) ticks.push(starts[bar]! + at)
  }
  return ticks
}

const beatsOf = (analysis: Analysis, stretch: Stretch, places: readonly Ticks[]): readonly Beat[] => {
  const { end } = stretchTicks(analysis.chart, stretch)
  const ticks = places.map((tick, at) => ({ tick, duration: (places[at + 1] ?? end) - tick }))
  const spanAt = (tick: Ticks) => analysis.spans.findLast(({ start }) => start <= tick)
  return ticks.flatMap(({ tick, duration }) => {
    const span = spanAt(tick)
    if (!span || span.chord.tones.length === 0) return []
    const previous = spanAt(tick - 1)
    const next = spanAt(tick + duration)
    return [
      {
        tick,
        duration,
        span,
        change: !previous || tick === 0 || previous.chord.symbol !== span.chord.symbol,
        before: next !== undefined && next.chord.tones.length > 0 && next.chord.symbol !== span.chord.symbol,
      },
    ]
  })
}

const rootOf = ({ chord }: ChordSpan): number => pitchClassOf(fifthsOf(chord.bass ?? chord.root))

/** The cost of a pitch on a beat; infinite where the bass wouldn't play it. */
const standing = (analysis: Analysis, beat: Beat, midi: number): number => {
  const pitchClass = midi % 12
  const home = Math.max(0, RANGE.homeLow - midi, midi - RANGE.homeHigh) * COSTS.outOfHome
  if (pitchClass === rootOf(beat.span)) return home + COSTS.root
  if (beat.change) return Number.POSITIVE_INFINITY
  if (chordPitchClasses(beat.span.chord).includes(pitchClass)) return home + COSTS.tone
  const root = pitchClassOf(fifthsOf(beat.span.chord.root))
  const scale = scaleSemitones(analysis.readings[beat.span.index]!.scale)
  if (scale.includes((pitchClass - root + 12) % 12)) return home + COSTS.scale
  return beat.before ? home + COSTS.chromatic : Number.POSITIVE_INFINITY
}

const stepCost = (costs: readonly number[], from: number, to: number): number =>
  costs[Math.min(costs.length - 1, Math.abs(to - from))]!

/**
 * A walking bass over a stretch, a note per beat (or at the given places, in order): the root (or the written bass)
 * where a chord starts, chord tones and scale notes between, a step into the next root, by dynamic programming over
 * the beats. Each seed gives another one. Silent over N.C.
 */
export const walkingBass = (
  analysis: Analysis,
  stretch: Stretch,
  seed: number,
  places: readonly Ticks[] = everyBeat(analysis, stretch),
): readonly BassNote[] => {
  const beats = beatsOf(analysis, stretch, places)
  const pitches = Array.from({ length: RANGE.high - RANGE.low + 1 }, (_, at) => RANGE.low + at)
  let costs = pitches.map((midi) => (beats[0] ? standing(analysis, beats[0], midi) : 0))
  const trail: (readonly number[])[] = []
  beats.slice(1).forEach((beat, at) => {
    const before = costs
    const table = beat.change ? COSTS.into : COSTS.step
    const origins: number[] = []
    costs = pitches.map((midi, index) => {
      const here = standing(analysis, beat, midi)
      let best = Number.POSITIVE_INFINITY
      if (here !== Number.POSITIVE_INFINITY)
        pitches.forEach((from, place) => {
          const cost =
            before[place]! +
            stepCost(table, from, midi) +
            COSTS.noise * noiseAt(seed, at, from * 64 + midi, 3)
          if (cost >= best) return
          best = cost
          origins[index] = place
        })
      return best + here
    })
    trail.push(origins)
  })
  let place = costs.indexOf(Math.min(...costs))
  const notes: BassNote[] = []
  for (let at = beats.length - 1; at >= 0; at -= 1) {
    const { tick, duration } = beats[at]!
    notes.unshift({ tick, duration, midi: pitches[place]! })
    place = trail[at - 1]?.[place] ?? place
  }
  return notes
}
