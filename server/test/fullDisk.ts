import { execFileSync } from 'node:child_process'
import { BODIES } from './bodies.ts'
import { killServer, type Running, startServer } from './running.ts'

/** A file of the server can't become larger than this, in blocks of 512 bytes, until there is room again. */
const FULL_BLOCKS = 3000
const MOST_WRITES = 2000
const AFTER = 30

const tune = (number: number) => ({
  ...BODIES['tunes/tune-0001'],
  edit: `edit-full-${number}`,
  title: `Tune ${number}`,
  chart: `| C |${' '.repeat(20_000)}`,
})

const put = ({ address }: Running, id: string, body: object) =>
  fetch(`${address}/api/tunes/${id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
  })

/**
 * Fills the disk under a running server (its files can't grow any more), makes room, causes a conflict, goes on, and
 * kills it. Returns what was answered with 503, and the tunes that were answered with 200 and are not there.
 */
export const fillDisk = async (
  folder: string,
  file: string,
): Promise<{ readonly refused: number; readonly lost: readonly string[] }> => {
  const env = { DATA_FILE: file, PORT: '0', LOG_LEVEL: 'silent' }
  const server = await startServer(folder, env, FULL_BLOCKS)
  const answered: string[] = []
  let refused = 0
  const write = async (number: number) => {
    const response = await put(server, `tune-full-${number}`, tune(number))
    if (response.status === 200) answered.push(`tune-full-${number}`)
    else if (response.status === 503) refused += 1
    else throw new Error(`${response.status}: ${await response.text()}`)
  }
  for (let number = 0; number < MOST_WRITES && refused < 3; number += 1) await write(number)
  execFileSync('prlimit', ['--pid', String(server.child.pid), '--fsize=unlimited'])
  const conflict = await put(server, 'tune-full-0', { ...tune(0), revision: 9, edit: 'edit-full-x' })
  if (conflict.status !== 409) throw new Error(`A conflict was answered ${conflict.status}.`)
  for (let number = MOST_WRITES; number < MOST_WRITES + AFTER; number += 1) await write(number)
  await killServer(server)
  const next = await startServer(folder, env)
  const tunes = (await (await fetch(`${next.address}/api/tunes`)).json()) as readonly { id: string }[]
  await killServer(next)
  const stored = new Set(tunes.map(({ id }) => id))
  return { refused, lost: answered.filter((id) => !stored.has(id)) }
}
