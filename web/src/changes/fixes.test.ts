import { readChart } from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import { applyFix, fixesOf, offsetOf } from './fixes.ts'

const fixed = (text: string): string => {
  const outcome = readChart(text)
  if (outcome.ok) return text
  const fix = fixesOf(text, outcome.problems[0]!)[0]
  if (!fix) throw new Error('no fix')
  return applyFix(text, fix)
}

describe('fixesOf', () => {
  it.each([
    ['| Dm7 | Gmaj77 |', '| Dm7 | Gmaj7 |'],
    ['key: H\n| C |', 'key: Eb major\n| C |'],
    ['title: x\ntempo: fast\n| C |', 'title: x\ntempo: 140\n| C |'],
    ['| C | (7/9) F |', '| C | (3/4) F |'],
  ])('%s becomes %s', (text, wanted) => {
    expect(fixed(text)).toBe(wanted)
    expect(readChart(fixed(text)).ok).toBe(true)
  })

  it('fixes one problem after the other until the chart can be read', () => {
    let text = 'key: X\ntempo: 9\n| Dm7q | G7 | Cmaj7x |'
    for (let step = 0; step < 6 && !readChart(text).ok; step += 1) text = fixed(text)
    expect(readChart(text).ok).toBe(true)
  })

  it('offers the nearest chord symbols, each of which can be read', () => {
    const outcome = readChart('| Dm7 | Gmaj77 |')
    if (outcome.ok) throw new Error('read')
    const fixes = fixesOf('| Dm7 | Gmaj77 |', outcome.problems[0]!)
    expect(fixes.length).toBe(3)
    for (const fix of fixes) expect(readChart(applyFix('| Dm7 | Gmaj77 |', fix)).ok).toBe(true)
  })

  it('has none where there is none, and finds places in later lines', () => {
    const outcome = readChart('| C |\n| F:9 |')
    expect(outcome.ok).toBe(false)
    if (outcome.ok) return
    expect(fixesOf('', outcome.problems[0]!)).toEqual([])
    expect(offsetOf('| C |\n| F:9 |', outcome.problems[0]!)).toBe(8)
  })
})
