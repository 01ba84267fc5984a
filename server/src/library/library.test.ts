import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { check, type LibraryProgressAnswer } from '@eager-contour/contract'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { afterAll, describe, expect, it } from 'vitest'
import type { Database } from '../store/database.ts'
import { openStore } from '../store/open.ts'
import { RESOURCES } from '../store/resources.ts'
import { tunes } from '../store/tunes.ts'
import { LIBRARY_PARTS } from './parts.ts'
import { LibraryError, readLibrary } from './readLibrary.ts'
import { writeLibrary } from './writeLibrary.ts'

const folder = mkdtempSync(join(tmpdir(), 'eager-contour-'))
afterAll(() => rmSync(folder, { recursive: true }))

const saved = async (store: Database, name: string, parts?: readonly string[]): Promise<string> => {
  const pieces: Uint8Array[] = []
  for await (const piece of writeLibrary(store, parts)) pieces.push(piece)
  const path = join(folder, name)
  writeFileSync(path, Buffer.concat(pieces))
  return path
}

/** All records of a database, without what differs by the time of writing. */
const everything = async (store: Database): Promise<Readonly<Record<string, unknown>>> => {
  const found: Record<string, unknown> = {}
  for (const { name, records } of LIBRARY_PARTS) {
    const all: object[] = []
    for await (const some of records(store)) all.push(...some)
    const bare = all.map((record) =>
      JSON.stringify(record, (key, value) =>
        ['revision', 'updatedAt', 'keptAt', 'wordsRevision'].includes(key) ? undefined : value,
      ),
    )
    found[name] = bare.sort()
  }
  return found
}

/** Writes a record as the API does. */
const put = async (store: Database, path: string, id: string, body: object): Promise<void> => {
  const resource = RESOURCES.find((one) => one.path === path)!
  const given = check(resource.body, body)
  if (!given.ok) throw new Error(JSON.stringify(given.problems))
  await resource.write(store, id, given.value)
}

/** A player's database: some of everything. */
const filled = async (name: string): Promise<Database> => {
  const store = await openStore(join(folder, name))
  const edit = (name: string, revision = 0) => ({ revision, edit: `edit-${name}-${revision}` })
  const stretch = { from: 0, to: 1 }
  const notes = [{ start: -240, duration: 240, midi: 60, spelling: 'C4' }]
  for (const at of [1, 2, 3])
    await put(store, 'tunes', `tune-000${at}`, {
      ...edit(`tune${at}`),
      title: `Quay ${at}`,
      chart: '| Dm7 | G7 |',
    })
  await put(store, 'tunes', 'tune-0002', { ...edit('tune2', 1), title: 'Quay 2', chart: '| Dm7 | Db7 |' })
  const line = { tune: 'tune-0001', stretch, notes, remark: 'loose', tags: ['opener'] }
  for (const revision of [0, 1, 2])
    await put(store, 'lines', 'line-0001', {
      ...{ ...line, ...edit('line', revision), title: `Try ${revision}` },
      ...(revision < 2 ? { version: true } : {}),
    })
  await put(store, 'phrases', 'phrase-0001', {
    ...{ ...edit('phrase'), title: 'Down', tags: ['mine'], words: 'from a record' },
    notes: [{ at: 0, duration: 240, semitones: 3, degree: 'b3' }],
    chords: [{ at: 0, kind: 'minor', above: 0 }],
  })
  await put(store, 'exercises', 'exercise-0001', {
    ...{
      ...edit('exercise'),
      title: 'Roots',
      tune: 'tune-0001',
      rung: 'roots',
      variant: 0,
      stretch,
      tempo: 90,
      hide: 1,
    },
  })
  await put(store, 'set-lists', 'list-0001', {
    ...edit('list'),
    title: 'Mornings',
    exercises: ['exercise-0001'],
  })
  await put(store, 'goals', 'goal-0001', {
    ...{
      ...edit('goal'),
      tune: 'tune-0001',
      rung: 'roots',
      stretch,
      keys: 'all',
      tempo: 120,
      by: '2026-12-24',
    },
  })
  await put(store, 'days', '2026-11-20', { ...edit('day'), words: 'the bridge at last' })
  await put(store, 'settings', 'settings', { ...edit('settings'), instrument: 'trumpet', player: 'Odile' })
  for (let at = 0; at < 30; at += 1)
    await put(store, 'runs', `run-${String(at).padStart(4, '0')}`, {
      ...{ tune: 'tune-0001', rung: 'roots', key: 'C major', stretch, tempo: 90, state: 'finished' },
      ...{
        verdict: 'close',
        marks: { notes: at },
        playedAt: new Date(Date.UTC(2026, 0, 1 + at)).toISOString(),
      },
      take: {
        notes: [{ onsetMs: at, durationMs: 100, midi: 60, cents: -2, velocity: 80 }],
        ...{ source: 'midi', zeroMs: 0, tempo: [], swing: 0.5, loops: [], latencyMs: 0, tuningHz: 440 },
        ...{ exercise: '{}', grader: '4' },
      },
    })
  await put(store, 'run-words', 'run-0007', { ...edit('words'), words: 'Rushed, “again”\nand late' })
  return store
}

