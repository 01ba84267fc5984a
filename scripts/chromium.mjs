// Chromium for the end-to-end tests, from Debian's packages where it is missing and may be installed.
import { spawnSync } from 'node:child_process'
import { run } from './house.mjs'

const found = () =>
  spawnSync('sh', ['-c', 'command -v chromium || command -v chromium-browser'], {
    encoding: 'utf8',
  }).stdout.trim()

export const ensureChromium = () => {
  if (found() !== '') return
  const mayInstall = process.getuid?.() === 0 && spawnSync('sh', ['-c', 'command -v apt-get']).status === 0
  if (!mayInstall) {
    console.error(
      'Chromium is missing, and this script may not install it. Install your system’s package "chromium", then run npm test again.',
    )
    process.exit(1)
  }
  console.log('Installing Chromium …')
  run('apt-get', ['update', '-qq'])
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], {
    env: { DEBIAN_FRONTEND: 'noninteractive' },
    stdio: ['ignore', 'ignore', 'inherit'],
  })
}
