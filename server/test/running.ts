import { type ChildProcess, spawn } from 'node:child_process'
import { join } from 'node:path'

const ROOT = join(import.meta.dirname, '../..')

/** A server process: its address, and all that it printed so far. */
export interface Running {
  readonly child: ChildProcess
  readonly address: string
  readonly output: () => string
}

// The built server finds its packages from its own workspace.
const MAIN = join(ROOT, 'server/dist/main.js')

/**
 * Starts the built server in a folder and waits for its address; rejected with what it printed if it ends instead.
 * With `mostBlocks` its files can't become larger than that many blocks of 512 bytes.
 */
export const startServer = (
  folder: string,
  env: Readonly<Record<string, string>>,
  mostBlocks?: number,
): Promise<Running> =>
  new Promise((resolve, reject) => {
    const limit = `trap '' XFSZ; ulimit -S -f ${mostBlocks}; exec "$0" "$1"`
    const [command = '', ...args] =
      mostBlocks === undefined ? [process.execPath, MAIN] : ['sh', '-c', limit, process.execPath, MAIN]
    const child = spawn(command, args, { cwd: folder, env: { ...process.env, ...env } })
    let text = ''
    const read = (chunk: Buffer) => {
      text += chunk.toString()
      const address = /http:\/\/[\d.]+:\d+/.exec(text)?.[0]
      if (address) resolve({ child, address, output: () => text })
    }
    child.stdout!.on('data', read)
    child.stderr!.on('data', read)
    child.on('exit', (code) => reject(new Error(`ended with ${code}: ${text}`)))
  })

/** Kills it at once, and waits until it is gone. */
export const killServer = ({ child }: Running): Promise<void> =>
  new Promise((done) => {
    child.on('exit', () => done())
    child.kill('SIGKILL')
  })
