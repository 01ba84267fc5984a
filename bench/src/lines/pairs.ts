import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { composeLines, type Line } from '@eager-contour/core'
import { handLines } from '../../../core/test/handLines.ts'

const { values } = parseArgs({
  options: { seed: { type: 'string', default: '1' }, count: { type: 'string', default: '16' } },
})
const seed = Number(values.seed)

/** Notes by name, a bar a group: X an eighth, X_ a quarter, X. a dotted quarter, X__ a half; r a rest; ( ) a triplet. */
const LENGTHS: readonly (readonly [number, string])[] = [
  [960, '__'],
  [720, '.'],
  [480, '_'],
  [240, ''],
  [160, 't'],
  [120, '='],
]
const BAR = 1920

const textOf = ({ notes }: Line, bars: number): string => {
  let text = ''
  let at = 0
  const restTo = (end: number) => {
    while (at < end) {
      const barEnd = (Math.floor(at / BAR) + 1) * BAR
      const [length, mark] = LENGTHS.find(([ticks]) => ticks <= Math.min(end, barEnd) - at) ?? [end - at, '']
      text += `r${mark} `
      at += length
      if (at % BAR === 0 && at < bars * BAR) text += '| '
    }
  }
  for (const { start, duration, spelling } of notes) {
    restTo(start)
    const mark = LENGTHS.find(([ticks]) => ticks <= duration)?.[1] ?? ''
    text += `${spelling}${mark} `
    const before = Math.floor(at / BAR)
    at = start + duration
    if (Math.floor(at / BAR) > before && at < bars * BAR) text += '| '
  }
  restTo(bars * BAR)
  return text.trim()
}

/** A fixed order for a seed. */
const order = (count: number): readonly number[] => {
  let state = seed * 2654435761
  const next = () => {
    state = (Math.imul(state ^ (state >>> 15), 2246822519) + 374761393) >>> 0
    return state / 2 ** 32
  }
  return Array.from({ length: count }, (_, at) => ({ at, key: next() }))
    .sort((a, b) => a.key - b.key)
    .map(({ at }) => at)
}

const hands = handLines(readFileSync(join(process.cwd(), 'core/test/reference/hand-lines.txt'), 'utf8'))
const picked = order(hands.length).slice(0, Number(values.count))
const key: string[] = []
picked.forEach((index, place) => {
  const { analysis, line, changes } = hands[index]!
  const heights = line.notes.map(({ midi }) => midi)
  const middle = Math.round((Math.min(...heights) + Math.max(...heights)) / 2)
  const bars = analysis.chart.bars.length
  const composed = composeLines(analysis, {
    stretch: { from: 0, to: bars - 1 },
    seed: seed + place,
    count: 1,
    range: { low: middle - 14, comfortLow: middle - 9, comfortHigh: middle + 9, high: middle + 14 },
    breathBars: 4,
  }).lines[0]!.line
  const composedFirst = order(2 + place)[0]! % 2 === 0
  const [a, b] = composedFirst ? [composed, line] : [line, composed]
  console.log(`\n${place + 1}.  ${changes.replaceAll('\n', '  ')}`)
  console.log(`   A  ${textOf(a, bars)}`)
  console.log(`   B  ${textOf(b, bars)}`)
  key.push(`${place + 1} ${composedFirst ? 'A' : 'B'}`)
})
console.log('\n\n\n\nThe key: the composed line of each pair.')
console.log(key.join('   '))
