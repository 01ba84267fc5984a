import { mkdtempSync, rmSync } from 'node:fs'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import pino from 'pino'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { BODIES } from '../../test/bodies.ts'
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

/** Requests to each endpoint; more in the long form, `npm run soak`. */
const REQUESTS = process.env.SOAK ? 20_000 : 40

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
  })

  it('are answered for any JSON at any path (property)', async () => {
    const paths = [...Object.keys(BODIES), 'nothing', 'tunes/%', 'tunes/..%2f..', 'lines/%E0%A4%A']
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...paths), fc.json({ maxDepth: 8 }), async (path, text) => {
        const response = await fetch(`${address}/api/${path}`, {
          method: 'PUT',
          headers: { 'Content-Type': 'application/json' },
          body: text,
        })
        expect(await isAnswered(response)).toBe(true)
      }),
      { numRuns: REQUESTS * paths.length },
    )
  }, 3_600_000)

  it('are answered for any question to any list or record (property)', async () => {
    const lists = [
      'tunes',
      'lines',
      'phrases',
      'exercises',
      'set-lists',
      'runs',
      'runs/last',
      'runs/tempos',
      'runs/items',
    ]
    const records = [
      'settings',
      'health',
      'runs/run-00001',
      'tunes/tune-0001/runs',
      'lines/line-0001/versions',
    ]
    const text = fc.oneof(
      fc.string(),
      fc.constantFrom('-1', '1e9', '%00', '[]', 'desc; DROP TABLE runs', "'"),
    )
    const names = fc.constantFrom('tune', 'search', 'sort', 'order', 'page', 'constructor', '__proto__', 'x')
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...lists, ...records),
        fc.array(fc.tuple(names, text), { maxLength: 4 }),
        async (path, query) => {
          const asked = query.map(([name, value]) => `${name}=${encodeURIComponent(value)}`).join('&')
          expect(await isAnswered(await fetch(`${address}/api/${path}?${asked}`))).toBe(true)
        },
      ),
      { numRuns: REQUESTS * (lists.length + records.length) },
    )
    expect((await (await fetch(`${address}/api/runs`)).json()) as object).toHaveProperty('total')
  }, 3_600_000)

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
