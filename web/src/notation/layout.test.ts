import { barStarts, readChart } from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import { layoutSystems } from './layout.ts'

const outcome = readChart('| Dm7 | G7 | Cmaj7 | A7 | Dm7 | G7 |')
if (!outcome.ok) throw new Error('unread')
const chart = outcome.value

describe('layoutSystems', () => {
  it('puts four bars in a row where they fit, fewer where they do not, and every bar once', () => {
    const bars = (width: number) =>
      layoutSystems(chart, { from: 0, to: 5 }, width, { signature: -5 }).map(({ from, to }) => [from, to])
    expect(bars(792)).toEqual([
      [0, 3],
      [4, 5],
    ])
    expect(bars(500)).toEqual([
      [0, 1],
      [2, 3],
      [4, 5],
    ])
    expect(bars(200)).toHaveLength(6)
  })

  it('has the time at the first bar and where the meter changes, and room for it before the first note', () => {
    const changing = readChart('| C | (3/4) F | G | (4/4) C |')
    if (!changing.ok) throw new Error('unread')
    const [layout] = layoutSystems(changing.value, { from: 0, to: 3 }, 792, { signature: 0 })
    expect([0, 1, 2, 3].map(layout!.timeAt)).toEqual([true, true, false, true])
    const starts = barStarts(changing.value)
    const room = (bar: number) => layout!.xOf(starts[bar]!) - layout!.barX(bar)
    expect(room(1)).toBeGreaterThan(room(2) + 15)
    expect(room(3)).toBe(room(1))
    // A stretch that begins later shows the time that it begins in.
    expect(layoutSystems(changing.value, { from: 2, to: 2 }, 792, { signature: 0 })[0]!.timeAt(2)).toBe(true)
  })

  it('places ticks from left to right, each inside its bar', () => {
    for (const layout of layoutSystems(chart, { from: 0, to: 5 }, 792, { signature: 3 })) {
      const starts = barStarts(chart)
      let before = -1
      for (let tick = layout.start; tick < layout.end; tick += 240) {
        const x = layout.xOf(tick)
        const bar = starts.findLastIndex((start) => start <= tick)
        expect(x).toBeGreaterThan(before)
        expect(x).toBeGreaterThan(layout.barX(bar))
        expect(x).toBeLessThan(layout.barX(bar + 1))
        before = x
      }
    }
  })
})
