import { describe, expect, it } from 'vitest'
import { eighths } from '../../../test/changes.ts'
import { normalFrom, randomFrom } from '../../random/random.ts'
import type { Grid } from '../../theory/rhythm/grid.ts'
import { swung, unswung } from '../../theory/rhythm/swing.ts'
import { ticksToMs } from '../../theory/rhythm/ticks.ts'
import { quantise } from './quantise.ts'
import type { PlayedNote } from './take.ts'

const BPM = 140
const SWING = 0.62
const LINE = eighths('C4 D4 E4 F4 . . G4 A4 B4 . C5 D5 E5 . . .')

/** The line as it is played, each onset off by a normal spread. */
const played = (
  notes: readonly { start: number; duration: number; midi: number }[],
  spreadMs: number,
  seed: number,
  share = 0.9,
): readonly PlayedNote[] => {
  const random = randomFrom(seed)
  return notes.map(({ start, duration, midi }) => {
    const onsetMs = ticksToMs(swung(start, SWING), BPM)
    const endMs = ticksToMs(swung(start + duration, SWING), BPM)
    return {
      onsetMs: onsetMs + normalFrom(random) * spreadMs,
      durationMs: (endMs - onsetMs) * share,
      midi,
      cents: 0,
      velocity: 90,
    }
  })
}
const options = (grid: Grid) => ({ bpm: BPM, swing: SWING, grid, start: 0, end: 2 * 1920 })
const shown = (notes: readonly { start: number; duration: number; midi: number }[]) =>
  notes.map(({ start, duration, midi }) => `${start}+${duration} ${midi}`)

describe('quantise', () => {
  it('writes swung eighths as they were meant, with 15 ms of spread, rests and all', () => {
    for (let seed = 1; seed <= 40; seed += 1)
      expect(shown(quantise(played(LINE.notes, 15, seed), options('eighths')))).toEqual(shown(LINE.notes))
  })

  it('hears triplets where they are looked for', () => {
    const triplet = [0, 160, 320, 480].map((start, at) => ({ start, duration: 160, midi: 60 + at }))
    const even = played(triplet, 0, 1).map((note, at) => ({
      ...note,
      onsetMs: ticksToMs(at * 160, BPM),
    }))
    const straight = { ...options('triplets'), swing: 0.5 }
    expect(quantise(even, straight).map(({ start }) => start)).toEqual([0, 160, 320, 480])
    expect(quantise(even, { ...straight, grid: 'eighths' }).length).toBeLessThan(4)
  })

  it('writes even sixteenths and even triplets in a swing tune, every one of them, and swung eighths between them', () => {
    const random = randomFrom(5)
    const evenly = (division: number, from: number, beats: number) =>
      Array.from({ length: beats * division }, (_, at) => from + (at * 480) / division)
    const heard = (starts: readonly number[], grid: Grid) =>
      quantise(
        starts.map((tick, at) => ({
          onsetMs: ticksToMs(tick, BPM) + normalFrom(random) * 8,
          durationMs: 80,
          midi: 60 + (at % 12),
          cents: 0,
          velocity: 90,
        })),
        { ...options(grid), end: 32 * 480 },
      ).map(({ start }) => start)
    const sixteenths = evenly(4, 0, 32)
    expect(heard(sixteenths, 'sixteenths')).toEqual(sixteenths)
    const triplets = evenly(3, 0, 8)
    expect(heard(triplets, 'triplets')).toEqual(triplets)
    const eighths = evenly(2, 8 * 480, 8)
    const played = [...triplets, ...eighths.map((tick) => swung(tick, SWING))]
    expect(heard(played, 'triplets')).toEqual([...triplets, ...eighths])
    const mixed = [...evenly(4, 0, 4), ...evenly(2, 4 * 480, 4).map((tick) => swung(tick, SWING))]
    expect(heard(mixed, 'sixteenths')).toEqual([...evenly(4, 0, 4), ...evenly(2, 4 * 480, 4)])
  })

  it('keeps the later of two notes at one position and an early note on the first beat, and drops notes outside', () => {
    const note = (onsetMs: number, midi: number) => ({
      onsetMs,
      durationMs: 100,
      midi,
      cents: 0,
      velocity: 90,
    })
    const answer = quantise([note(-20, 60), note(20, 61), note(-400, 50), note(9000, 70)], options('eighths'))
    expect(answer.map(({ start, midi }) => [start, midi])).toEqual([[0, 61]])
  })

  it('takes swing out as it was put in', () => {
    for (const swing of [0.5, 0.6, 2 / 3])
      for (const tick of [-240, 0, 120, 240, 300, 480, 1000])
        expect(unswung(swung(tick, swing), swing)).toBeCloseTo(tick, 6)
  })
})
