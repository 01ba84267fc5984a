// What the end-to-end tests need from the system, installed from Debian's packages where missing and permitted.
import { spawnSync } from 'node:child_process'
import { run } from './project.mjs'

/** Each package, another one for systems that don't have it, and the commands of which one must exist. */
const NEEDED = [
  {
    name: 'chromium-headless-shell',
    other: 'chromium',
    commands: ['chromium-headless-shell', 'chromium', 'chromium-browser'],
  },
  // Speaks to the microphone: speech must not be taken for notes.
  { name: 'espeak-ng', other: undefined, commands: ['espeak-ng'] },
]

/** @param {string} command */
const there = (command) => spawnSync('sh', ['-c', `command -v ${command}`]).status === 0

/** @param {string} name */
const isPackage = (name) => spawnSync('sh', ['-c', `apt-cache show ${name}`]).status === 0

export const ensureChromium = () => {
  const needed = NEEDED.filter(({ commands }) => !commands.some(there))
  const missing = needed.map(({ name }) => name)
  if (missing.length === 0) return
  if (process.getuid?.() !== 0 || !there('apt-get')) {
    console.error(
      `Missing, and not to be installed by this script: ${missing.join(', ')}. Install your system’s packages of these names, then run npm test again.`,
    )
    process.exit(1)
  }
  console.log(`Installing ${missing.join(' and ')} …`)
  run('apt-get', ['update', '-qq'])
  const known = needed.map(({ name, other }) => (other && !isPackage(name) ? other : name))
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...known], {
    env: { DEBIAN_FRONTEND: 'noninteractive' },
    stdio: ['ignore', 'ignore', 'inherit'],
  })
}
