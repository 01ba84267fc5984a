import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { FILLED, startServer } from './server.ts'

/** Fills one database with the demo, of which every file of tests gets a copy. */
const fill = async (): Promise<() => void> => {
  const folder = mkdtempSync(join(tmpdir(), 'eager-contour-filled-'))
  const database = join(folder, 'filled.db')
  const { stop } = await startServer(database)
  await stop()
  process.env[FILLED] = database
  return () => rmSync(folder, { recursive: true, force: true })
}

export default fill
