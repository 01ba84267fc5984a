// npm run bench: measures speed and prints ratios; nothing here is a test.
import { ensureInstalled, run, tool } from './project.mjs'

ensureInstalled()
const { build } = await import('./steps.mjs')
build()
// Compiled, not run from its source: otherwise the loader's function wrappers would be measured too.
tool('tsc', ['-p', 'bench/tsconfig.build.json'])
run(process.execPath, ['--expose-gc', 'bench/dist/bench/src/main.js', ...process.argv.slice(2)])
