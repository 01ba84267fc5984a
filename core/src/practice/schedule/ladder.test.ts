import { describe, expect, it } from 'vitest'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { rungOf } from '../drill/rungs.ts'
import type { RunVerdict } from '../grade/rules.ts'
import { type KeyOrder, keysInOrderOf, ladderCell } from './ladder.ts'

const RUNG = rungOf('outline-up')
const NOW = new Date('2026-11-25T12:00:00Z')
const runs = (...verdicts: readonly (readonly [RunVerdict, number])[]) =>
  verdicts.map(([verdict, daysAgo]) => ({
    verdict,
    tempo: 100,
    playedAt: new Date(NOW.getTime() - daysAgo * 86_400_000).toISOString(),
  }))

describe('a cell of the ladder', () => {
  it('has the last verdict, is not due after it held, longer each time it held, and fades with the clock alone', () => {
    const state = (...all: readonly (readonly [RunVerdict, number])[]) =>
      ladderCell(RUNG, runs(...all), NOW).state
    expect(state()).toBe('not tried')
    expect(state(['again', 0])).toBe('again')
    expect(state(['solid', 0.5])).toBe('not due')
    expect(state(['solid', 10])).toBe('solid')
    expect(state(['solid', 14], ['solid', 10])).toBe('not due')
    expect(state(['move on', 7])).toBe('not due')
    expect(state(['solid', 400])).toBe('fading')
    expect(state(['again', 400])).toBe('again')
    expect(state(['move on', 0.1], ['close', 0])).toBe('close')
  })

  it('knows the tempo that comes next', () => {
    expect(ladderCell(RUNG, runs(['solid', 2], ['solid', 1]), NOW)).toMatchObject({ runs: 2, tempo: 107 })
    expect(ladderCell(RUNG, [], NOW).tempo).toBe(60)
  })
})

describe('keysInOrderOf', () => {
  const tonics = (order: KeyOrder, seed?: number) =>
    keysInOrderOf({ tonic: 'C', mode: 'major' }, order, seed).map(({ tonic }) => tonic)

  it('orders keys by fourths, half steps and thirds (common practice, no source), and at random', () => {
    expect(tonics('fourths').join(' ')).toBe('C F Bb Eb Ab Db Gb B E A D G')
    expect(tonics('half steps').slice(0, 4)).toEqual(['C', 'Db', 'D', 'Eb'])
    expect(tonics('thirds').slice(0, 6).join(' ')).toBe('C E Ab Db F A')
    expect(tonics('random', 3)).toEqual(tonics('random', 3))
    expect(tonics('random', 3)).not.toEqual(tonics('random', 4))
  })

  it('has every key once', () => {
    for (const order of ['fourths', 'half steps', 'thirds', 'random'] as const)
      for (const mode of ['major', 'minor'] as const) {
        const keys = keysInOrderOf({ tonic: 'Eb', mode }, order, 7)
        expect(new Set(keys.map(({ tonic }) => pitchClassOf(fifthsOf(tonic)))).size).toBe(12)
        expect(keys[0]!.tonic).toBe('Eb')
      }
  })
})
