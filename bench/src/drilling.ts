import {
  analyseChart,
  gradeTake,
  instrumentOf,
  type KeyedRun,
  keysInOrderOf,
  ladderCell,
  makeExercise,
  perfectPlayer,
  RUNGS,
  type RungId,
  readChart,
  simulatedTake,
} from '@eager-contour/core'
import { median, milliseconds, type Row } from './table.ts'

const EIGHT = '| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 | Cm7b5 | F7b9 | Bbm6 | Ebm7 Ab7 |'
const ROUNDS = 21
const GRADE_LIMIT_MS = 20
const MAKE_LIMIT_MS = 30
const GRID_LIMIT_MS = 100
const TRUMPET = instrumentOf('trumpet')
const KEY = { tonic: 'Db', mode: 'major' } as const
/** Runs of a player who has practised for years. */
const RUNS = 2000

const times = (work: () => void): readonly number[] =>
  Array.from({ length: ROUNDS }, () => {
    const start = performance.now()
    work()
    return performance.now() - start
  })

const tuneOf = (eights: number) => {
  const outcome = readChart(`key: Db major\n${EIGHT.repeat(eights)}`)
  if (!outcome.ok) throw new Error('the chart of the benchmark cannot be read')
  return analyseChart(outcome.value)
}

const made = (analysis: ReturnType<typeof tuneOf>, rung: RungId, bars: number, variant = 0) => {
  const outcome = makeExercise(
    { rung, variant, stretch: { from: 0, to: bars - 1 }, tempo: 120 },
    analysis,
    TRUMPET,
  )
  if (!outcome.ok) throw new Error(`${rung}: no exercise`)
  return outcome.value
}

/** Making, grading, and how the whole ladder stands. */
export const benchDrilling = (): readonly Row[] => {
  const row = (what: string, values: readonly number[], peer: string, limit: number): Row => ({
    what,
    ours: milliseconds(median(values)),
    peer,
    ratio: '',
    limit: milliseconds(limit),
  })
  const long = made(tuneOf(16), 'chord-scales', 128)
  const take = simulatedTake(long, { ...perfectPlayer, errorRate: 0.1, spreadMs: 30 })
  const free = made(tuneOf(16), 'chorus', 128)
  const freeTake = simulatedTake(free, perfectPlayer)
  const eight = tuneOf(1)
  const all = RUNGS.filter(({ needs }) => !needs).flatMap(({ id, variants }) =>
    variants.map((_, variant) => {
      const work = () => void made(eight, id, 8, variant)
      work()
      return { id, ms: median(times(work)) }
    }),
  )
  const slowest = all.reduce((worst, one) => (one.ms > worst.ms ? one : worst))
  const keys = keysInOrderOf(KEY, 'fourths')
  // Each rung's runs go round the keys.
  const cells = RUNGS.flatMap((rung) => {
    const runs = Array.from(
      { length: Math.ceil(RUNS / RUNGS.length) },
      (_, at): KeyedRun => ({
        playedAt: new Date(2026, 0, 1 + at).toISOString(),
        tempo: 80 + (at % 5) * 6,
        verdict: at % 3 === 0 ? 'close' : 'solid',
      }),
    )
    return keys.map((_, key) => ({ rung, runs: runs.filter((_run, at) => at % keys.length === key) }))
  })
  const grid = () => {
    const now = new Date(2026, 10, 1)
    for (const { rung, runs } of cells) ladderCell(rung, runs, now)
  }
  gradeTake(long, take)
  return [
    row(
      `grade ${take.notes.length} notes`,
      times(() => gradeTake(long, take)),
      '',
      GRADE_LIMIT_MS,
    ),
    row(
      `grade ${freeTake.notes.length} notes of a free chorus`,
      times(() => gradeTake(free, freeTake)),
      '',
      GRADE_LIMIT_MS,
    ),
    row('make an exercise, 8 bars, the slowest of all', [slowest.ms], slowest.id, MAKE_LIMIT_MS),
    row(`the ladder’s cells from ${RUNS} runs`, times(grid), '', GRID_LIMIT_MS),
  ]
}
