// npm run bench: measures speed and prints ratios; nothing here is a test.
import { ensureInstalled, run, tool } from './house.mjs'

ensureInstalled()
run('npm', ['run', '--silent', 'build', '-w', 'core'])
tool('tsx', ['--tsconfig', 'bench/tsconfig.json', 'bench/src/main.ts', ...process.argv.slice(2)])
