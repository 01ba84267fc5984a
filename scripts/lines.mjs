// npm run lines -- chart.txt … writes and judges lines over a chart; npm run lines:report measures many of
// them against their targets; npm run lines:pairs prints composed lines beside hand-written ones, shuffled.
import { ensureInstalled, run, tool } from './project.mjs'

ensureInstalled()
const { build } = await import('./steps.mjs')
build(['core', 'demo'])
const [what = 'lines', ...rest] = process.argv.slice(2)
tool('tsc', ['-p', 'bench/tsconfig.build.json'])
run(process.execPath, [`bench/dist/bench/src/lines/${what}.js`, ...rest])
