import type { TallyAnswer } from '@eager-contour/contract'
import { describe, expect, it } from 'vitest'
import { allPlaces, timingWords, weakPlaces } from './weakPlaces.ts'

const tally = (name: string, right: number, notes: number, before: readonly [number, number] = [0, 0]) =>
  ({
    ...{ kind: 'degree', name, right, notes, offMs: 0, timed: 0 },
    before: { right: before[0], notes: before[1] },
    last: { tune: 'tune-0001', rung: 'roots', key: 'C major', stretch: { from: 0, to: 1 } },
  }) as TallyAnswer

describe('weakPlaces', () => {
  it('has what is under the average with enough notes, weakest first, with its trend', () => {
    const rows = [
      tally('R', 100, 100),
      tally('b3', 60, 100, [40, 100]),
      tally('5', 30, 60, [40, 60]),
      tally('b7', 10, 19),
      tally('9', 66, 100, [5, 10]),
    ]
    expect(weakPlaces(rows, 'degree', 5).map(({ name, percent, trend }) => [name, percent, trend])).toEqual([
      ['5', 50, 'worse'],
      ['b3', 60, 'better'],
      ['9', 66, undefined],
    ])
    expect(weakPlaces(rows, 'degree', 5)[0]).toMatchObject({ average: 70, percentBefore: 67 })
    expect(weakPlaces(rows, 'degree', 1)).toHaveLength(1)
    expect(allPlaces(rows, 'degree').map(({ name }) => name)).toEqual(['5', 'b3', '9', 'R'])
    expect(weakPlaces(rows, 'key', 5)).toEqual([])
    expect(weakPlaces([], 'degree', 5)).toEqual([])
  })

  it('says how early or late the notes are', () => {
    expect(timingWords({ offMs: 0, timed: 0 })).toBe('on the beat')
    expect(timingWords({ offMs: 240, timed: 10 })).toBe('24 ms late')
    expect(timingWords({ offMs: -240, timed: 10 })).toBe('24 ms early')
  })
})
