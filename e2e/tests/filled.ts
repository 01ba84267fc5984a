import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { FILLED, startServer } from './server.ts'

interface Counting {
  readonly done: number
  readonly total: number
}

/** Waits until all runs are counted, which the server does after its start: no copy has to do it again. */
const counted = async (url: string): Promise<void> => {
  for (;;) {
    const { done, total } = (await (await fetch(`${url}/api/regrading`)).json()) as Counting
    if (done >= total) return
    await sleep(100)
  }
}

/** Fills one database with the demo, of which every file of tests gets a copy. */
const fill = async (): Promise<() => void> => {
  const folder = mkdtempSync(join(tmpdir(), 'eager-contour-filled-'))
  const database = join(folder, 'filled.db')
  const { url, stop } = await startServer(database)
  await counted(url)
  // Only the test of the welcome is welcomed.
  await fetch(`${url}/api/settings`, {
    ...{ method: 'PUT', headers: { 'Content-Type': 'application/json' } },
    body: JSON.stringify({ revision: 0, edit: 'edit-welcomed', welcomed: true }),
  })
  await stop()
  process.env[FILLED] = database
  return () => rmSync(folder, { recursive: true, force: true })
}

export default fill
