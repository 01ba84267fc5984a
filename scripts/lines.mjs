// npm run lines -- chart.txt … writes and judges lines over a chart; npm run lines:report measures many of them.
import { ensureInstalled, run, tool } from './house.mjs'

ensureInstalled()
const { build } = await import('./steps.mjs')
build()
const [what = 'lines', ...rest] = process.argv.slice(2)
tool('tsc', ['-p', 'bench/tsconfig.build.json'])
run(process.execPath, [`bench/dist/bench/src/lines/${what}.js`, ...rest])
