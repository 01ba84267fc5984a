import type { PlayedNote } from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import { NO_RECORDING, noteEnded, noteStarted } from './recording.ts'

const note = (onsetMs: number, midi: number): PlayedNote => ({
  onsetMs,
  durationMs: 0,
  midi,
  cents: 0,
  velocity: 90,
})

describe('a recording', () => {
  it('ends each note under the name that holds it, also when notes overlap', () => {
    const both = noteStarted(noteStarted(NO_RECORDING, note(0, 60), 'key 60'), note(200, 64), 'key 64')
    const ended = noteEnded(noteEnded(both, 'key 60', 350), 'key 64', 700)
    expect(ended.notes.map(({ durationMs }) => durationMs)).toEqual([350, 500])
    expect(ended.held).toEqual({})
  })

  it('leaves the first note as it is when the same key is struck again', () => {
    const again = noteStarted(noteStarted(NO_RECORDING, note(0, 60), 'key 60'), note(300, 60), 'key 60')
    expect(noteEnded(again, 'key 60', 500).notes.map(({ durationMs }) => durationMs)).toEqual([0, 200])
  })

  it('ignores the end of what never started, and an end before the start', () => {
    const one = noteStarted(NO_RECORDING, note(100, 60), 'key 60')
    expect(noteEnded(one, 'key 62', 200)).toBe(one)
    expect(noteEnded(one, 'key 60', 40).notes[0]!.durationMs).toBe(0)
  })
})
