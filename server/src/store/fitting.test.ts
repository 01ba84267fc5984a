import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { RunBody } from '@eager-contour/contract'
import { foretoldRecall, GRADER, LEAST_REVIEWS, memoryOf, type RunVerdict } from '@eager-contour/core'
import { afterAll, describe, expect, it } from 'vitest'
import type { Database } from './database.ts'
import { fitToLog } from './fitting.ts'
import { listItems } from './items.ts'
import { parametersInUse, readMemory } from './memoryFit.ts'
import { openStore } from './open.ts'
import { recallByWeek } from './runLists.ts'
import { writeRun } from './runs.ts'
import { writeTune } from './tunes.ts'

const folder = mkdtempSync(join(tmpdir(), 'eager-contour-'))
afterAll(() => rmSync(folder, { recursive: true }))

const DAY = 86_400_000
const START = Date.parse('2026-01-05T08:00:00Z')
const KEYS = ['C', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'Gb', 'B', 'E', 'A', 'D', 'G']

const run = (day: number, verdict: RunVerdict, more: object = {}): RunBody =>
  ({
    tune: 'tune-0001',
    playedAt: new Date(START + day * DAY).toISOString(),
    rung: 'roots',
    key: 'C major',
    stretch: { from: 0, to: 3 },
    tempo: 80,
    state: 'finished',
    verdict,
    marks: { pitch: 90 },
    take: {
      ...{
        notes: [],
        source: 'midi',
        zeroMs: 0,
        tempo: [],
        swing: 0.5,
        loops: [],
        latencyMs: 0,
        tuningHz: 440,
      },
      ...{ exercise: '{}', grader: GRADER },
    },
    ...more,
  }) as unknown as RunBody

const opened = async (name: string): Promise<Database> => {
  const database = await openStore(join(folder, name))
  const tune = { revision: 0, edit: 'edit-0001', title: 'Quay', chart: '| C |' }
  await writeTune(database, 'tune-0001', tune)
  return database
}

/** What was foretold of each run, by its id. */
const foretold = (
  database: Database,
): Promise<readonly { readonly id: string; readonly foretold: number | null }[]> =>
  database.source.query('SELECT id, foretold FROM runs ORDER BY id')

describe('what was foretold', () => {
  it('is kept with each run, and summed by week as a plain recount does; nothing within a day', async () => {
    const database = await opened('foretold.db')
    const days = [0, 0.1, 1, 3, 10, 11, 25]
    const verdicts: readonly RunVerdict[] = ['solid', 'close', 'solid', 'again', 'solid', 'move on', 'again']
    const runs = days.map((day, at) => run(day, verdicts[at]!))
    for (const [at, body] of runs.entries()) await writeRun(database, `run-000${at}`, body)
    const expected = runs.map(({ playedAt }, at) =>
      at === 0 ? undefined : foretoldRecall(memoryOf(runs.slice(0, at))!, playedAt),
    )
    expect(expected[1]).toBeUndefined()
    const stored = await foretold(database)
    expect(stored.map((one) => one.foretold ?? undefined)).toEqual(expected)
    const weeks = await recallByWeek(database, {})
    // Mondays (common practice, no source: a calendar of 2026).
    expect(weeks.map(({ week, reviews }) => [week, reviews])).toEqual([
      ['2026-01-05', 2],
      ['2026-01-12', 2],
      ['2026-01-26', 1],
    ])
    expect(weeks[0]!.foretold).toBeCloseTo((expected[2]! + expected[3]!) / 2, 9)
    expect(weeks.map(({ recalled }) => recalled)).toEqual([0.5, 1, 0])
    expect((await readMemory(database)).reviews).toBe(5)
    // The migration says the same of the runs that stand.
    // The two after it, and itself.
    await database.source.undoLastMigration()
    await database.source.undoLastMigration()
    await database.source.undoLastMigration()
    await database.source.runMigrations()
    expect(await foretold(database)).toEqual(stored)
    const plan = await database.source.query(
      `EXPLAIN QUERY PLAN SELECT COUNT(*) FROM runs WHERE removed = 0 AND playedAt >= '2026' AND foretold IS NOT NULL`,
    )
    expect(JSON.stringify(plan)).toContain('runs_foretold')
    await database.close()
  })

  it('a run from memory is something of its own', async () => {
    const database = await opened('memory.db')
    await writeRun(database, 'run-0001', run(0, 'solid'))
    await writeRun(database, 'run-0002', run(1, 'close', { fromMemory: true }))
    const items = await listItems(database)
    expect(items).toHaveLength(2)
    expect(items.find(({ fromMemory }) => fromMemory)!.memory.reviews).toBe(1)
    expect(items.find(({ fromMemory }) => !fromMemory)!.memory.reviews).toBe(1)
    await database.close()
  })
})

describe('the fit to the log', () => {
  it('waits for enough reviews; a forgetful player is then foretold better, and all items follow', async () => {
    const database = await opened('fit.db')
    // Whoever waits three days or more has forgotten; sooner, it holds.
    const logged: { readonly key: string; readonly body: RunBody }[] = []
    for (const [at, key] of KEYS.entries())
      for (let review = 0, day = at * 0.01; review < 40; review += 1) {
        const wait = review === 0 ? 0 : 1 + ((review * 5 + at) % 6)
        day += wait
        logged.push({ key, body: run(day, wait >= 3 ? 'again' : 'solid', { key: `${key} major` }) })
      }
    logged.sort((a, b) => (a.body.playedAt < b.body.playedAt ? -1 : 1))
    const now = new Date(START + 200 * DAY)
    for (const [at, { body }] of logged.entries()) {
      if (at === 300) expect(await fitToLog(database, now)).toBeUndefined()
      await writeRun(database, `run-${String(at).padStart(4, '0')}`, body)
    }
    expect((await readMemory(database)).reviews).toBeGreaterThan(LEAST_REVIEWS)
    const fit = (await fitToLog(database, now))!
    expect(fit.fitted).toBeLessThan(fit.usual)
    expect(await parametersInUse(database.manager)).toEqual(fit.parameters)
    expect((await readMemory(database)).fit).toMatchObject({ isUsed: true, usual: fit.usual })
    const check = async (runs: readonly { readonly key: string; readonly body: RunBody }[]) => {
      for (const { key, memory } of await listItems(database)) {
        const own = runs.filter((one) => `${one.key} major` === key).map(({ body }) => body)
        expect(memory).toEqual(memoryOf(own, fit.parameters))
      }
    }
    await check(logged)
    // What is played from now on is counted the same way; the fit stands for a week.
    const next = { key: 'C', body: run(190, 'solid') }
    await writeRun(database, 'run-next', next.body)
    await check([...logged, next])
    expect(await fitToLog(database, new Date(now.getTime() + 6 * DAY))).toBeUndefined()
    expect(await fitToLog(database, new Date(now.getTime() + 8 * DAY))).toBeDefined()
    await database.close()
  }, 60_000)
})
