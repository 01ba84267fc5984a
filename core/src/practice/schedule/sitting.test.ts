import { describe, expect, it } from 'vitest'
import { rungOf } from '../drill/rungs.ts'
import { partsOf, piecesOf, sequenceOf } from './pieces.ts'
import { playedAt, restDue } from './rest.ts'

const minutes = (count: number): number => count * 60_000

describe('a sitting', () => {
  it('is due after the minutes that the player chose, not before; after a pause the count restarts', () => {
    let sitting = playedAt(undefined, 0)
    for (let at = 1; at <= 24; at += 1) sitting = playedAt(sitting, minutes(at))
    expect(restDue(sitting, 25, minutes(24))).toBeUndefined()
    sitting = playedAt(sitting, minutes(26))
    expect(restDue(sitting, 25, minutes(26))).toBe(26)
    expect(restDue(sitting, 0, minutes(26))).toBeUndefined()
    expect(restDue(sitting, 25, minutes(40))).toBeUndefined()
    expect(playedAt(sitting, minutes(40)).from).toBe(minutes(40))
  })
})

describe('piecesOf', () => {
  it('drills the halves, then the whole', () => {
    expect(piecesOf({ from: 4, to: 11 }, 'halves')).toEqual([
      { from: 4, to: 7 },
      { from: 8, to: 11 },
      { from: 4, to: 11 },
    ])
    expect(piecesOf({ from: 0, to: 2 }, 'halves')).toEqual([
      { from: 0, to: 1 },
      { from: 2, to: 2 },
      { from: 0, to: 2 },
    ])
  })

  it('loops a fixed number of bars; the last part may be shorter; a short stretch stays whole', () => {
    expect(piecesOf({ from: 0, to: 4 }, '2').map(({ from, to }) => [from, to])).toEqual([
      [0, 1],
      [2, 3],
      [4, 4],
      [0, 4],
    ])
    expect(piecesOf({ from: 0, to: 3 }, '8')).toEqual([{ from: 0, to: 3 }])
    expect(piecesOf({ from: 0, to: 0 }, 'halves')).toEqual([{ from: 0, to: 0 }])
    expect(piecesOf({ from: 0, to: 3 }, '1')).toHaveLength(5)
  })
})

describe('sequenceOf', () => {
  it('plays in each piece the half of a figure below, then above, then all of it', () => {
    const name = (variant: number) => rungOf('enclosures').variants[variant]!.name
    const parts = partsOf('enclosures', 10)
    expect(parts.map(name)).toEqual([
      'the half below around the 5, on the beat',
      'the half above around the 5, on the beat',
      'three around the 5, on the beat',
    ])
    expect(partsOf('enclosures', parts[0]!)).toEqual([parts[0]])
    expect(partsOf('outline-up', 1)).toEqual([1])
    const steps = sequenceOf({ from: 0, to: 3 }, 'halves', parts)
    expect(steps).toHaveLength(9)
    expect(steps.slice(0, 4).map(({ stretch, variant }) => [stretch.from, stretch.to, variant])).toEqual([
      [0, 1, parts[0]],
      [0, 1, parts[1]],
      [0, 1, parts[2]],
      [2, 3, parts[0]],
    ])
  })
})
