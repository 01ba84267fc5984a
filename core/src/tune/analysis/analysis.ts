import type { Reason } from '../../outcome/reasons.ts'
import type { Degree } from '../../theory/pitch/degree.ts'
import { type Key, keySignature, sameKey } from '../../theory/pitch/key.ts'
import type { ScaleId } from '../../theory/scale/scale.ts'
import type { Chart, ChordSpan } from '../chart/chart.ts'
import type { FunctionId } from './functions.ts'
import type { PatternId } from './patterns.ts'

/** Another way to read a chord, and the extra cost of the whole reading with it. */
export interface Alternative {
  readonly key: Key
  readonly numeral: string
  readonly function: FunctionId
  readonly scale: ScaleId
  readonly extraCost: number
}

/** The chord's function in the neighbouring key, where the key changes. */
export interface Pivot {
  readonly key: Key
  readonly numeral: string
}

export interface ChordReading {
  readonly index: number
  readonly key: Key
  readonly numeral: string
  readonly function: FunctionId
  readonly scale: ScaleId
  /** Why this scale. */
  readonly why: Reason
  /** Degrees of the scale that clash when held on a strong beat. */
  readonly avoid: readonly Degree[]
  readonly pattern?: PatternId
  readonly pivot?: Pivot
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

/** Chords that are read in one key, first and last, both inside. */
export interface KeyRegion {
  readonly key: Key
  readonly from: number
  readonly to: number
  /** The relation of the key to the one before it. */
  readonly relation?: KeyRelation
}

type KeyRelation = 'relative' | 'parallel' | 'other'

/**
 * The stretches of one key, in order. N.C. belongs to the key that it stands in.
 *
 * @example keyRegions(analysis) // [{ key: { tonic: 'C', mode: 'major' }, from: 0, to: 3 }]
 */
export const keyRegions = ({ readings }: Analysis): readonly KeyRegion[] => {
  const regions: { key: Key; from: number; to: number; relation?: KeyRelation }[] = []
  for (const { key, index } of readings) {
    const last = regions.at(-1)
    if (last && sameKey(last.key, key)) last.to = index
    else
      regions.push({
        key,
        from: index,
        to: index,
        ...(last ? { relation: keyRelation(last.key, key) } : {}),
      })
  }
  return regions
}

/** Relative keys have one signature, parallel ones one tonic. */
const keyRelation = (from: Key, to: Key): KeyRelation => {
  if (from.mode === to.mode) return 'other'
  if (keySignature(from) === keySignature(to)) return 'relative'
  return from.tonic === to.tonic ? 'parallel' : 'other'
}

/** The player's own reading of some chords: first and last, both inside. */
export interface Override {
  readonly from: number
  readonly to: number
  readonly key?: Key
  readonly scale?: ScaleId
}

/** An analysed chart: the input of everything below. */
export interface Analysis {
  readonly chart: Chart
  readonly overrides: readonly Override[]
  readonly spans: readonly ChordSpan[]
  readonly readings: readonly ChordReading[]
  readonly patterns: readonly PatternSpan[]
}

/** The chord that sounds at a tick: the last one that has started; before the tune, the first one. */
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
