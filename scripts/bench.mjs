// npm run bench: measures speed and prints ratios; nothing here is a test.
import { ensureInstalled, tool } from './house.mjs'

ensureInstalled()
const { build } = await import('./steps.mjs')
build()
tool('tsx', ['--tsconfig', 'bench/tsconfig.json', 'bench/src/main.ts', ...process.argv.slice(2)])
