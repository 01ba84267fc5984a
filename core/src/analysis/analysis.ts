import type { Chart, ChordSpan } from '../chart/chart.ts'
import type { Degree } from '../pitch/degree.ts'
import type { Key } from '../pitch/key.ts'
import type { ScaleId } from '../scale/scale.ts'
import type { FunctionId } from './functions.ts'
import type { PatternId } from './patterns.ts'

/** Another way to read a chord, and how much dearer the whole reading would be with it. */
export interface Alternative {
  readonly key: Key
  readonly numeral: string
  readonly function: FunctionId
  readonly scale: ScaleId
  readonly dearer: number
}

export interface ChordReading {
  readonly index: number
  readonly key: Key
  readonly numeral: string
  readonly function: FunctionId
  readonly scale: ScaleId
  /** Degrees of the scale that clash when held on a strong beat. */
  readonly avoid: readonly Degree[]
  readonly pattern?: PatternId
  readonly alternatives: readonly Alternative[]
}

/** A pattern with its extent: first and last chord, both inside. */
export interface PatternSpan {
  readonly id: PatternId
  readonly name: string
  readonly key: Key
  readonly from: number
  readonly to: number
}

/** The player's own reading of some chords: first and last, both inside. */
export interface Override {
  readonly from: number
  readonly to: number
  readonly key?: Key
  readonly scale?: ScaleId
}

/** A chart understood: what everything below takes. */
export interface Analysis {
  readonly chart: Chart
  readonly overrides: readonly Override[]
  readonly spans: readonly ChordSpan[]
  readonly readings: readonly ChordReading[]
  readonly patterns: readonly PatternSpan[]
}

/** The chord that sounds at a tick: the last one that has begun; the first one before the tune. */
export const chordAt = (analysis: Analysis, tick: number): ChordSpan => {
  const { spans } = analysis
  let low = 0
  let high = spans.length - 1
  while (low < high) {
    const middle = Math.ceil((low + high) / 2)
    if (spans[middle]!.start <= tick) low = middle
    else high = middle - 1
  }
  return spans[low]!
}
