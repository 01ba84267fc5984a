import { analyseChart, composeLines, phraseFigures, type ReportedLine, readChart } from '@eager-contour/core'
import { CHARTS } from '../../../core/test/charts.ts'

/** A middle range: the comfortable part of a tenor voice and a bit more, as sounding MIDI numbers. */
const RANGE = { low: 54, comfortLow: 58, comfortHigh: 79, high: 84 }
const BALLAD = 92
const FAST = 210

/** Composes eight-bar lines over every chart with a number of seeds, and measures them. */
export const composeMany = (rhythm: 'solo' | 'eighths', seeds: number): readonly ReportedLine[] =>
  CHARTS.flatMap((text, chart) => {
    const outcome = readChart(text)
    if (!outcome.ok) throw new Error(`chart ${chart + 1} cannot be read`)
    const analysis = analyseChart(outcome.value)
    const { tempo } = outcome.value
    const kind = tempo <= BALLAD ? 'ballad' : tempo >= FAST ? 'fast' : 'medium'
    const stretch = { from: 0, to: outcome.value.bars.length - 1 }
    return Array.from({ length: seeds }, (_, seed): ReportedLine => {
      const { line } = composeLines(analysis, {
        stretch,
        seed: 1000 * chart + seed,
        count: 1,
        range: RANGE,
        breathBars: 4,
        rhythm,
      }).lines[0]!
      return { line, phrasing: phraseFigures(analysis, line, stretch), chart, kind }
    })
  })
