import {
  analyseChart,
  type Brief,
  composeLines,
  composing,
  fillTable,
  instrumentOf,
  readChart,
} from '@eager-contour/core'
import { solve } from '../../core/src/line/compose/search.ts'
import { cheapestWay, graphOf, pitchesFor, searchOf } from '../../core/test/searchGraph.ts'
import { median, milliseconds, type Row } from './table.ts'

const EIGHT = '| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 | Cm7b5 | F7b9 | Bbm6 | Ebm7 Ab7 |'
const ROUNDS = 15
const LIMITS = { thirtyTwo: 100, ten: 600, growth: 1.2, peer: 20, megabytes: 150, cancel: 50 } as const
const LENGTHS = [8, 32, 256] as const

const timed = (work: (round: number) => void, rounds: number): readonly number[] =>
  Array.from({ length: rounds }, (_, round) => {
    const start = performance.now()
    work(round)
    return performance.now() - start
  })

const { range } = instrumentOf('trumpet')

const analysisOf = (bars: number) => {
  const outcome = readChart(`key: Db major\n${EIGHT.repeat(bars / 8)}`)
  if (!outcome.ok) throw new Error('the chart of the benchmark cannot be read')
  return analyseChart(outcome.value)
}

const briefFor = (bars: number, more: Partial<Brief> = {}): Brief => ({
  stretch: { from: 0, to: bars - 1 },
  seed: 1,
  count: 1,
  range,
  breathBars: 4,
  ...more,
})

/** Composing: the best of one, ten lines, growth with the bars, against a general search, memory, giving up. */
export const benchComposing = (): readonly Row[] => {
  const table = fillTable()
  const compose = (bars: number, more: Partial<Brief>) =>
    composeLines(analysisOf(bars), briefFor(bars, more), table)
  timed((seed) => compose(32, { seed }), ROUNDS)
  const lengths = new Map(
    LENGTHS.map((bars) => [
      bars,
      timed((seed) => compose(bars, { seed, rounds: 1 }), bars > 100 ? 5 : ROUNDS),
    ]),
  )
  const aBar = (bars: (typeof LENGTHS)[number]) => Math.min(...lengths.get(bars)!) / bars
  const whole = timed((seed) => compose(32, { seed }), ROUNDS)
  const ten = timed((seed) => compose(8, { seed, count: 10 }), 5)
  return [
    ...LENGTHS.map((bars) => ({
      what: `one search over ${bars} bars`,
      ours: milliseconds(median(lengths.get(bars)!)),
      peer: `best ${milliseconds(aBar(bars))} a bar`,
      ratio: `${(aBar(bars) / aBar(8)).toFixed(2)} of 8 bars’ time a bar`,
      limit: bars === 256 ? `${LIMITS.growth}` : '',
    })),
    {
      what: 'a line over 32 bars, with a full brief',
      ours: milliseconds(median(whole)),
      peer: `best ${milliseconds(Math.min(...whole))}`,
      ratio: '',
      limit: `${LIMITS.thirtyTwo} ms`,
    },
    {
      what: 'ten lines over 8 bars',
      ours: milliseconds(median(ten)),
      peer: `best ${milliseconds(Math.min(...ten))}`,
      ratio: '',
      limit: `${LIMITS.ten} ms`,
    },
    againstGraph(),
    memory(),
    givingUp(),
  ]
}

/** The same best path over four bars by ngraph.path's A*, its graph built beforehand. */
const againstGraph = (): Row => {
  const analysis = analysisOf(8)
  const search = searchOf(analysis, briefFor(4))
  const pitches = pitchesFor(search)
  const graph = graphOf(search)
  const cost = solve(search, pitches)!.cost
  if (Math.abs(cheapestWay(graph) - cost) > 1e-6) throw new Error('the two searches do not agree')
  const ours: number[] = []
  const theirs: number[] = []
  for (let round = 0; round < ROUNDS; round += 1) {
    ours.push(...timed(() => solve(search, pitches), 4))
    theirs.push(...timed(() => cheapestWay(graph), 1))
  }
  return {
    what: 'best path over 4 bars, interleaved',
    ours: milliseconds(median(ours)),
    peer: `ngraph.path ${milliseconds(median(theirs))}`,
    ratio: `${(median(theirs) / median(ours)).toFixed(1)} times as fast`,
    limit: `${LIMITS.peer} times`,
  }
}

/**
 * The most memory that composing over 256 bars uses, including garbage, above what was used before; and what remains
 * in use.
 */
const memory = (): Row => {
  const collect = (globalThis as { gc?: () => void }).gc ?? (() => undefined)
  collect()
  const before = process.memoryUsage().heapUsed
  const steps = composing(analysisOf(256), briefFor(256, { rounds: 1 }))
  let most = 0
  while (!steps.next().done) most = Math.max(most, process.memoryUsage().heapUsed - before)
  collect()
  const kept = process.memoryUsage().heapUsed - before
  return {
    what: 'memory of composing 256 bars, tables cold',
    ours: `${Math.round(most / 1e6)} MB`,
    peer: `${Math.round(kept / 1e6)} MB stay`,
    ratio: '',
    limit: `${LIMITS.megabytes} MB`,
  }
}

/** The longest time between two steps at which composing can be stopped. */
const givingUp = (): Row => {
  const steps = composing(analysisOf(32), briefFor(32, { count: 2 }))
  let longest = 0
  for (;;) {
    const start = performance.now()
    const { done } = steps.next()
    longest = Math.max(longest, performance.now() - start)
    if (done) break
  }
  return {
    what: 'longest step before it can be cancelled, tables cold',
    ours: milliseconds(longest),
    peer: '',
    ratio: '',
    limit: `${LIMITS.cancel} ms`,
  }
}
