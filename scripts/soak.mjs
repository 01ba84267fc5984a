// npm run soak: the long form of the tests that attack: hundreds of kills, full disks, a simulated week, a hundred thousand
// damaged files and requests; two tabs of a browser again and again; a thousand scores read by another program.
import { ensureInstalled, run, tool } from './project.mjs'

ensureInstalled()
const { ensureChromium } = await import('./chromium.mjs')
ensureChromium()
const { build } = await import('./steps.mjs')
build()
process.env.SOAK = '1'
tool('vitest', [
  'run',
  '--testTimeout',
  '3600000',
  'core/src/formats/hostile.test.ts',
  'core/src/tune/chart/fuzz.test.ts',
  'server/src/http/hostile.test.ts',
  'server/src/main.test.ts',
])
run('npm', ['run', '--silent', 'e2e', '-w', 'e2e', '--', 'notation.spec.ts'])
run('npm', ['run', '--silent', 'e2e', '-w', 'e2e', '--', 'safety.spec.ts', '--repeat-each', '10'])
