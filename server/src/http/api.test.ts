import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pino from 'pino'
import request from 'supertest'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { BODIES, take } from '../../test/bodies.ts'
import type { Database } from '../store/database.ts'
import { openStore } from '../store/open.ts'
import { makeApp } from './app.ts'

const folder = mkdtempSync(join(tmpdir(), 'eager-contour-'))
let database: Database
let app: ReturnType<typeof makeApp>

beforeAll(async () => {
  database = await openStore(join(folder, 'test.db'))
  app = makeApp({
    store: database,
    logger: pino({ level: 'silent' }),
    version: 'test',
    names: ['stand.local'],
  })
})
afterAll(async () => {
  await database.close()
  rmSync(folder, { recursive: true })
})

const call = () => ({
  put: (path: string, body: unknown) =>
    request(app)
      .put(path)
      .set('Host', '127.0.0.1')
      .send(body as object),
  get: (path: string) => request(app).get(path).set('Host', '127.0.0.1'),
})
const tune = (more: object = {}) => ({
  revision: 0,
  edit: 'edit-0001',
  title: 'Pier',
  chart: '| Dm7 | G7 |',
  ...more,
})
const note = { start: 0, duration: 240, midi: 61, spelling: 'Db4' }
const run = (more: object = {}) => ({ ...BODIES['runs/run-0001'], ...more })

