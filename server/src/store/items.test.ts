import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { RunBody } from '@eager-contour/contract'
import { GRADER, memoryOf, type RunVerdict } from '@eager-contour/core'
import { afterAll, describe, expect, it } from 'vitest'
import { listItems } from './items.ts'
import { openStore } from './open.ts'
import { writeRun } from './runs.ts'
import { writeTune } from './tunes.ts'

const folder = mkdtempSync(join(tmpdir(), 'eager-contour-'))
afterAll(() => rmSync(folder, { recursive: true }))

const VERDICTS: readonly RunVerdict[] = ['again', 'close', 'solid', 'move on']
const DAY = 86_400_000

const run = (at: number, more: Partial<RunBody> & { readonly source?: string } = {}): RunBody => {
  const { source = 'midi', ...rest } = more
  return {
    tune: `tune-000${at % 2}`,
    playedAt: new Date(Date.parse('2026-01-01T08:00:00Z') + at * 0.7 * DAY).toISOString(),
    rung: ['roots', 'guide-tones', 'chord-scales'][at % 3]!,
    key: ['Db major', 'C# major', 'F major'][at % 3]!,
    stretch: { from: 0, to: 3 },
    tempo: 80 + at,
    state: 'finished',
    verdict: VERDICTS[(at * 7) % 4]!,
    marks: { pitch: 90 },
    take: {
      ...{ notes: [], source, zeroMs: 0, tempo: [], swing: 0.5, loops: [], latencyMs: 0, tuningHz: 440 },
      ...{ exercise: '{}', grader: GRADER },
    },
    ...rest,
  } as RunBody
}

describe('items', () => {
  it('are what a recount over the runs gives, in whatever order these arrive; simulated and abandoned runs are none', async () => {
    const database = await openStore(join(folder, 'items.db'))
    for (const number of [0, 1])
      await writeTune(database, `tune-000${number}`, {
        revision: 0,
        edit: 'edit-0001',
        title: 'Quay',
        chart: '| C |',
      })
    const order = Array.from({ length: 60 }, (_, at) => (at * 37) % 60)
    for (const at of order) await writeRun(database, `run-${String(at).padStart(4, '0')}`, run(at))
    // The same run again is the same run.
    await writeRun(database, 'run-0007', run(7))
    await writeRun(database, 'run-simulated', run(100, { source: 'simulated' }))
    await writeRun(database, 'run-abandoned', run(101, { state: 'abandoned' }))
    const items = await listItems(database)
    expect(items.map(({ memory }) => memory.due)).toEqual(items.map(({ memory }) => memory.due).sort())
    // Two tunes and three rungs; D flat and C sharp are one key.
    expect(items).toHaveLength(6)
    for (const { tune, rung, memory, recent } of items) {
      const own = Array.from({ length: 60 }, (_, at) => run(at)).filter(
        (one) => one.tune === tune && one.rung === rung,
      )
      expect(memory).toEqual(memoryOf(own))
      expect(recent).toEqual(own.slice(-2).map(({ tempo, verdict }) => ({ tempo, verdict })))
    }
    // The migration makes the same of the runs that stand.
    await database.source.undoLastMigration()
    await database.source.runMigrations()
    expect(await listItems(database)).toEqual(items)
    const plan = await database.source.query('EXPLAIN QUERY PLAN SELECT * FROM items ORDER BY due LIMIT 1000')
    expect(JSON.stringify(plan)).toContain('items_due')
    await database.close()
  })
})
