import { type ChildProcess, spawn } from 'node:child_process'
import { join } from 'node:path'
import { createInterface } from 'node:readline'

const ROOT = join(import.meta.dirname, '../..')

/** The environment variable with the path of a database that has the demo in it. */
export const FILLED = 'EAGER_CONTOUR_FILLED'

/**
 * Starts the built server with a database, and waits for the address that it prints.
 *
 * @param port a free one, if left out
 * @param web the folder of the built application
 */
export const startServer = async (
  database: string,
  port = '0',
  web = join(ROOT, 'web/dist'),
): Promise<{ readonly url: string; readonly stop: () => Promise<void> }> => {
  const server = spawn('node', [join(ROOT, 'server/dist/main.js')], {
    cwd: ROOT,
    env: {
      ...process.env,
      PORT: port,
      DATA_FILE: database,
      DEMO_FILE: join(ROOT, 'demo/generated/demo.json'),
      WEB_DIR: web,
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  return { url: await addressOf(server), stop: () => stopped(server) }
}

const addressOf = async (server: ChildProcess): Promise<string> => {
  for await (const line of createInterface({ input: server.stdout! })) {
    const url = /http:\/\/[\d.:]+/.exec(line)?.[0]
    if (url) return url
  }
  throw new Error('The server stopped before it printed its address.')
}

const stopped = (server: ChildProcess): Promise<void> =>
  new Promise((done) => {
    if (server.exitCode !== null) return done()
    server.once('exit', () => done())
    server.kill()
  })
