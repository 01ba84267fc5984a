import {
  analyseChart,
  type Brief,
  composeLines,
  composing,
  fillTable,
  instrumentOf,
  readChart,
} from '@eager-contour/core'
import { solvePhrase, stockOf } from '../../core/src/line/compose/solo/phrase.ts'
import { soloBase, soloTask } from '../../core/src/line/compose/solo/task.ts'
import { cheapestIn, phraseGraph, wishFor } from '../../core/test/phraseGraph.ts'
import { median, milliseconds, type Row } from './table.ts'

const EIGHT = '| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 | Cm7b5 | F7b9 | Bbm6 | Ebm7 Ab7 |'
const ROUNDS = 15
const LIMITS = {
  bars8: 150,
  bars32: 400,
  eight: 800,
  mixed: 100,
  growth: 1.2,
  peer: 20,
  megabytes: 150,
  cancel: 50,
} as const
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

/** Composing solos: lines of several lengths, eight lines, against a general search, memory, giving up. */
export const benchComposing = (): readonly Row[] => {
  const compose = (bars: number, more: Partial<Brief>) => composeLines(analysisOf(bars), briefFor(bars, more))
  timed((seed) => compose(8, { seed }), ROUNDS)
  const lengths = new Map(
    LENGTHS.map((bars) => [bars, timed((seed) => compose(bars, { seed }), bars > 100 ? 5 : ROUNDS)]),
  )
  const aBar = (bars: (typeof LENGTHS)[number]) => median(lengths.get(bars)!) / bars
  const eight = timed((seed) => compose(8, { seed, count: 8 }), 5)
  const table = fillTable({ rhythm: 'mixed' })
  const mixed = timed(
    (seed) => composeLines(analysisOf(32), briefFor(32, { seed, rhythm: 'mixed' }), table),
    ROUNDS,
  )
  const limits: Readonly<Record<number, string>> = {
    8: `${LIMITS.bars8} ms`,
    32: `${LIMITS.bars32} ms`,
    256: `${LIMITS.growth}`,
  }
  return [
    ...LENGTHS.map((bars) => ({
      what: `a solo over ${bars} bars`,
      ours: milliseconds(median(lengths.get(bars)!)),
      peer: `best ${milliseconds(Math.min(...lengths.get(bars)!))}`,
      ratio: `${(aBar(bars) / aBar(8)).toFixed(2)} of 8 bars’ time a bar`,
      limit: limits[bars] ?? '',
    })),
    {
      what: 'eight solos over 8 bars',
      ours: milliseconds(median(eight)),
      peer: `best ${milliseconds(Math.min(...eight))}`,
      ratio: '',
      limit: `${LIMITS.eight} ms`,
    },
    {
      what: 'a line of mixed rhythm over 32 bars',
      ours: milliseconds(median(mixed)),
      peer: `best ${milliseconds(Math.min(...mixed))}`,
      ratio: '',
      limit: `${LIMITS.mixed} ms`,
    },
    againstGraph(),
    memory(),
    givingUp(),
  ]
}

/** The phrases that both searches look for: their seeds and first eighths. */
const PHRASES = [
  [1, 3],
  [2, 2],
  [3, 4],
  [4, 5],
] as const

/** The same best phrases by ngraph.path's A*, its graphs built beforehand, among all the pieces that a phrase can use. */
const againstGraph = (): Row => {
  const base = soloBase(analysisOf(8), briefFor(4))
  const ours: number[] = []
  const theirs: number[] = []
  for (const [seed, begin] of PHRASES) {
    const task = soloTask(base, seed)
    const wish = wishFor(seed, begin, begin + 7)
    const pieces = task.stock.flat().filter((piece) => piece.begin >= begin - 1 && piece.begin <= begin + 9)
    const stock = stockOf(task.ground, pieces)
    const graph = phraseGraph(task, pieces, wish)
    const solve = () => solvePhrase(task.ground, stock, task.room, wish)!
    if (Math.abs(cheapestIn(graph) - solve().cost) > 1e-6) throw new Error('the two searches do not agree')
    for (let round = 0; round < ROUNDS; round += 1) {
      ours.push(...timed(solve, 4))
      theirs.push(...timed(() => cheapestIn(graph), 1))
    }
  }
  return {
    what: 'best phrase among the same pieces, four phrases, interleaved',
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
  const steps = composing(analysisOf(256), briefFor(256))
  let most = 0
  while (!steps.next().done) most = Math.max(most, process.memoryUsage().heapUsed - before)
  collect()
  const kept = process.memoryUsage().heapUsed - before
  return {
    what: 'memory of composing 256 bars',
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
    what: 'longest step before it can be cancelled',
    ours: milliseconds(longest),
    peer: '',
    ratio: '',
    limit: `${LIMITS.cancel} ms`,
  }
}
