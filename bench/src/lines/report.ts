import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import {
  analyseChart,
  type Brief,
  composeLines,
  fillTable,
  instrumentOf,
  keepsTo,
  type Line,
  type Measures,
  measured,
  readChart,
  TARGETS,
} from '@eager-contour/core'

const DEMO = join(process.cwd(), 'demo/generated/demo.json')
const LINES = 200
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

/** How much of one line another has, note for note at its place. */
const shared = (a: Line, b: Line): number => {
  const places = new Set(b.notes.map(({ start, midi }) => `${start} ${midi}`))
  return (
    a.notes.filter(({ start, midi }) => places.has(`${start} ${midi}`)).length / Math.max(1, a.notes.length)
  )
}

/** Composes eight-bar lines over the demo tunes with the usual brief, two at a time, and measures them. */
const compose = (): { readonly measures: readonly Measures[]; readonly pairs: readonly number[] } => {
  const measures: Measures[] = []
  const pairs: number[] = []
  const table = fillTable()
  const analyses = tunes().map((text) => {
    const outcome = readChart(text)
    if (!outcome.ok) throw new Error('a demo tune cannot be read')
    return analyseChart(outcome.value)
  })
  for (let round = 0; measures.length < LINES; round += 1) {
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

const { measures, pairs } = compose()
let missed = 0
for (const target of TARGETS) {
  const figure = target.figure(measures)
  const kept = keepsTo(target, figure)
  if (!kept) missed += 1
  const wanted = [
    target.least === undefined ? '' : `at least ${target.least}`,
    target.most === undefined ? '' : `at most ${target.most}`,
  ]
  console.log(
    `${kept ? '  ' : '✗ '}${target.what.padEnd(52)} ${figure.toFixed(2).padStart(7)}   ${wanted.filter(Boolean).join(', ')}`,
  )
}
const differ = (100 * pairs.filter((apart) => apart >= 0.5).length) / pairs.length
if (differ < 100) missed += 1
console.log(
  `${differ < 100 ? '✗ ' : '  '}${'two lines of one answer that differ in half, %'.padEnd(52)} ${differ.toFixed(2).padStart(7)}   at least 100`,
)
console.log(`\n${measures.length} lines, ${missed === 0 ? 'all targets kept' : `${missed} targets missed`}`)
process.exitCode = missed === 0 ? 0 : 1
