import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { DemoData } from '@eager-contour/contract'
import { afterAll, describe, expect, it } from 'vitest'
import { fillWithDemo } from './demo.ts'
import { listLines } from './lines.ts'
import { openStore } from './open.ts'
import { listTuneRuns } from './runLists.ts'
import { readRun } from './runs.ts'
import { readSettings } from './settings.ts'
import { listTunes } from './tunes.ts'

const folder = mkdtempSync(join(tmpdir(), 'eager-contour-'))
afterAll(() => rmSync(folder, { recursive: true }))

const take = {
  notes: [],
  source: 'simulated' as const,
  zeroMs: 0,
  tempo: [{ tick: 0, bpm: 90 }],
  swing: 0.6,
  loops: [0],
  latencyMs: 0,
  tuningHz: 440,
  exercise: '{}',
  grader: '1',
}
const DEMO: DemoData = {
  tunes: [{ id: 'tune-demo-1', title: 'Jetty', chart: '| C | F |' }],
  lines: [
    {
      id: 'line-demo-1',
      tune: 'tune-demo-1',
      title: 'One',
      stretch: { from: 0, to: 1 },
      notes: [{ start: 0, duration: 240, midi: 60, spelling: 'C4' }],
      remark: 'slow',
      tags: ['first'],
    },
  ],
  phrases: [
    {
      id: 'phrase-demo-1',
      title: 'Step',
      notes: [{ at: 0, duration: 240, semitones: 0, degree: 'R' }],
      chords: [{ at: 0, kind: 'major', above: 0 }],
    },
  ],
  runs: [
    {
      id: 'run-demo-1',
      tune: 'tune-demo-1',
      playedAt: '2026-10-01T18:00:00.000Z',
      rung: 'outline-up',
      key: 'C major',
      stretch: { from: 0, to: 1 },
      tempo: 90,
      state: 'finished',
      verdict: 'close',
      marks: { notes: 80, time: 75, flow: 100 },
      weakestBar: 1,
      take,
    },
  ],
  settings: {
    instrument: 'flugelhorn',
    look: 'day',
    chordStyle: 'signs',
    scaleNames: 'mode',
    player: 'A. Nobody',
  },
}

describe('fillWithDemo', () => {
  it('fills an empty database, once', async () => {
    const database = await openStore(join(folder, 'demo.db'))
    expect(await fillWithDemo(database, () => DEMO)).toBe(true)
    expect(await fillWithDemo(database, () => DEMO)).toBe(false)
    expect((await listTunes(database)).map(({ title }) => title)).toEqual(['Jetty'])
    expect(await listLines(database, 'tune-demo-1')).toHaveLength(1)
    expect(await listTuneRuns(database, 'tune-demo-1')).toMatchObject([
      { verdict: 'close', weakestBar: 1, source: 'simulated' },
    ])
    expect((await readRun(database, 'run-demo-1')).take).toEqual(take)
    expect(await readSettings(database)).toMatchObject({ instrument: 'flugelhorn', revision: 1 })
    await database.close()
  })

  it('refuses a demo that does not match the contract, and leaves the database empty', async () => {
    const database = await openStore(join(folder, 'broken.db'))
    await expect(
      fillWithDemo(database, () => ({ ...DEMO, tunes: [{ ...DEMO.tunes[0]!, id: 'x' }] })),
    ).rejects.toThrow(/does not match the contract/)
    await expect(
      fillWithDemo(database, () => ({ ...DEMO, settings: { ...DEMO.settings, look: 'dusk' as 'day' } })),
    ).rejects.toThrow(/does not match the contract/)
    await expect(
      fillWithDemo(database, () => ({ ...DEMO, lines: [{ ...DEMO.lines[0]!, tune: 'tune-unknown' }] })),
    ).rejects.toThrow()
    expect(await listTunes(database)).toEqual([])
    await database.close()
  })
})
