import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import {
  analyseChart,
  type Brief,
  composeLines,
  fillTable,
  instrumentOf,
  type Line,
  type Measures,
  measured,
  readChart,
} from '@eager-contour/core'

const DEMO = join(process.cwd(), 'demo/generated/demo.json')
const BARS = 8
const RANGE = instrumentOf('trumpet').range

const tunes = (): readonly string[] => {
  try {
    const { tunes } = JSON.parse(readFileSync(DEMO, 'utf8')) as { tunes: readonly { chart: string }[] }
    return tunes.map(({ chart }) => chart)
  } catch {
    throw new Error(`${DEMO} is not there: run npm run build first`)
  }
}

/** The share of one line that another has, note for note at the same place. */
const shared = (a: Line, b: Line): number => {
  const places = new Set(b.notes.map(({ start, midi }) => `${start} ${midi}`))
  return (
    a.notes.filter(({ start, midi }) => places.has(`${start} ${midi}`)).length / Math.max(1, a.notes.length)
  )
}

/**
 * Composes a number of eight-bar lines over the demo tunes with the default brief, two at a time, and measures them.
 */
export const measureMany = (
  count: number,
): { readonly measures: readonly Measures[]; readonly pairs: readonly number[] } => {
  const measures: Measures[] = []
  const pairs: number[] = []
  const table = fillTable()
  const analyses = tunes().map((text) => {
    const outcome = readChart(text)
    if (!outcome.ok) throw new Error('a demo tune cannot be read')
    return analyseChart(outcome.value)
  })
  for (let round = 0; measures.length < count; round += 1) {
    const analysis = analyses[round % analyses.length]!
    const eights = Math.max(1, Math.floor(analysis.chart.bars.length / BARS))
    const from = BARS * (Math.floor(round / analyses.length) % eights)
    const brief: Brief = {
      stretch: { from, to: from + BARS - 1 },
      seed: round * 17,
      count: 2,
      range: RANGE,
      breathBars: 4,
    }
    const { lines } = composeLines(analysis, brief, table)
    for (const { line } of lines) measures.push(measured(analysis, line))
    if (lines.length === 2) pairs.push(1 - shared(lines[0]!.line, lines[1]!.line))
  }
  return { measures, pairs }
}
