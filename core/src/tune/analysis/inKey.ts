import type { Instrument } from '../../theory/instrument/instrument.ts'
import { type Fifths, fifthsOf } from '../../theory/pitch/fifths.ts'
import { type Key, sameKey } from '../../theory/pitch/key.ts'
import { chartShift, transposeChart } from '../chart/chart.ts'
import { analyseChart } from './analyse.ts'
import type { Analysis } from './analysis.ts'
import { transposeOverrides } from './follow.ts'

/** A tune as it sounds and as a player's instrument reads it. */
export interface TuneAnalyses {
  readonly sounding: Analysis
  readonly written: Analysis
}

/** The analysis moved along the line of fifths, including the player's own readings. */
const movedBy = (analysis: Analysis, fifths: Fifths): Analysis =>
  fifths === 0
    ? analysis
    : analyseChart(
        transposeChart(analysis.chart, fifths),
        transposeOverrides(analysis.overrides, chartShift(analysis.chart, fifths)),
      )

/**
 * A tune's analysis (concert pitch) in a key, as it sounds and as an instrument reads it; in the tune's own key where none
 * is given. The player's own readings go along.
 *
 * @example tuneInKey(analysis, instrumentOf('alto-sax')).written.chart.key // { tonic: 'A', mode: 'major' }
 */
export const tuneInKey = (analysis: Analysis, instrument: Instrument, key?: Key): TuneAnalyses => {
  const fifths = fifthsTo(analysis, key)
  // Both start from the tune's own spelling: a root that is respelled in the first transposition keeps its place in the second.
  return {
    sounding: movedBy(analysis, fifths),
    written: movedBy(analysis, fifths + instrument.written.fifths),
  }
}

/** Steps on the line of fifths from a tune's own key to another one; none where there is nothing to change. */
export const fifthsTo = ({ chart }: Analysis, key: Key | undefined): Fifths =>
  key && chart.key && !sameKey(key, chart.key) ? fifthsOf(key.tonic) - fifthsOf(chart.key.tonic) : 0
