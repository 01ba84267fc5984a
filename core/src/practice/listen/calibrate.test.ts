import { describe, expect, it } from 'vitest'
import { normalFrom, randomFrom } from '../../random/random.ts'
import { gateFor, hearsBand, latencyOf, tuningFrom } from './calibrate.ts'

const CLICKS = Array.from({ length: 8 }, (_, at) => 1000 + at * 700)

describe('latencyOf', () => {
  it.each([0, 12, 85, 240, 400])('finds %i ms in the notes of a player who strays by 15', (latency) => {
    const random = randomFrom(latency + 1)
    const onsets = CLICKS.map((click) => click + latency + 15 * normalFrom(random))
    const found = latencyOf(CLICKS, onsets)!
    expect(Math.abs(found.latencyMs - latency)).toBeLessThan(15)
    expect(found.notes).toBe(8)
    expect(found.spreadMs).toBeLessThan(25)
  })

  it('finds it too where two notes were left out, and where one came twice', () => {
    const onsets = [...CLICKS.slice(2).map((click) => click + 50), CLICKS[4]! + 250].sort((a, b) => a - b)
    expect(latencyOf(CLICKS, onsets)!.latencyMs).toBeCloseTo(50)
  })

  it('gives no result for too few notes, or for notes that don’t follow the click', () => {
    expect(latencyOf(CLICKS, CLICKS.slice(0, 4))).toBeUndefined()
    expect(
      latencyOf(
        CLICKS,
        CLICKS.map((click, at) => click + ((at * 263) % 700)),
      ),
    ).toBeUndefined()
    expect(latencyOf([], [1, 2, 3])).toBeUndefined()
  })
})

describe('the gate and the band', () => {
  it('lies over the room, and never over soft notes', () => {
    expect(gateFor([])).toBeCloseTo(0.003)
    expect(gateFor([0.004, 0.006])).toBeCloseTo(0.015)
    expect(gateFor([0.5])).toBe(0.08)
  })

  it('tells a band on loudspeakers from one in headphones', () => {
    expect(hearsBand([0.002, 0.003], [0.02, 0.03, 0.025])).toBe(true)
    expect(hearsBand([0.002, 0.003], [0.002, 0.0035, 0.003])).toBe(false)
    expect(hearsBand([], [])).toBe(false)
  })
})

describe('tuningFrom', () => {
  it('follows equal temperament: 100 cents over 440 is 466.16 (ISO 16, and A♯4)', () => {
    expect(tuningFrom(440, [])).toBe(440)
    expect(tuningFrom(440, [-20, -20, -21])).toBe(435)
    expect(tuningFrom(440, [100])).toBe(466)
    expect(tuningFrom(440, [-102])).toBe(415)
  })
})