describe('the API', () => {
  it('stores a tune, counts a repeated edit once, and rejects an edit of an older revision with what is stored', async () => {
    const first = await call().put('/api/tunes/tune-0001', tune())
    expect(first.status).toBe(200)
    expect(first.body).toMatchObject({ id: 'tune-0001', revision: 1, title: 'Pier' })
    const again = await call().put('/api/tunes/tune-0001', tune())
    expect(again.body).toEqual(first.body)
    const next = await call().put(
      '/api/tunes/tune-0001',
      tune({ revision: 1, edit: 'edit-0002', title: 'Long Pier' }),
    )
    expect(next.body.revision).toBe(2)
    const late = await call().put(
      '/api/tunes/tune-0001',
      tune({ revision: 1, edit: 'edit-0003', title: 'Other' }),
    )
    expect(late.status).toBe(409)
    expect(late.body.error).toMatchObject({
      code: 'conflict',
      problems: [],
      current: { title: 'Long Pier', revision: 2 },
    })
    expect((await call().get('/api/tunes')).body.map(({ title }: { title: string }) => title)).toEqual([
      'Long Pier',
    ])
  })

  it('stores exercises by name and set lists in order; deleted ones are not listed', async () => {
    const exercise = (more: object = {}) => ({
      revision: 0,
      edit: 'edit-0080',
      title: 'Slow outlines',
      tune: 'tune-0001',
      rung: 'outline-up',
      variant: 1,
      stretch: { from: 0, to: 1 },
      tempo: 72,
      key: 'Ab',
      hide: 2,
      ...more,
    })
    const kept = await call().put('/api/exercises/exercise-0001', exercise())
    expect(kept.status).toBe(200)
    expect(kept.body).toMatchObject({ title: 'Slow outlines', key: 'Ab', hide: 2, revision: 1 })
    const how = { order: '5 3 7 1', practice: 'keys=fourths&through=1' }
    const own = await call().put('/api/exercises/exercise-0003', exercise({ ...how, edit: 'edit-0083' }))
    expect(own.body).toMatchObject(how)
    const gone = exercise({ ...how, revision: 1, removed: true, edit: 'edit-0085' })
    expect((await call().put('/api/exercises/exercise-0003', gone)).status).toBe(200)
    for (const wrong of [{ order: '1'.repeat(61) }, { practice: 'a b' }])
      expect(
        (await call().put('/api/exercises/exercise-0004', exercise({ ...wrong, edit: 'edit-0084' }))).status,
      ).toBe(400)
    expect(
      (await call().put('/api/exercises/exercise-0002', exercise({ hide: 9, edit: 'edit-0081' }))).status,
    ).toBe(400)
    const list = {
      revision: 0,
      edit: 'edit-0082',
      title: 'Mornings',
      exercises: ['exercise-0001', 'exercise-0001'],
    }
    await call().put('/api/set-lists/setlist-0001', list)
    expect((await call().get('/api/set-lists')).body).toMatchObject([
      { title: 'Mornings', exercises: ['exercise-0001', 'exercise-0001'] },
    ])
    await call().put(
      '/api/exercises/exercise-0001',
      exercise({ revision: 1, edit: 'edit-0083', removed: true }),
    )
    expect((await call().get('/api/exercises')).body).toEqual([])
  })

  it('stores a line’s remark, tags and versions; a deleted line is not listed and not lost', async () => {
    const line = (revision: number, more: object = {}) => ({
      revision,
      edit: `edit-004${revision}`,
      tune: 'tune-0001',
      title: 'Two',
      stretch: { from: 0, to: 1 },
      notes: [{ ...note, midi: 60 + revision, spelling: 'C4' }],
      ...more,
    })
    const put = (body: unknown) => call().put('/api/lines/line-0040', body)
    const first = await put(line(0, { remark: 'lay back', tags: ['slow', 'ballad'], version: true }))
    expect(first.body).toMatchObject({ remark: 'lay back', tags: ['slow', 'ballad'] })
    expect(
      (await put(line(0, { remark: 'lay back', tags: ['slow', 'ballad'], version: true }))).body,
    ).toEqual(first.body)
    // A change that is stored by itself is no version and leaves the words.
    expect((await put(line(1))).body).toMatchObject({ revision: 2, remark: 'lay back' })
    await put(line(2, { version: true }))
    const versions = (await call().get('/api/lines/line-0040/versions')).body
    expect(versions.map(({ revision }: { revision: number }) => revision)).toEqual([3, 1])
    expect(versions[1].notes[0].midi).toBe(60)
    const listed = async () =>
      (await call().get('/api/lines?tune=tune-0001')).body.map(({ id }: { id: string }) => id)
    expect(await listed()).toContain('line-0040')
    await put(line(3, { removed: true }))
    expect(await listed()).not.toContain('line-0040')
    await put(line(4))
    expect(await listed()).toContain('line-0040')
    expect((await put(line(5, { tags: ['x'.repeat(41)] }))).body.error.code).toBe('invalid')
    await put(line(5, { removed: true }))
  })

  it('keeps phrases in degrees', async () => {
    const phrase = {
      revision: 0,
      edit: 'edit-0050',
      title: 'Into the third',
      notes: [{ at: 0, duration: 240, semitones: 3, degree: 'b3' }],
      chords: [{ at: 0, kind: 'minor', above: 0 }],
    }
    expect((await call().put('/api/phrases/phrase-0001', phrase)).status).toBe(200)
    expect((await call().get('/api/phrases')).body).toMatchObject([
      { id: 'phrase-0001', notes: phrase.notes, chords: phrase.chords },
    ])
    const said = {
      words: 'Short',
      tags: ['morning'],
      families: ['enclosure', 'ending'],
      use: 'twoFive',
      source: 'A line over Evening',
      parent: 'shipped-quick-third',
      change: 'backwards',
    }
    const own = { ...phrase, ...said, edit: 'edit-0051' }
    expect((await call().put('/api/phrases/phrase-0003', own)).body).toMatchObject(said)
    expect(
      (
        await call().put('/api/phrases/phrase-0003', {
          ...own,
          revision: 1,
          removed: true,
          edit: 'edit-0052',
        })
      ).status,
    ).toBe(200)
    for (const wrong of [
      { ...phrase, tags: ['x'.repeat(41)] },
      { ...phrase, parent: '../secret' },
      { ...phrase, families: ['loud'] },
      { ...phrase, use: 'twelve' },
      { ...phrase, notes: [] },
      { ...phrase, notes: [{ ...phrase.notes[0], degree: 'h3' }] },
      { ...phrase, chords: [{ at: 0, kind: 'sad', above: 0 }] },
    ])
      expect((await call().put('/api/phrases/phrase-0002', wrong)).body.error.code).toBe('invalid')
  })

  it('keeps lines by tune, note for note', async () => {
    const line = {
      revision: 0,
      edit: 'edit-0010',
      tune: 'tune-0001',
      title: 'One',
      stretch: { from: 0, to: 1 },
      notes: [note],
    }
    expect((await call().put('/api/lines/line-0001', line)).status).toBe(200)
    expect((await call().get('/api/lines?tune=tune-0001')).body).toMatchObject([
      { id: 'line-0001', notes: [note], stretch: { from: 0, to: 1 } },
    ])
    expect((await call().get('/api/lines?tune=tune-9999')).body).toEqual([])
    expect((await call().put('/api/lines/line-0002', { ...line, tune: 'tune-9999' })).body.error.code).toBe(
      'not-found',
    )
  })

  it('keeps a run once, and its whole take', async () => {
    expect((await call().put('/api/runs/run-00001', run())).status).toBe(200)
    expect((await call().put('/api/runs/run-00001', run({ tempo: 300 }))).body.tempo).toBe(120)
    expect((await call().get('/api/runs')).body).toMatchObject({ total: 1, runs: [{ id: 'run-00001' }] })
    expect((await call().get('/api/runs/run-00001')).body.take).toEqual(take)
    expect((await call().get('/api/runs/run-99999')).body.error.code).toBe('not-found')
  })

  it('gives the last run of each tune', async () => {
    await call().put('/api/tunes/tune-0021', tune({ edit: 'edit-0210' }))
    for (const [at, day] of ['03', '05', '04'].entries())
      await call().put(
        `/api/runs/run-last-${at}`,
        run({ tune: 'tune-0021', playedAt: `2026-11-${day}T18:00:00.000Z`, tempo: 100 + at }),
      )
    const last = (await call().get('/api/runs/last')).body as { tune: string; tempo: number }[]
    expect(last.filter((one) => one.tune === 'tune-0021').map(({ tempo }) => tempo)).toEqual([101])
    expect(new Set(last.map((one) => one.tune)).size).toBe(last.length)
    const plan = await database.source.query(
      'EXPLAIN QUERY PLAN SELECT tune, MAX(playedAt) FROM runs GROUP BY tune',
    )
    expect(JSON.stringify(plan)).toContain('runs_tune_played')
  })

  it('lists runs a page at a time, sorted and searched by the database', async () => {
    await call().put('/api/tunes/tune-0031', tune({ edit: 'edit-0310', title: '100% Harbour' }))
    const many = Array.from({ length: 230 }, (_, at) => at)
    for (const at of many)
      await call().put(
        `/api/runs/run-page-${at}`,
        run({
          tune: 'tune-0031',
          playedAt: new Date(Date.UTC(2026, 9, 1, 0, at)).toISOString(),
          tempo: 60 + ((at * 7) % 200),
          rung: at % 10 === 0 ? 'guide-tones' : 'outline-up',
          marks: { notes: 40 + (at % 50), time: 95 },
          state: at % 23 === 0 ? 'abandoned' : 'finished',
          verdict: at % 3 === 0 ? 'close' : 'solid',
        }),
      )
    const page = async (query: string) =>
      (await call().get(`/api/runs?tune=tune-0031&${query}`)).body as {
        total: number
        runs: { id: string; tempo: number; marks: Record<string, number>; rung: string }[]
      }
    const pages = await Promise.all([0, 1, 2, 3].map((at) => page(`page=${at}`)))
    expect(pages.map(({ runs }) => runs.length)).toEqual([100, 100, 30, 0])
    expect(pages.flatMap(({ runs }) => runs.map(({ id }) => id))).toEqual(
      [...many].reverse().map((at) => `run-page-${at}`),
    )
    const slowest = (await page('sort=tempo&order=asc')).runs.map(({ tempo }) => tempo)
    expect(slowest).toEqual([...slowest].sort((a, b) => a - b))
    const weakest = (await page('sort=marks&order=asc')).runs.map(({ marks }) =>
      Math.min(...Object.values(marks)),
    )
    expect(weakest).toEqual([...weakest].sort((a, b) => a - b))
    expect((await page('search=tones%20guide')).total).toBe(23)
    expect((await page('search=abandoned')).total).toBe(10)
    expect((await page('search=100%25')).total).toBe(230)
    expect((await page('search=1_0%25')).total).toBe(0)
    for (const wrong of ['page=-1', 'page=x', 'sort=colour', `search=${'x'.repeat(300)}`, 'page=1&page=2'])
      expect((await call().get(`/api/runs?${wrong}`)).status).toBe(400)
    const tempos = (await call().get('/api/runs/tempos?tune=tune-0031')).body as {
      rung: string
      tempo: number
    }[]
    const held = many.filter((at) => at % 23 !== 0 && at % 3 !== 0 && at % 10 !== 0)
    expect(tempos.find(({ rung }) => rung === 'outline-up')).toEqual({
      day: '2026-10-01',
      tune: 'tune-0031',
      rung: 'outline-up',
      key: 'Db major',
      fromBar: 0,
      toBar: 3,
      tempo: Math.max(...held.map((at) => 60 + ((at * 7) % 200))),
    })
    const rungs = new Set(tempos.map(({ rung }) => rung))
    const often = (await call().get('/api/runs/tempos?tune=tune-0031&most=1')).body as typeof tempos
    expect(rungs.size).toBeGreaterThan(1)
    expect(new Set(often.map(({ rung }) => rung)).size).toBe(1)
    for (const one of often) expect(tempos).toContainEqual(one)
    expect((await call().get('/api/runs/tempos?most=0')).status).toBe(400)
    expect((await call().get('/api/tunes/tune-0031/runs')).body).toHaveLength(230)
  })

  it('gives a copy of the whole database as a file, while it is in use', async () => {
    const answer = await call()
      .get('/api/backup')
      .buffer(true)
      .parse((response, done) => {
        const chunks: Buffer[] = []
        response.on('data', (chunk: Buffer) => chunks.push(chunk))
        response.on('end', () => done(null, Buffer.concat(chunks)))
      })
    expect(answer.headers['content-disposition']).toMatch(/eager-contour-\d{4}-\d\d-\d\d\.db/)
    const file = join(folder, 'backup.db')
    writeFileSync(file, answer.body as Buffer)
    const copy = await openStore(file)
    expect(await copy.source.query('SELECT count(*) AS count FROM tunes')).toEqual(
      await database.source.query('SELECT count(*) AS count FROM tunes'),
    )
    await copy.close()
  })

  it('keeps settings, and has some before there are any', async () => {
    const { body } = await call().get('/api/settings')
    expect(body).toMatchObject({ revision: 0, instrument: 'concert' })
    const kept = await call().put('/api/settings', { ...body, edit: 'edit-0020', look: 'night' })
    expect(kept.body).toMatchObject({ revision: 1, look: 'night', grading: {}, restMinutes: 25 })
    const own = { onTimeMs: 35, leasts: { close: 60, solid: 80, moveOn: 90 } }
    await call().put('/api/settings', { ...kept.body, edit: 'edit-0021', grading: own, restMinutes: 40 })
    expect((await call().get('/api/settings')).body).toMatchObject({ grading: own, restMinutes: 40 })
    const wrong = await call().put('/api/settings', {
      ...kept.body,
      edit: 'edit-0022',
      grading: { leasts: { close: 700, solid: 80, moveOn: 90 } },
    })
    expect(wrong.body.error.problems[0].args[0]).toBe('grading.leasts.close')
  })

  it('checks every body and parameter, and names the field that is wrong', async () => {
    const wrong = await call().put('/api/tunes/tune-0002', tune({ chart: 5, colour: 'red' }))
    expect(wrong.status).toBe(400)
    expect(wrong.body.error.code).toBe('invalid')
    expect(wrong.body.error.problems.map(({ args }: { args: string[] }) => args[0]).sort()).toEqual([
      'chart',
      'colour',
    ])
    expect((await call().put('/api/tunes/x', tune())).status).toBe(400)
    expect((await call().get('/api/lines?tune=..%2F')).status).toBe(400)
    const deep = await call().put(
      '/api/runs/run-00002',
      run({ take: { ...take, notes: [{ ...take.notes[0], midi: 200 }] } }),
    )
    expect(deep.body.error.problems[0].args[0]).toBe('take.notes.0.midi')
    expect((await call().put('/api/tunes/tune-0002', [])).body.error.code).toBe('invalid')
  })

  it('answers every error in one shape', async () => {
    const broken = await request(app)
      .put('/api/tunes/tune-0003')
      .set('Host', 'localhost')
      .set('Content-Type', 'application/json')
      .send('{"a":')
    expect(broken.status).toBe(400)
    const large = await request(app)
      .put('/api/tunes/tune-0003')
      .set('Host', 'localhost')
      .set('Content-Type', 'application/json')
      .send(`{"chart":"${'x'.repeat(6_100_000)}"}`)
    expect(large.status).toBe(413)
    const lost = await call().get('/api/nothing')
    expect(lost.status).toBe(404)
    for (const { body } of [broken, large, lost])
      expect(Object.keys(body.error).sort()).toEqual(['code', 'message', 'problems'])
  })

  it('answers under its own names and to its own pages only', async () => {
    expect((await request(app).get('/api/tunes').set('Host', 'elsewhere.example')).status).toBe(403)
    expect((await request(app).get('/api/tunes').set('Host', 'stand.local')).status).toBe(200)
    const foreign = await request(app)
      .put('/api/tunes/tune-0004')
      .set('Host', '127.0.0.1:4173')
      .set('Origin', 'http://elsewhere.example')
      .send(tune())
    expect(foreign.status).toBe(403)
    const own = await request(app)
      .put('/api/tunes/tune-0004')
      .set('Host', '127.0.0.1:4173')
      .set('Origin', 'http://127.0.0.1:4173')
      .send(tune({ edit: 'edit-0040' }))
    expect(own.status).toBe(200)
  })

  it('sends a strict policy with every answer', async () => {
    const { headers } = await call().get('/api/health')
    expect(headers['content-security-policy']).toContain("default-src 'self'")
    expect(headers['content-security-policy']).not.toContain("script-src 'self' 'unsafe")
    expect(headers['x-content-type-options']).toBe('nosniff')
    expect(headers['x-powered-by']).toBeUndefined()
  })
})

describe('the player’s own readings', () => {
  const own = [
    { from: 1, to: 1, scale: 'altered' },
    { from: 2, to: 4, key: { tonic: 'Bb', mode: 'minor' } },
  ]
  it('are kept with their tune, and stay when an edit leaves them out', async () => {
    const put = (more: object) => call().put('/api/tunes/tune-read', tune(more))
    expect((await put({ edit: 'edit-read1', readings: own })).body.readings).toEqual(own)
    expect((await put({ edit: 'edit-read2', revision: 1 })).body.readings).toEqual(own)
    expect((await put({ edit: 'edit-read3', revision: 2, readings: [] })).body.readings).toEqual([])
  })

  it.each([
    [{ from: 0, to: 1, scale: 'pirate' }],
    [{ from: 0, to: 1, key: { tonic: 'H', mode: 'major' } }],
    [{ from: -1, to: 1 }],
    [{ from: 0 }],
  ])('are refused where they make no sense: %j', async (reading) => {
    const answer = await call().put('/api/tunes/tune-bad1', tune({ readings: [reading] }))
    expect(answer.status).toBe(400)
    expect(JSON.stringify(answer.body)).toContain('readings')
  })
})
