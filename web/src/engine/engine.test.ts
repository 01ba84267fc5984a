import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'

/** A worker that never answers. */
class SilentWorker {
  static readonly all: SilentWorker[] = []
  ended = false
  constructor() {
    SilentWorker.all.push(this)
  }
  addEventListener(): void {}
  removeEventListener(): void {}
  postMessage(): void {}
  terminate(): void {
    this.ended = true
  }
}

beforeEach(() => {
  vi.stubGlobal('Worker', SilentWorker)
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('readInTime', () => {
  it('ends a worker that a file keeps too long, says so, and starts another for the next file', async () => {
    const { readInTime } = await import('./engine.ts')
    const first = readInTime((engine) => engine.importTake(new Uint8Array()))
    await vi.advanceTimersByTimeAsync(10_001)
    expect(await first).toMatchObject({ ok: false, problems: [{ rule: 'import.tooSlow', args: [10] }] })
    expect(SilentWorker.all.map(({ ended }) => ended)).toEqual([true])
    void readInTime((engine) => engine.importTake(new Uint8Array()))
    expect(SilentWorker.all.map(({ ended }) => ended)).toEqual([true, false])
  })
})
