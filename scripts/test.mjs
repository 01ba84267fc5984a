// npm test: installs what is missing, then lint, types, layers, licences, unused code, unit tests, and end-to-end tests in Chromium.
import { mkdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { ensureInstalled, ROOT, run, tool } from './project.mjs'

ensureInstalled()
const { ensureChromium } = await import('./chromium.mjs')
ensureChromium()
const { build } = await import('./steps.mjs')

/**
 * @param {string} name
 * @param {() => void} work
 */
const step = (name, work) => {
  console.log(`\n— ${name}`)
  work()
}
const results = join(ROOT, 'test-results')
mkdirSync(results, { recursive: true })
const unitFile = join(results, 'unit.json')
const e2eFile = join(results, 'e2e.json')

step('lint', () => tool('biome', ['check', '.']))
step('build', build)
step('types', () => run(process.execPath, ['scripts/types.mjs']))
step('layers', () => run(process.execPath, ['scripts/layers.mjs']))
step('licences', () => run(process.execPath, ['scripts/licences.mjs']))
step('unused code', () => tool('knip', ['--no-progress']))
step('unit tests', () =>
  tool('vitest', ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${unitFile}`]),
)
step('end-to-end tests', () =>
  run('npm', ['run', '--silent', 'e2e', '-w', 'e2e'], { env: { PLAYWRIGHT_JSON_OUTPUT_NAME: e2eFile } }),
)

const unit = JSON.parse(readFileSync(unitFile, 'utf8'))
const { stats } = JSON.parse(readFileSync(e2eFile, 'utf8'))
const passed = unit.numPassedTests + stats.expected + stats.flaky
const failed = unit.numFailedTests + stats.unexpected
console.log(`\nAll passed: ${unit.numPassedTests} unit and ${stats.expected + stats.flaky} end-to-end tests.`)
console.log(`tests: ${passed} passed, ${failed} failed`)
