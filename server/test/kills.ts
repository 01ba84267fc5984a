import { randomFrom } from '@eager-contour/core/random'
import { killServer, type Running, startServer } from './running.ts'

/** Writers at the same time, and the time after which a server is killed, in milliseconds. */
const WRITERS = 8
const LATEST_KILL_MS = 400

interface Written {
  /** The titles of tunes by id that the server has answered, and of those that were on their way. */
  readonly answered: Map<string, string>
  readonly sent: Map<string, string>
}

const put = (address: string, id: string, body: object) =>
  fetch(`${address}/api/tunes/${id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
  })

/** Writes tune after tune, each new or the next edit of its own, until the server is gone. */
const write = async (server: Running, writer: string, written: Written): Promise<void> => {
  for (let number = 0; ; number += 1) {
    const id = `tune-${writer}-${Math.floor(number / 3)}`
    const title = `${writer} ${number}`
    const body = { revision: number % 3, edit: `edit-${writer}-${number}`, title, chart: '| C |' }
    written.sent.set(id, title)
    try {
      const answer = await put(server.address, id, body)
      if (!answer.ok) throw new Error(`${answer.status}: ${await answer.text()}`)
      await answer.json()
    } catch (error) {
      if (error instanceof TypeError || (error as { name?: string }).name === 'AbortError') return
      throw error
    }
    written.answered.set(id, title)
  }
}

/**
 * Kills servers at random moments under eight writers, each on the same file, and reads what is there after the next
 * start. Returns the number of writes that were answered, and those that are lost.
 */
export const killAgainAndAgain = async (
  folder: string,
  file: string,
  kills: number,
  seed: number,
): Promise<{ readonly answered: number; readonly lost: readonly string[] }> => {
  const random = randomFrom(seed)
  const written: Written = { answered: new Map(), sent: new Map() }
  const env = { DATA_FILE: file, PORT: '0', LOG_LEVEL: 'silent' }
  let answered = 0
  const lost: string[] = []
  for (let kill = 0; kill < kills; kill += 1) {
    const server = await startServer(folder, env)
    const writers = Array.from({ length: WRITERS }, (_, at) => write(server, `${kill}w${at}`, written))
    await new Promise((resolve) => setTimeout(resolve, 30 + random() * LATEST_KILL_MS))
    await killServer(server)
    await Promise.all(writers)
  }
  const server = await startServer(folder, env)
  const tunes = (await (await fetch(`${server.address}/api/tunes`)).json()) as readonly {
    id: string
    title: string
  }[]
  await killServer(server)
  const stored = new Map(tunes.map(({ id, title }) => [id, title]))
  for (const [id, title] of written.answered) {
    answered += 1
    // The last one may have been written although its answer never came.
    const now = stored.get(id)
    if (now !== title && now !== written.sent.get(id)) lost.push(`${id}: “${title}”, found “${now}”`)
  }
  return { answered, lost }
}
