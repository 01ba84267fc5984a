import { randomFrom } from '@eager-contour/core/random'
import { BODIES } from './bodies.ts'
import { killServer, type Running, startServer } from './running.ts'

/** Records of each kind that are edited, and the days between which the server is stopped. */
const RECORDS = 25
const DAYS = 7
/** Shares of the edits that are sent twice, cut before the answer, or based on an older revision. */
const TWICE = 0.1
const CUT = 0.1
const STALE = 0.1
/** An answer is cut within this time, in milliseconds. */
const LATEST_CUT_MS = 4

const EDITED = ['tunes', 'lines', 'phrases', 'exercises', 'set-lists'] as const
type Kind = (typeof EDITED)[number]

const bodyOf = (kind: string): Readonly<Record<string, unknown>> =>
  Object.entries(BODIES).find(([path]) => path.startsWith(`${kind}/`))![1]

interface Stored {
  readonly title: string
  readonly revision: number
}

/** What has to be there: each record's last answered title and revision, and the runs. */
interface Known {
  readonly records: Map<string, Stored>
  readonly runs: Set<string>
}

const send = async (
  { address }: Running,
  path: string,
  body: object,
  cutAfterMs?: number,
): Promise<Response | undefined> => {
  try {
    return await fetch(`${address}/api/${path}`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
      ...(cutAfterMs === undefined ? {} : { signal: AbortSignal.timeout(cutAfterMs) }),
    })
  } catch (error) {
    if (cutAfterMs === undefined) throw error
    return undefined
  }
}

const read = async ({ address }: Running, path: string) => (await fetch(`${address}/api/${path}`)).json()

/** What the server lists, by path; the runs page after page. */
const listed = async (server: Running): Promise<Known> => {
  const records = new Map<string, Stored>()
  for (const kind of EDITED)
    for (const { id, title, revision } of (await read(server, kind)) as readonly ({ id: string } & Stored)[])
      records.set(`${kind}/${id}`, { title, revision })
  const runs = new Set<string>()
  for (let page = 0; ; page += 1) {
    const { runs: here } = (await read(server, `runs?page=${page}`)) as {
      readonly runs: readonly { readonly id: string }[]
    }
    for (const { id } of here) runs.add(id)
    if (here.length === 0) return { records, runs }
  }
}

const differences = (known: Known, found: Known): readonly string[] => [
  ...[...known.records].flatMap(([path, { title, revision }]) => {
    const now = found.records.get(path)
    return now?.title === title && now.revision === revision
      ? []
      : [`${path}: “${title}” (${revision}), found “${now?.title}” (${now?.revision})`]
  }),
  ...[...found.records.keys()]
    .filter((path) => !known.records.has(path))
    .map((path) => `${path}: unexpected`),
  ...[...known.runs].filter((id) => !found.runs.has(id)).map((id) => `run ${id} is missing`),
]

/**
 * A week of a player's use: edits of every kind of record and runs, some sent twice, some whose answer is cut off and
 * that are sent again, some based on an older revision; each night the server is stopped or killed. Returns what was
 * not as it was answered, after each night.
 */
export const liveAWeek = async (
  folder: string,
  file: string,
  { edits, runs, seed }: { readonly edits: number; readonly runs: number; readonly seed: number },
): Promise<{ readonly wrong: readonly string[]; readonly conflicts: number; readonly cuts: number }> => {
  const random = randomFrom(seed)
  const known: Known = { records: new Map(), runs: new Set() }
  const wrong: string[] = []
  let conflicts = 0
  let cuts = 0
  const env = { DATA_FILE: file, PORT: '0', LOG_LEVEL: 'silent' }

  const edit = async (server: Running, number: number) => {
    const kind: Kind = EDITED[Math.floor(random() * EDITED.length)]!
    const path = `${kind}/record-${Math.floor(random() * RECORDS)}`
    const before = known.records.get(path)
    const stale = before !== undefined && random() < STALE
    const revision = (before?.revision ?? 0) - (stale ? 1 : 0)
    const title = `${kind} ${number}`
    const body = { ...bodyOf(kind), revision, edit: `edit-week-${number}`, title }
    const cut = random() < CUT
    if (cut) {
      cuts += 1
      await send(server, path, body, 1 + Math.floor(random() * LATEST_CUT_MS))
    }
    const times = random() < TWICE ? 2 : 1
    for (let time = 0; time < times; time += 1) {
      const response = (await send(server, path, body))!
      const answer = (await response.json()) as Partial<Stored> & { error?: { current?: Stored } }
      if (stale) {
        conflicts += 1
        if (response.status !== 409 || answer.error?.current?.title !== before.title)
          wrong.push(`${path}: an older revision was answered ${response.status}`)
      } else if (response.status === 200 && answer.revision === revision + 1)
        known.records.set(path, { title, revision: revision + 1 })
      else
        wrong.push(`${path}: answered ${response.status}, revision ${answer.revision}, not ${revision + 1}`)
    }
  }
  const play = async (server: Running, number: number) => {
    const id = `run-week-${number}`
    const response = (await send(server, `runs/${id}`, bodyOf('runs')))!
    if (response.status === 200) known.runs.add(id)
    else wrong.push(`run ${id}: answered ${response.status}`)
  }
  /** The tune to which the lines, exercises and runs belong. */
  const addTune = async (server: Running) => {
    const [path, body] = Object.entries(BODIES).find(([path]) => path.startsWith('tunes/'))!
    await send(server, path, body)
    known.records.set(path, { title: String(body.title), revision: 1 })
  }
  for (let day = 0; day < DAYS; day += 1) {
    const server = await startServer(folder, env)
    wrong.push(...differences(known, await listed(server)))
    if (day === 0) await addTune(server)
    const todaysEdits = Math.ceil(edits / DAYS)
    const runEvery = Math.max(1, Math.round(edits / runs))
    for (let number = day * todaysEdits; number < (day + 1) * todaysEdits; number += 1) {
      await edit(server, number)
      if (number % runEvery === 0) await play(server, number)
    }
    if (day % 2 === 0) await killServer(server)
    else
      await new Promise((gone) => {
        server.child.on('exit', gone)
        server.child.kill('SIGTERM')
      })
  }
  const server = await startServer(folder, env)
  wrong.push(...differences(known, await listed(server)))
  await killServer(server)
  return { wrong, conflicts, cuts }
}
