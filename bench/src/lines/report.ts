import { parseArgs } from 'node:util'
import { keepsTo, TARGETS } from '@eager-contour/core'
import { composeMany } from './many.ts'

const { values } = parseArgs({ options: { seeds: { type: 'string', default: '10' } } })
const seeds = Number(values.seeds)

/** One row for each target of a style: the figure, its band, and a mark where it is out. */
const report = (style: 'solo' | 'eighths'): number => {
  const lines = composeMany(style, seeds)
  console.log(`\n${style}: ${lines.length} lines`)
  let out = 0
  for (const target of TARGETS) {
    const band = target[style]
    if (!band) continue
    const figure = target.figure(lines)
    const kept = keepsTo(band, figure)
    if (!kept) out += 1
    const [least, most] = band
    const wanted = [
      least === undefined ? '' : `at least ${least}`,
      most === undefined ? '' : `at most ${most}`,
    ].filter(Boolean)
    console.log(
      `${kept ? '  ' : '✗ '}${target.what.padEnd(58)} ${figure.toFixed(2).padStart(7)}   ${wanted.join(', ')}`,
    )
  }
  console.log(`${out === 0 ? 'all targets kept' : `${out} targets missed`}`)
  return out
}

process.exitCode = report('solo') + report('eighths') === 0 ? 0 : 1
