// npm start: installs what is missing, builds what has changed, and serves; an empty database is filled with the demo.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { ensureInstalled, ROOT } from './project.mjs'

ensureInstalled()
const { build } = await import('./steps.mjs')
build()

const server = spawn(process.execPath, [join(ROOT, 'server/dist/main.js')], {
  cwd: ROOT,
  stdio: 'inherit',
  env: { DEMO_FILE: join(ROOT, 'demo/generated/demo.json'), WEB_DIR: join(ROOT, 'web/dist'), ...process.env },
})
// A signal from the terminal reaches the server too; this process only waits for it to stop.
for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM']))
  process.on(signal, () => server.kill(signal))
server.on('exit', (code) => process.exit(code ?? 0))
