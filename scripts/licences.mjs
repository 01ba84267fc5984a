// npm run licences: the licence of every package that ships, and which packages run a script when they are installed.
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from './project.mjs'

/** Licences without conditions on what they are combined with. */
const ALLOWED = new Set([
  '0BSD',
  'Apache-2.0',
  'BSD-2-Clause',
  'BSD-3-Clause',
  'BlueOak-1.0.0',
  'CC0-1.0',
  'ISC',
  'MIT',
  'OFL-1.1',
  'Unlicense',
])
/** Packages that may run a script at their installation: they compile or unpack a program. */
const MAY_RUN = new Set(['better-sqlite3', 'esbuild', '@swc/core', 'fsevents', 'gl'])

/**
 * @typedef {object} Locked
 * @property {string} [version]
 * @property {boolean} [dev]
 * @property {boolean} [link]
 * @property {boolean} [hasInstallScript]
 * @property {string} [license]
 */

/** @type {Record<string, Locked>} */
const packages = JSON.parse(readFileSync(join(ROOT, 'package-lock.json'), 'utf8')).packages

/** @param {string} path */
const licenceOf = (path) => {
  const file = join(ROOT, path, 'package.json')
  if (!existsSync(file)) return undefined
  const { license, licenses } = JSON.parse(readFileSync(file, 'utf8'))
  return license?.type ?? license ?? licenses?.[0]?.type
}

/**
 * Whether one of the licences offered (A OR B), or all that hold at once (A AND B), are allowed.
 * @param {string} licence
 * @returns {boolean}
 */
const isAllowed = (licence) => {
  const bare = licence.replace(/^\(|\)$/g, '')
  if (bare.includes(' AND ')) return bare.split(' AND ').every(isAllowed)
  return bare.split(' OR ').some((one) => ALLOWED.has(one.trim()))
}

const problems = []
let shipped = 0
for (const [path, { dev, link, hasInstallScript, license }] of Object.entries(packages)) {
  const name = path.split('node_modules/').at(-1) ?? ''
  if (!path.includes('node_modules/') || link) continue
  if (hasInstallScript && !MAY_RUN.has(name)) problems.push(`${name} runs a script when it is installed`)
  if (dev) continue
  const licence = licenceOf(path) ?? license
  // An optional package of another system is not installed here.
  if (licence === undefined && !existsSync(join(ROOT, path))) continue
  shipped += 1
  if (!licence || !isAllowed(licence))
    problems.push(`${name} is under ${licence ?? 'no licence that is stated'}`)
}
if (problems.length > 0) {
  console.error(problems.join('\n'))
  process.exit(1)
}
console.log(`Licences: ${shipped} packages that ship, each under one of ${[...ALLOWED].sort().join(', ')}.`)
