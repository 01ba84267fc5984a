import { copyFileSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { test as base } from '@playwright/test'
import { FILLED, startServer } from './server.ts'

export { expect } from '@playwright/test'

/** The built application on a database of its own, with the demo in it. */
interface Application {
  readonly file: string
  readonly url: string
  readonly stop: () => Promise<void>
}

/** Starts it on a copy of the database that was filled before the tests. */
const startApplication = async (file: string): Promise<Application> => {
  const folder = mkdtempSync(join(tmpdir(), 'eager-contour-e2e-'))
  const database = join(folder, 'e2e.db')
  copyFileSync(process.env[FILLED]!, database)
  const { url, stop } = await startServer(database)
  return {
    file,
    url,
    stop: async () => {
      await stop()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

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
