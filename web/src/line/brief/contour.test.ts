import { readChart } from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import { contourTicks, drawnOver, withHeight } from './contour.ts'

const outcome = readChart('| Cmaj7 | Dm7 | G7 |')
if (!outcome.ok) throw new Error('the chart cannot be read')
const ticks = contourTicks(outcome.value, { from: 0, to: 2 })

describe('a contour', () => {
  it('has two points a bar', () => {
    expect(ticks).toEqual([0, 960, 1920, 2880, 3840, 4800])
  })

  it('is level around one point, follows several, and keeps what was not drawn over', () => {
    expect(drawnOver(ticks, [], [{ tick: 1000, midi: 67 }]).map(({ midi }) => midi)).toEqual(
      new Array(6).fill(67),
    )
    const rising = drawnOver(
      ticks,
      [],
      [
        { tick: 0, midi: 60 },
        { tick: 4800, midi: 70 },
      ],
    )
    expect(rising.map(({ midi }) => midi)).toEqual([60, 62, 64, 66, 68, 70])
    const bent = drawnOver(ticks, rising, [
      { tick: 2900, midi: 50 },
      { tick: 1900, midi: 54 },
    ])
    expect(bent.map(({ midi }) => midi)).toEqual([60, 62, 54, 50, 68, 70])
    expect(drawnOver(ticks, rising, [])).toBe(rising)
  })

  it('is bent at a point', () => {
    const level = drawnOver(ticks, [], [{ tick: 0, midi: 60 }])
    expect(withHeight(level, 1920, 72).map(({ midi }) => midi)).toEqual([60, 60, 72, 60, 60, 60])
  })
})
