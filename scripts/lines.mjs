// npm run lines -- chart.txt … writes and judges lines over a chart; npm run lines:report measures many of them.
import { ensureInstalled, tool } from './house.mjs'

ensureInstalled()
const { build } = await import('./steps.mjs')
build()
const [what = 'lines', ...rest] = process.argv.slice(2)
tool('tsx', ['--tsconfig', 'bench/tsconfig.json', `bench/src/lines/${what}.ts`, ...rest])
