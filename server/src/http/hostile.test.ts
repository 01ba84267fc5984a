import { mkdtempSync, rmSync } from 'node:fs'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import pino from 'pino'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { listenFrom } from '../listen.ts'
import type { Database } from '../store/database.ts'
import { openStore } from '../store/open.ts'
import { makeApp } from './app.ts'

const folder = mkdtempSync(join(tmpdir(), 'eager-contour-'))
let database: Database
let server: Awaited<ReturnType<typeof listenFrom>>['server']
let address: string

beforeAll(async () => {
  database = await openStore(join(folder, 'hostile.db'))
  const app = makeApp({ store: database, logger: pino({ level: 'silent' }), version: 'test', names: [] })
  ;({ server } = await listenFrom(app, '127.0.0.1', 0))
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  await put('tunes/tune-0001', BODIES['tunes/tune-0001'])
})
afterAll(async () => {
  server.closeAllConnections()
  server.close()
  await database.close()
  rmSync(folder, { recursive: true })
})

const take = {
  notes: [{ onsetMs: 3.5, durationMs: 200, midi: 61, cents: 0, velocity: 80 }],
  source: 'simulated',
  zeroMs: 0,
  tempo: [{ tick: 0, bpm: 120 }],
  swing: 0.62,
  loops: [0],
  latencyMs: 0,
  tuningHz: 440,
  exercise: '{}',
  grader: '1',
}
/** A body that is right for each path. */
const BODIES: Readonly<Record<string, Readonly<Record<string, unknown>>>> = {
  'tunes/tune-0001': { revision: 0, edit: 'edit-0001', title: 'Pier', chart: '| Dm7 |', readings: [] },
  'lines/line-0001': {
    revision: 0,
    edit: 'edit-0002',
    tune: 'tune-0001',
    title: 'One',
    stretch: { from: 0, to: 1 },
    notes: [{ start: 0, duration: 240, midi: 61, spelling: 'Db4' }],
    remark: '',
    tags: ['slow'],
    version: true,
  },
  'phrases/phrase-0001': {
    revision: 0,
    edit: 'edit-0003',
    title: 'Step',
    notes: [{ at: 0, duration: 240, semitones: 3, degree: 'b3' }],
    chords: [{ at: 0, kind: 'minor', above: 0 }],
  },
  'exercises/exercise-0001': {
    revision: 0,
    edit: 'edit-0004',
    title: 'Slow',
    tune: 'tune-0001',
    rung: 'outline-up',
    variant: 0,
    stretch: { from: 0, to: 1 },
    tempo: 72,
    hide: 1,
  },
  'set-lists/setlist-0001': { revision: 0, edit: 'edit-0005', title: 'Morning', exercises: [] },
  'runs/run-0001': {
    tune: 'tune-0001',
    playedAt: '2026-11-01T18:00:00.000Z',
    rung: 'outline-up',
    key: 'Db major',
    stretch: { from: 0, to: 3 },
    tempo: 120,
    state: 'finished',
    verdict: 'solid',
    marks: { notes: 90 },
    take,
  },
  settings: { revision: 0, edit: 'edit-0006', look: 'day', grading: { onTimeMs: 50 } },
}

const deep = (levels: number): unknown => (levels === 0 ? 1 : { a: deep(levels - 1) })
const manyKeys = Object.fromEntries(Array.from({ length: 5000 }, (_, at) => [`k${at}`, at]))

/** What stands where something else belongs. */
const STRANGE: readonly unknown[] = [
  undefined,
  null,
  [],
  {},
  [[]],
  [null],
  '',
  'x'.repeat(5000),
  -1,
  1e308,
  0.5,
  true,
  '2020-W10-3',
  { constructor: 1 },
  { prototype: {} },
  { toString: 1 },
  { length: -1 },
  deep(60),
  manyKeys,
  '\u0000',
  '\ud800',
]

const put = (path: string, body: unknown) =>
  fetch(`${address}/api/${path}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
  })

/** Every place in a body: the names and numbers that lead to it. */
const placesIn = (value: unknown, above: readonly string[] = []): readonly (readonly string[])[] =>
  typeof value === 'object' && value !== null
    ? Object.entries(value).flatMap(([key, one]) => [[...above, key], ...placesIn(one, [...above, key])])
    : []

const withAt = (value: unknown, [key, ...rest]: readonly string[], strange: unknown): unknown => {
  if (key === undefined) return strange
  const copy = (Array.isArray(value) ? [...value] : { ...(value as object) }) as Record<string, unknown>
  copy[key] = withAt(copy[key], rest, strange)
  return copy
}

/** The answer is no failure of the server, and an error has the one shape. */
const isAnswered = async (response: Response): Promise<boolean> => {
  const text = await response.text()
  if (response.ok) return true
  if (response.status >= 500) return false
  const { error } = JSON.parse(text) as { error?: Record<string, unknown> }
  return typeof error?.code === 'string' && typeof error.message === 'string' && Array.isArray(error.problems)
}

describe('hostile requests', () => {
  it('are answered in one shape and never fail the server: every field of every body, with what does not belong', async () => {
    const failed: string[] = []
    for (const [path, body] of Object.entries(BODIES))
      for (const place of placesIn(body))
        for (const [at, strange] of STRANGE.entries()) {
          const response = await put(path, withAt(body, place, strange))
          if (!(await isAnswered(response)))
            failed.push(`${path} ${place.join('.')} ${at}: ${response.status}`)
        }
    expect(failed).toEqual([])
  }, 120_000)

  it('are answered for any JSON at any path (property)', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...Object.keys(BODIES), 'nothing', 'tunes/%', 'tunes/..%2f..', 'lines/%E0%A4%A'),
        fc.json({ maxDepth: 8 }),
        async (path, text) => {
          const response = await fetch(`${address}/api/${path}`, {
            method: 'PUT',
            headers: { 'Content-Type': 'application/json' },
            body: text,
          })
          expect(await isAnswered(response)).toBe(true)
        },
      ),
      { numRuns: process.env.SOAK ? 20_000 : 400 },
    )
  }, 600_000)

  it('are refused where the encoding is not what it says', async () => {
    for (const headers of [
      { 'Content-Encoding': 'gzip' },
      { 'Content-Encoding': 'nonsense' },
      { 'Content-Type': 'application/json; charset=nonsense' },
    ]) {
      const response = await fetch(`${address}/api/tunes/tune-0009`, {
        method: 'PUT',
        headers: { 'Content-Type': 'application/json', ...headers },
        body: '{"a":1}',
      })
      expect(response.status).toBe(400)
      expect(await isAnswered(response)).toBe(true)
    }
  })
})
