import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Band } from '../audio/band.ts'
import { BEAT, LEAD_SECONDS, playClicks } from './clicks.ts'

/** A band whose clock goes as fast as it is told, in seconds a second. */
const bandAt = (speed: () => number) => {
  let clock = 0
  const timer = setInterval(() => {
    clock += 0.01 * speed()
  }, 10)
  const band = { play: vi.fn(), startsAt: () => LEAD_SECONDS, clock: () => clock }
  return { band: band as unknown as Band, timer, clock: () => clock, play: band.play }
}

describe('the clicks', () => {
  beforeEach(() => {
    vi.useFakeTimers()
  })
  afterEach(() => {
    vi.useRealTimers()
  })

  it('are four to count in and eight to play on, one beat apart', () => {
    const { band, play, timer } = bandAt(() => 1)
    const { at } = playClicks(band)
    expect(play.mock.calls[0]![0].events).toHaveLength(12)
    expect(at).toHaveLength(8)
    expect(at[0]).toBeCloseTo(LEAD_SECONDS + 4 * BEAT)
    expect(at[7]! - at[0]!).toBeCloseTo(7 * BEAT)
    clearInterval(timer)
  })

  it('are over a beat after the last has sounded, also where the sound stood still for seconds', async () => {
    let speed = 1
    const { band, clock, timer } = bandAt(() => speed)
    const { at, ends } = playClicks(band)
    let over = false
    void ends.then(() => {
      over = true
    })
    await vi.advanceTimersByTimeAsync(4000)
    speed = 0
    await vi.advanceTimersByTimeAsync(6000)
    speed = 1
    await vi.advanceTimersByTimeAsync((at[7]! + BEAT - clock()) * 1000 - 50)
    expect(over).toBe(false)
    await vi.advanceTimersByTimeAsync(2 * BEAT * 1000)
    expect(over).toBe(true)
    clearInterval(timer)
  })

  it('are given up where the sound never comes back', async () => {
    const { band, timer } = bandAt(() => 0)
    const { ends } = playClicks(band)
    await vi.advanceTimersByTimeAsync(60_000)
    await ends
    clearInterval(timer)
  })
})
