import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { RunBody } from '@eager-contour/contract'
import { GRADER } from '@eager-contour/core'
import { parse } from 'csv-parse/sync'
import pino from 'pino'
import request from 'supertest'
import { afterAll, describe, expect, it } from 'vitest'
import { openStore } from '../store/open.ts'
import { addRuns } from '../store/runs.ts'
import { runWords } from '../store/runWords.ts'
import { writeTune } from '../store/tunes.ts'
import { makeApp } from './app.ts'

const folder = mkdtempSync(join(tmpdir(), 'eager-contour-'))
afterAll(() => rmSync(folder, { recursive: true }))

/** More than one statement can write. */
const RUNS = 3000

describe('the log as CSV', () => {
  it('has every run and every note, as another reader reads it (csv-parse): commas, quotes, lines, formulas', async () => {
    const store = await openStore(join(folder, 'csv.db'))
    await writeTune(store, 'tune-0001', {
      ...{ revision: 0, edit: 'edit-0001', chart: '| C |' },
      title: 'Quay, "the long one"\nsecond line',
    })
    await addRuns(
      store,
      Array.from({ length: RUNS }, (_, at) => ({
        id: `run-${String(at).padStart(5, '0')}`,
        body: {
          ...{ tune: 'tune-0001', rung: 'roots', key: 'C major', stretch: { from: 0, to: 0 }, tempo: 90 },
          // Three at the same moment: none is lost between two pages.
          playedAt: new Date(Date.parse('2026-01-01T08:00:00Z') + Math.floor(at / 3) * 60_000).toISOString(),
          ...{ state: 'finished', verdict: 'close', marks: { notes: at % 101 } },
          take: {
            notes: [{ onsetMs: at, durationMs: 100, midi: 60, cents: -2, velocity: 80 }],
            ...{ source: 'midi', zeroMs: 0, tempo: [], swing: 0.5, loops: [], latencyMs: 0, tuningHz: 440 },
            ...{ exercise: '{}', grader: GRADER },
          },
        } as RunBody,
      })),
    )
    const said = { revision: 0, edit: 'edit-0002', words: '=SUM(A1), "so"', removed: false }
    await runWords.write(store, 'run-00007', said as never)
    await runWords.write(store, 'run-00008', { ...said, words: '', removed: true } as never)
    const app = makeApp({ store, logger: pino({ level: 'silent' }), version: '0', names: [] })
    const table = async (name: string): Promise<readonly Record<string, string>[]> => {
      const answer = await request(app).get(`/api/csv/${name}`).set('Host', 'localhost')
      expect(answer.headers['content-type']).toContain('text/csv')
      return parse(answer.text, { columns: true })
    }
    const runs = await table('runs')
    expect(runs).toHaveLength(RUNS - 1)
    expect(new Set(runs.map(({ id }) => id)).size).toBe(RUNS - 1)
    expect(runs[7]).toMatchObject({
      ...{
        id: 'run-00007',
        tune: 'Quay, "the long one"\nsecond line',
        notes: '7',
        firstBar: '1',
        words: '\'=SUM(A1), "so"',
      },
    })
    const notes = await table('notes')
    expect(notes).toHaveLength(RUNS - 1)
    expect(notes[3]).toEqual({
      ...{ run: 'run-00003', onsetMs: '3', durationMs: '100', midi: '60', velocity: '80' },
      // A number is no formula, also below zero.
      cents: '-2',
    })
    // Everything that was practised, once: one rung over one bar, played on 401 moments.
    const [first, ...more] = await table('ladder')
    expect(more).toEqual([])
    expect(first).toMatchObject({
      ...{ firstBar: '1', lastBar: '1', rung: 'roots', key: 'C major', fromMemory: 'no' },
      ...{ runs: String(RUNS - 1), lastVerdict: 'close', lastTempo: '90' },
    })
    expect(Number(first!.recallPercent)).toBeLessThanOrEqual(100)
    await store.close()
  })
})
