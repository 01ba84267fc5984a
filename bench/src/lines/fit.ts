import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { keepsTo, LINE_COSTS, TARGETS, type Target } from '@eager-contour/core'
import { measureMany } from './many.ts'

const TERMS = join(process.cwd(), 'core/src/line/cost/terms.ts')
/** How far inside its range a figure should be, as a share of the range (or of the figure, if one side is open). */
const MARGIN = 0.12
/** The change of a weight at first, and at last. */
const FIRST_STEP = 0.3
const LAST_STEP = 0.08

const { values } = parseArgs({
  options: {
    lines: { type: 'string', default: '60' },
    passes: { type: 'string', default: '2' },
    write: { type: 'boolean' },
  },
})
const lines = Number(values.lines)

/** The weights that are fitted: single numbers. The mix of intervals is fitted size by size. */
const FITTED = [
  'backAndForth',
  'weakBeatForeign',
  'beatOutside',
  'jumpIntoChange',
  'overusedShape',
  'openLeap',
  'hadAlready',
  'noise',
] as const

type Weights = Record<(typeof FITTED)[number], number> & { readonly interval: number[] }
const weights = LINE_COSTS as unknown as Weights

/** How far a figure is outside the inner part of its range: 0 inside. */
const outside = ({ least, most }: Target, figure: number): number => {
  const width = (most ?? 100) - (least ?? 0)
  const open = least === undefined || most === undefined || least >= 99 || most <= 3
  const inner = open ? 0 : MARGIN * width
  const low = least === undefined ? Number.NEGATIVE_INFINITY : least + inner
  const high = most === undefined ? Number.POSITIVE_INFINITY : most - inner
  return Math.max(0, low - figure, figure - high) / Math.max(1, width)
}

const lossNow = (): number => {
  const { measures } = measureMany(lines)
  return TARGETS.reduce((sum, target) => sum + outside(target, target.figure(measures)) ** 2, 0)
}

interface Knob {
  readonly name: string
  readonly get: () => number
  readonly set: (value: number) => void
}

const KNOBS: readonly Knob[] = [
  ...FITTED.map((name) => ({
    name,
    get: () => weights[name],
    set: (value: number) => {
      weights[name] = value
    },
  })),
  ...weights.interval.slice(0, 10).map((_, size) => ({
    name: `interval ${size}`,
    get: () => weights.interval[size]!,
    set: (value: number) => {
      weights.interval[size] = value
    },
  })),
]

/** Changes each weight up and down in turn and keeps what brings the figures closer to the middle of their ranges. */
const fit = (): number => {
  let loss = lossNow()
  console.log(
    `${lines} lines a try, ${KNOBS.length} weights; to begin with ${loss.toExponential(2)} off the bands`,
  )
  const passes = Number(values.passes)
  for (let pass = 0; pass < passes && loss > 0; pass += 1) {
    const step = passes === 1 ? LAST_STEP : FIRST_STEP + ((LAST_STEP - FIRST_STEP) * pass) / (passes - 1)
    for (const { name, get, set } of KNOBS) {
      const before = get()
      for (const factor of [1 + step, 1 / (1 + step)]) {
        set(Math.round(before * factor * 100) / 100)
        const tried = lossNow()
        if (tried < loss - 1e-9) {
          console.log(`  ${name} ${before} → ${get()}: ${loss.toExponential(2)} → ${tried.toExponential(2)}`)
          loss = tried
          break
        }
        set(before)
      }
      if (loss === 0) break
    }
  }
  return loss
}

/** Writes the weights into their table. */
const write = (): void => {
  let text = readFileSync(TERMS, 'utf8')
  for (const name of FITTED) text = text.replace(new RegExp(`(\\n  ${name}: )[\\d.]+`), `$1${weights[name]}`)
  text = text.replace(/(\n {2}interval: \[)[^\]]*/, `$1${weights.interval.join(', ')}`)
  writeFileSync(TERMS, text)
  console.log(`Written: ${TERMS}`)
}

const loss = fit()
const { measures } = measureMany(lines)
const missed = TARGETS.filter((target) => !keepsTo(target, target.figure(measures)))
for (const target of missed) console.log(`✗ ${target.what} ${target.figure(measures).toFixed(2)}`)
console.log(`${loss.toExponential(2)} off the bands, ${missed.length} targets missed`)
if (values.write) write()
else console.log('Nothing was written: npm run lines:fit -- --write writes the weights into their table.')
