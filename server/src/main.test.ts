import { type ChildProcess, execFileSync } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { fillDisk } from '../test/fullDisk.ts'
import { killAgainAndAgain } from '../test/kills.ts'
import { type Running, startServer } from '../test/running.ts'
import { liveAWeek } from '../test/week.ts'

const root = join(import.meta.dirname, '../..')
const folder = mkdtempSync(join(tmpdir(), 'eager-contour-'))
const running: ChildProcess[] = []
/** More in the long form, `npm run soak`. */
const LONG = process.env.SOAK !== undefined
const KILLS = LONG ? 200 : 6
const FILLINGS = LONG ? 20 : 1
const WEEK = LONG ? { edits: 10_000, runs: 500 } : { edits: 280, runs: 21 }

beforeAll(() => {
  execFileSync('npm', ['run', '--silent', 'build', '-w', 'server', '--', '--logLevel', 'error'], {
    cwd: root,
    stdio: 'inherit',
  })
}, 120_000)
afterAll(() => {
  for (const child of running) child.kill('SIGKILL')
  rmSync(folder, { recursive: true, force: true })
})

const start = async (env: Record<string, string>): Promise<Running> => {
  const server = await startServer(folder, env)
  running.push(server.child)
  return server
}

const put = (address: string, id: string, title: string) =>
  fetch(`${address}/api/tunes/${id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ revision: 0, edit: `edit-${id}`, title, chart: '| C |' }),
  })

describe('the server', () => {
  it('keeps every write that it answered, though it is killed at once', async () => {
    const env = { DATA_FILE: join(folder, 'killed.db'), PORT: '0' }
    const first = await start(env)
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, index) => put(first.address, `tune-00${index + 10}`, `T${index}`)),
    )
    expect(answers.every(({ status }) => status === 200)).toBe(true)
    first.child.kill('SIGKILL')
    const second = await start(env)
    expect(await (await fetch(`${second.address}/api/tunes`)).json()).toHaveLength(20)
    second.child.kill('SIGKILL')
  })

  it(
    'loses nothing that it answered when it is killed at random moments under eight writers',
    async () => {
      const { answered, lost } = await killAgainAndAgain(folder, join(folder, 'kills.db'), KILLS, 1)
      expect(lost).toEqual([])
      expect(answered).toBeGreaterThan(20)
    },
    KILLS * 15_000,
  )

  it(
    'loses nothing that it answered when the disk is full, there is room again, and it is killed',
    async () => {
      for (let time = 0; time < FILLINGS; time += 1) {
        const { refused, lost } = await fillDisk(folder, join(folder, `full-${time}.db`))
        expect(refused).toBeGreaterThan(0)
        expect(lost).toEqual([])
      }
    },
    FILLINGS * 60_000,
  )

  it('has everything as it was answered through a week of edits and runs, cut connections, stops and kills', async () => {
    const { wrong, conflicts, cuts } = await liveAWeek(folder, join(folder, 'week.db'), { ...WEEK, seed: 3 })
    expect(wrong).toEqual([])
    expect(conflicts).toBeGreaterThan(5)
    expect(cuts).toBeGreaterThan(5)
  }, 600_000)

  it('takes the next port when its own is taken, and prints one address', async () => {
    const blocker = createServer().listen(0, '127.0.0.1')
    await new Promise((resolve) => blocker.once('listening', resolve))
    const { port } = blocker.address() as { port: number }
    const { address, output, child } = await start({ DATA_FILE: join(folder, 'port.db'), PORT: String(port) })
    expect(Number(address.split(':').at(-1))).toBeGreaterThan(port)
    expect(output().match(/http:/g)).toHaveLength(1)
    child.kill('SIGKILL')
    blocker.close()
  })

  it('says what is wrong with a port, a second server on its file, and an open network', async () => {
    const file = join(folder, 'shared.db')
    await expect(start({ DATA_FILE: file, PORT: 'abc' })).rejects.toThrow(
      /PORT is “abc”: it has to be a number from 0 to 65535/,
    )
    const { child, address } = await start({ DATA_FILE: file, PORT: '0' })
    await put(address, 'tune-0001', 'T')
    await expect(start({ DATA_FILE: file, PORT: '0' })).rejects.toThrow(/Another Eager Contour is using/)
    expect((await fetch(`${address}/api/tunes`)).status).toBe(200)
    child.kill('SIGKILL')
    await new Promise((resolve) => child.on('exit', resolve))
    const open = await start({ DATA_FILE: file, PORT: '0', HOST: '0.0.0.0' })
    expect((await fetch(`${open.address}/api/tunes`)).status).toBe(200)
    if (!open.address.includes('0.0.0.0'))
      await vi.waitFor(() => expect(open.output()).toContain('Anyone on this network can read and change'))
    open.child.kill('SIGKILL')
  })

  it('stops gracefully: closes the database and ends with 0', async () => {
    const file = join(folder, 'graceful.db')
    const { child, address } = await start({ DATA_FILE: file, PORT: '0' })
    await put(address, 'tune-0001', 'T')
    const ended = new Promise((resolve) => child.on('exit', resolve))
    child.kill('SIGTERM')
    expect(await ended).toBe(0)
    expect(existsSync(`${file}-wal`)).toBe(false)
  })
})
