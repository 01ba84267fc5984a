// npm run soak: the long form of the tests that attack: hundreds of kills, a hundred thousand damaged files and requests.
import { ensureInstalled, tool } from './project.mjs'

ensureInstalled()
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
