// Checks that imports run one way: between workspaces, between core's folders, and between web's layers. The check must find every error of a broken fixture.
import { spawnSync } from 'node:child_process'
import { cpSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { transformSync } from '@swc/core'
import { ROOT } from './project.mjs'

/**
 * @typedef {{ rule: { name: string }, from: string, to: string }} Violation
 * @typedef {{ edges: number, violations: Violation[] }} Cruise
 */

/**
 * @param {string} folder
 * @param {string} config
 * @returns {Cruise}
 */
const cruise = (folder, config) => {
  const { stdout, stderr, status } = spawnSync(
    join(ROOT, 'node_modules/.bin/depcruise'),
    ['--config', config, '--output-type', 'json', folder],
    { cwd: ROOT, encoding: 'utf8', maxBuffer: 64_000_000 },
  )
  if (!stdout) {
    console.error(`dependency-cruiser said nothing of ${folder}: ${stderr}`)
    process.exit(status || 1)
  }
  const { modules, summary } = JSON.parse(stdout)
  return {
    edges: modules.reduce(
      (/** @type {number} */ sum, /** @type {{ dependencies: unknown[] }} */ module) =>
        sum + module.dependencies.length,
      0,
    ),
    violations: summary.violations,
  }
}

/**
 * dependency-cruiser's parser reads no JSX: makes a copy of the folder with JSX compiled away and every import kept.
 * @param {string} from
 * @param {string} to
 */
const withoutJsx = (from, to) => {
  rmSync(join(ROOT, to), { recursive: true, force: true })
  cpSync(join(ROOT, from), join(ROOT, to), { recursive: true })
  const files = readdirSync(join(ROOT, to), { recursive: true, encoding: 'utf8' }).filter((file) =>
    file.endsWith('.tsx'),
  )
  for (const file of files) {
    const path = join(ROOT, to, file)
    const { code } = transformSync(readFileSync(path, 'utf8').replace(/^import type /gm, 'import '), {
      configFile: false,
      swcrc: false,
      jsc: {
        parser: { syntax: 'typescript', tsx: true },
        target: 'es2022',
        transform: { react: { runtime: 'automatic' }, verbatimModuleSyntax: true },
      },
    })
    writeFileSync(path, code)
  }
  return to
}

/** @param {Violation} violation */
const say = ({ rule, from, to }) => `  ${rule.name}: ${from} imports ${to}`

// The fixture repeats the folders with one wrong import per rule.
const broken = cruise('scripts/fixtures/broken', 'scripts/layers.fixture.cjs')
const expected = [
  'core-order',
  'explain-not-compose',
  'core-alone',
  'web-order',
  'features-apart',
  'workspaces-one-way',
]
const unseen = expected.filter((name) => !broken.violations.some(({ rule }) => rule.name === name))
if (unseen.length > 0) {
  console.error(
    `The layer check does not see what it must: ${unseen.join(', ')} not found in the broken fixture.`,
  )
  process.exit(1)
}

const folders = [
  'core/src',
  'contract/src',
  'server/src',
  withoutJsx('web/src', 'web/.layers'),
  'demo/src',
  'bench/src',
  'e2e/tests',
]
const whole = folders.map((folder) => cruise(folder, 'scripts/layers.cjs'))
rmSync(join(ROOT, 'web/.layers'), { recursive: true, force: true })
const edges = whole.reduce((sum, { edges: count }) => sum + count, 0)
const violations = whole.flatMap(({ violations: found }) => found)
for (const violation of violations) console.error(say(violation))
if (edges < 300) {
  console.error(`Only ${edges} imports were read: the check does not see the project.`)
  process.exit(1)
}
if (violations.length > 0) process.exit(1)
console.log(
  `Layers: ${edges} imports run the right way; the broken fixture was found out (${broken.violations.length} times).`,
)
