import {
  analyseChart,
  composeLines,
  explainLine,
  instrumentOf,
  type Line,
  readChart,
  reviewLine,
} from '@eager-contour/core'
import { median, milliseconds, type Row } from './table.ts'

const EIGHT = '| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 | Cm7b5 | F7b9 | Bbm6 | Ebm7 Ab7 |'
const ROUNDS = 41
const LIMIT_MS = 10
const MOVED_MS = 16
/** One note in this many is a minor third off. */
const SLIPS = 9

const timed = (work: () => void): number =>
  median(
    Array.from({ length: ROUNDS }, () => {
      const start = performance.now()
      work()
      return performance.now() - start
    }),
  )

/** Explaining and reviewing 32 bars: a composed line, and the same with wrong notes, without and with its fixes. */
export const benchReviewing = (): readonly Row[] => {
  const outcome = readChart(`key: Db major\n${EIGHT.repeat(4)}`)
  if (!outcome.ok) throw new Error('the chart of the benchmark cannot be read')
  const analysis = analyseChart(outcome.value)
  const { range } = instrumentOf('trumpet')
  const brief = { stretch: { from: 0, to: 31 }, seed: 3, count: 1, range, breathBars: 4 } as const
  const { line } = composeLines(analysis, brief).lines[0]!
  const slipped: Line = {
    notes: line.notes.map((note, at) => (at % SLIPS === 4 ? { ...note, midi: note.midi + 3 } : note)),
  }
  const findings = reviewLine(analysis, slipped, { range, fixes: 0 }).findings.length
  let turn = 0
  /** One note of the line moved by a step, another each time: its new reasons, findings and score. */
  const moveOne = () => {
    turn += 1
    const notes = line.notes.map((note, at) =>
      at === turn % line.notes.length ? { ...note, midi: note.midi + (turn % 2 === 0 ? 2 : -1) } : note,
    )
    explainLine(analysis, { notes })
    reviewLine(analysis, { notes }, { range, fixes: 0 })
  }
  const row = (what: string, work: () => void, limit: string): Row => {
    timed(work)
    return { what, ours: milliseconds(timed(work)), peer: '', ratio: '', limit }
  }
  return [
    row('explain 32 bars', () => explainLine(analysis, line), `${LIMIT_MS} ms`),
    row('review 32 bars', () => reviewLine(analysis, line, { range }), `${LIMIT_MS} ms`),
    row(
      `review 32 bars with ${findings} findings`,
      () => reviewLine(analysis, slipped, { range, fixes: 0 }),
      `${LIMIT_MS} ms`,
    ),
    row('the same, and fix the twelve heaviest', () => reviewLine(analysis, slipped, { range }), ''),
    row('one note moved in 32 bars: new reasons and score', moveOne, `${MOVED_MS} ms`),
  ]
}
