import { type ChildProcess, spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { test as base } from '@playwright/test'

export { expect } from '@playwright/test'

const ROOT = join(import.meta.dirname, '../..')

/** The built application on a database of its own, with the demo in it. */
interface Application {
  readonly file: string
  readonly url: string
  readonly stop: () => Promise<void>
}

/** Starts it on a free port and waits for the address that it prints. */
const startApplication = async (file: string): Promise<Application> => {
  const folder = mkdtempSync(join(tmpdir(), 'eager-contour-e2e-'))
  const server = spawn('node', [join(ROOT, 'server/dist/main.js')], {
    cwd: ROOT,
    env: {
      ...process.env,
      PORT: '0',
      DATA_FILE: join(folder, 'e2e.db'),
      DEMO_FILE: join(ROOT, 'demo/generated/demo.json'),
      WEB_DIR: join(ROOT, 'web/dist'),
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const stop = async () => {
    await stopped(server)
    rmSync(folder, { recursive: true, force: true })
  }
  return { file, url: await addressOf(server), stop }
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

/** Playwright's test over the built application; every file of tests has a database of its own. */
export const test = base.extend<object, { readonly applicationFor: (file: string) => Promise<string> }>({
  applicationFor: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright reads a fixture's needs from this pattern.
    async ({}, use) => {
      let running: Application | undefined
      await use(async (file) => {
        if (running?.file !== file) {
          await running?.stop()
          running = await startApplication(file)
        }
        return running.url
      })
      await running?.stop()
    },
    { scope: 'worker' },
  ],
  baseURL: async ({ applicationFor }, use, { file }) => use(await applicationFor(file)),
})
