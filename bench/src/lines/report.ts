import { keepsTo, TARGETS } from '@eager-contour/core'
import { measureMany } from './many.ts'

const LINES = 200

const { measures, pairs } = measureMany(LINES)
let missed = 0
for (const target of TARGETS) {
  const figure = target.figure(measures)
  const kept = keepsTo(target, figure)
  if (!kept) missed += 1
  const wanted = [
    target.least === undefined ? '' : `at least ${target.least}`,
    target.most === undefined ? '' : `at most ${target.most}`,
  ]
  console.log(
    `${kept ? '  ' : '✗ '}${target.what.padEnd(52)} ${figure.toFixed(2).padStart(7)}   ${wanted.filter(Boolean).join(', ')}`,
  )
}
const differ = (100 * pairs.filter((apart) => apart >= 0.5).length) / pairs.length
if (differ < 100) missed += 1
console.log(
  `${differ < 100 ? '✗ ' : '  '}${'two lines of one answer that differ in half, %'.padEnd(52)} ${differ.toFixed(2).padStart(7)}   at least 100`,
)
console.log(`\n${measures.length} lines, ${missed === 0 ? 'all targets kept' : `${missed} targets missed`}`)
process.exitCode = missed === 0 ? 0 : 1
