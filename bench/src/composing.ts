import { analyseChart, composeLines, instrumentOf, readChart } from '@eager-contour/core'
import { milliseconds, type Row } from './table.ts'

const EIGHT = '| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 | Cm7b5 | F7b9 | Bbm6 | Ebm7 Ab7 |'
const ROUNDS = 9
const LIMIT_MS = 300
const MOST_GROWTH = 1.2

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!

/** Composing 8, 16, 32, 64 bars: the time per bar must not grow with the number of bars. */
export const benchComposing = (): readonly Row[] => {
  const { range } = instrumentOf('trumpet')
  const perBar = new Map<number, number>()
  const timeOf = (bars: number): number => {
    const outcome = readChart(`key: Db major\n${EIGHT.repeat(bars / 8)}`)
    if (!outcome.ok) throw new Error('the chart of the benchmark cannot be read')
    const analysis = analyseChart(outcome.value)
    const times = Array.from({ length: ROUNDS }, (_, seed) => {
      const start = performance.now()
      composeLines(analysis, { stretch: { from: 0, to: bars - 1 }, seed, count: 1, range, breathBars: 4 })
      return performance.now() - start
    })
    perBar.set(bars, median(times) / bars)
    return median(times)
  }
  timeOf(8)
  return [8, 16, 32, 64].map((bars) => {
    const total = timeOf(bars)
    const growth = perBar.get(bars)! / perBar.get(8)!
    return {
      what: `compose ${bars} bars`,
      ours: milliseconds(total),
      peer: `${milliseconds(perBar.get(bars)!)} a bar`,
      ratio: `${growth.toFixed(2)} of 8 bars’ time a bar`,
      limit: bars === 8 ? `${LIMIT_MS} ms` : `${MOST_GROWTH}`,
    }
  })
}
