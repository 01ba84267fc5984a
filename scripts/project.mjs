// What the other scripts share: the root folder, running a command, and doing work only when its inputs changed.
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'

export const ROOT = join(import.meta.dirname, '..')
const STAMPS = join(ROOT, 'node_modules/.stamps')
const SKIPPED = new Set(['node_modules', 'dist', 'generated', 'results', 'sound'])

/**
 * Runs a command in the root folder; ends the script with its exit code if it fails.
 * @param {string} command
 * @param {readonly string[]} args
 * @param {import('node:child_process').SpawnSyncOptions} [options]
 */
export const run = (command, args, options = {}) => {
  const { status, error } = spawnSync(command, args, {
    cwd: ROOT,
    stdio: 'inherit',
    ...options,
    env: { ...process.env, ...options.env },
  })
  if (error) console.error(`${command}: ${error.message}`)
  if (status !== 0) process.exit(status ?? 1)
}

/**
 * A tool from node_modules.
 * @param {string} name
 * @param {readonly string[]} args
 * @param {import('node:child_process').SpawnSyncOptions} [options]
 */
export const tool = (name, args, options) => run(join(ROOT, 'node_modules/.bin', name), args, options)

/**
 * @param {string} path
 * @returns {string[]}
 */
const filesUnder = (path) => {
  if (!existsSync(path)) return []
  if (statSync(path).isFile()) return [path]
  return readdirSync(path, { withFileTypes: true })
    .filter((entry) => !SKIPPED.has(entry.name))
    .flatMap((entry) => filesUnder(join(path, entry.name)))
}

/** @param {readonly string[]} inputs */
const fingerprint = (inputs) => {
  const hash = createHash('sha256')
  for (const file of inputs.flatMap((input) => filesUnder(join(ROOT, input))).sort())
    hash.update(file.slice(ROOT.length)).update(readFileSync(file))
  return hash.digest('hex')
}

/**
 * Does the work unless its outputs exist and its inputs are unchanged since it was last done.
 * @param {string} name
 * @param {{ inputs: readonly string[], outputs: readonly string[] }} step
 * @param {() => void} work
 */
export const whenChanged = (name, { inputs, outputs }, work) => {
  const stamp = join(STAMPS, name)
  const print = fingerprint(inputs)
  const done =
    existsSync(stamp) &&
    readFileSync(stamp, 'utf8') === print &&
    outputs.every((output) => existsSync(join(ROOT, output)))
  if (done) return false
  work()
  mkdirSync(dirname(stamp), { recursive: true })
  writeFileSync(stamp, fingerprint(inputs))
  return true
}

/** Installs the packages of the lock file if they are missing or older than it. */
export const ensureInstalled = () => {
  const lock = readFileSync(join(ROOT, 'package-lock.json'), 'utf8')
  const print = createHash('sha256').update(lock).digest('hex')
  const stamp = join(STAMPS, 'installed')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === print) return
  console.log(
    'Installing what is missing (the first time takes a few minutes: the database driver may have to be compiled) …',
  )
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'])
  mkdirSync(STAMPS, { recursive: true })
  writeFileSync(stamp, print)
}