describe('the library', () => {
  it('out of one database into an empty one is the same: versions of lines, words to runs, settings, goals, too', async () => {
    const store = await filled('from.db')
    const path = await saved(store, 'library.zip')
    const other = await openStore(join(folder, 'to.db'))
    const { added, kept } = await readLibrary(other, path)
    expect(kept).toBe(0)
    expect(added).toBe(3 + 1 + 1 + 1 + 1 + 1 + 1 + 30 + 1)
    expect(await everything(other)).toEqual(await everything(store))
    const charts = async (of: Database) =>
      ((await tunes.children!.versions!(of, 'tune-0002')) as readonly { chart: string }[]).map(
        ({ chart }) => chart,
      )
    expect(await charts(store)).toEqual(['| Dm7 | G7 |'])
    expect(await charts(other)).toEqual(await charts(store))
    // A tune in the bin comes along, since runs are of it, and stays in the bin.
    const [tune] = (await RESOURCES.find(({ path }) => path === 'tunes')!.list!.read(store, {})) as readonly {
      readonly id: string
      readonly revision: number
    }[]
    await put(store, 'tunes', tune!.id, {
      ...{ title: 'Quay 1', chart: '| Dm7 | G7 |', removed: true },
      ...{ revision: tune!.revision, edit: 'edit-bin-1' },
    })
    const third = await openStore(join(folder, 'third.db'))
    expect((await readLibrary(third, await saved(store, 'bin.zip'))).added).toBe(added)
    expect(await everything(third)).toEqual(await everything(store))
    await third.close()
    // Twice is the same as once, and what was deleted stays deleted.
    expect(await readLibrary(other, path)).toEqual({ added: 0, kept: added })
    await put(other, 'run-words', 'run-0003', { revision: 0, edit: 'edit-dele-1', words: '', removed: true })
    expect((await readLibrary(other, path)).added).toBe(0)
    await store.close()
    await other.close()
  })

  it('some parts alone come with what they need, and can be read back; how far it is, is told', async () => {
    const store = await filled('parts-from.db')
    const path = await saved(store, 'parts.zip', ['lines', 'phrases'])
    const files = Object.keys(unzipSync(readFileSync(path)))
    expect(files).toEqual(['tunes.ndjson', 'lines.ndjson', 'phrases.ndjson', 'library.json'])
    const other = await openStore(join(folder, 'parts-to.db'))
    const told: LibraryProgressAnswer[] = []
    const { added } = await readLibrary(
      other,
      path,
      () => true,
      (progress) => told.push(progress),
    )
    expect(added).toBe(3 + 1 + 1)
    expect(told.at(-1)).toEqual({ done: 5, total: 5 })
    const all = (await everything(store)) as Record<string, unknown>
    expect(await everything(other)).toMatchObject({
      tunes: all.tunes,
      lines: all.lines,
      phrases: all.phrases,
    })
    expect((await everything(other)).runs).toEqual([])
    await store.close()
    await other.close()
  })

  it('added to one that has its own keeps what is there, also where both have changed', async () => {
    const store = await filled('mine.db')
    const path = await saved(store, 'theirs.zip')
    await put(store, 'tunes', 'tune-0001', {
      title: 'My own',
      chart: '| C |',
      revision: 1,
      edit: 'edit-mine-1',
    })
    const before = await everything(store)
    expect((await readLibrary(store, path)).added).toBe(0)
    expect(await everything(store)).toEqual(before)
    await store.close()
  })

  it('a damaged, foreign, hostile or newer file is named, and changes nothing', async () => {
    const store = await filled('safe.db')
    const whole = unzipSync(readFileSync(join(folder, 'theirs.zip')))
    const manifest = JSON.parse(strFromU8(whole['library.json']!))
    const path = join(folder, 'wrong.zip')
    const target = await openStore(join(folder, 'target.db'))
    const refused = async (bytes: Uint8Array, words: RegExp) => {
      writeFileSync(path, bytes)
      await expect(readLibrary(target, path)).rejects.toThrow(words)
      await expect(readLibrary(target, path)).rejects.toBeInstanceOf(LibraryError)
      expect(Object.values(await everything(target)).flat()).toHaveLength(1)
    }
    const zip = (files: Record<string, string>) =>
      zipSync({
        ...whole,
        ...Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)])),
      })
    await refused(strToU8('not a zip at all'), /no zip|list of files/)
    await refused(zipSync({ 'readme.txt': strToU8('hello') }), /list of files is missing/)
    await refused(zip({ 'library.json': JSON.stringify({ ...manifest, version: 99 }) }), /newer version/)
    await refused(zip({ 'library.json': JSON.stringify({ format: 'other' }) }), /no library of Eager Contour/)
    const tunes = strFromU8(whole['tunes.ndjson']!)
    await refused(
      zip({ 'tunes.ndjson': tunes.slice(0, tunes.length / 2) }),
      /tunes\.ndjson”(, line \d+ is no JSON| in it is damaged)/,
    )
    await refused(zip({ 'tunes.ndjson': tunes.replace('Quay 2', 'Quay 9') }), /checksum is another one/)
    await refused(zip({ 'tunes.ndjson': '{"id":"../../etc","title":"x"}\n' }), /line 1 has no id/)
    await refused(
      zip({ 'tunes.ndjson': '{"id":"tune-0001","title":7,"chart":"| C |"}\n' }),
      /line 1 can’t be read/,
    )
    await refused(
      zip({ 'runs.ndjson': `{"id":"${'x'.repeat(7_000_000)}` }),
      /line without an end|has no id|no JSON/,
    )
    const cut = zipSync(whole)
    await refused(cut.slice(0, cut.length / 2), /./)
    await store.close()
    await target.close()
  })
})
