import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import { graded } from '../../../test/graded.ts'
import { normalFrom, randomFrom } from '../../random/random.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import { makeExercise } from '../drill/make.ts'
import { perfectPlayer, simulatedTake, simulatePlayer, simulatePlaying } from './player.ts'

const outcome = makeExercise(
  { rung: 'outline-up', stretch: { from: 0, to: 3 }, tempo: 120 },
  analysed('| Dm7 | G7 | Cmaj7 | A7 |'),
  instrumentOf('trumpet'),
)
if (!outcome.ok) throw new Error('no exercise')
const exercise = outcome.value

describe('the simulated player', () => {
  it('plays the same for the same seed, and otherwise for another', () => {
    const player = { seed: 9, errorRate: 0.2, spreadMs: 20 }
    expect(simulatePlayer(exercise, player)).toEqual(simulatePlayer(exercise, player))
    expect(simulatePlayer(exercise, player)).not.toEqual(simulatePlayer(exercise, { ...player, seed: 10 }))
  })

  it('makes the requested number of errors and lists each', () => {
    let slips = 0
    for (let seed = 0; seed < 100; seed += 1)
      slips += simulatePlaying(exercise, { seed, errorRate: 0.25, spreadMs: 0 }).slips.length
    expect(slips / (100 * exercise.expected.length)).toBeCloseTo(0.25, 1)
    expect(simulatePlaying(exercise, perfectPlayer).slips).toEqual([])
  })

  it('spreads its onsets by the requested amount around the swung beats', () => {
    const offs: number[] = []
    const clean = simulatePlayer(exercise, perfectPlayer)
    for (let seed = 0; seed < 60; seed += 1)
      simulatePlayer(exercise, { seed, errorRate: 0, spreadMs: 25 }).forEach((note, index) => {
        offs.push(note.onsetMs - clean[index]!.onsetMs)
      })
    const mean = offs.reduce((sum, off) => sum + off, 0) / offs.length
    const spread = Math.sqrt(offs.reduce((sum, off) => sum + (off - mean) ** 2, 0) / offs.length)
    expect(Math.abs(mean)).toBeLessThan(3)
    expect(spread).toBeGreaterThan(22)
    expect(spread).toBeLessThan(28)
  })

  it('hesitates and drifts where asked, and the notes after it are later by that amount', () => {
    const clean = simulatePlayer(exercise, perfectPlayer)
    const late = simulatePlayer(exercise, { ...perfectPlayer, drift: 0.1 })
    expect(late.at(-1)!.onsetMs).toBeCloseTo(clean.at(-1)!.onsetMs * 1.1)
    const stopped = simulatePlayer(exercise, { ...perfectPlayer, seed: 3, stopRate: 0.2 })
    const offs = stopped.map(({ onsetMs }, at) => Math.round(onsetMs - clean[at]!.onsetMs))
    expect(offs.at(-1)).toBeGreaterThanOrEqual(500)
    expect(offs).toEqual([...offs].sort((a, b) => a - b))
    // A stop costs flow, not notes: the player is followed to where it went on.
    const once = clean.map((note) => ({ ...note, onsetMs: note.onsetMs + (note.onsetMs > 3000 ? 500 : 0) }))
    const { marks } = graded(exercise, { ...simulatedTake(exercise, perfectPlayer), notes: once })
    expect(marks.flow).toBeLessThan(100)
    expect(marks.notes).toBeGreaterThanOrEqual(85)
  })

  it('brings its notes in the order of their onsets, as a whole take', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 9999 }), (seed) => {
        const { notes, source, tempo } = simulatedTake(exercise, { seed, errorRate: 0.4, spreadMs: 90 })
        notes.slice(1).forEach((note, at) => {
          expect(note.onsetMs).toBeGreaterThanOrEqual(notes[at]!.onsetMs)
        })
        expect([source, tempo[0]!.bpm]).toEqual(['simulated', 120])
      }),
      { numRuns: 40 },
    )
  })
})

describe('randomFrom', () => {
  it('is even between 0 and 1, and normal where asked', () => {
    const random = randomFrom(5)
    const even = Array.from({ length: 4000 }, random)
    expect(Math.min(...even)).toBeGreaterThanOrEqual(0)
    expect(Math.max(...even)).toBeLessThan(1)
    expect(even.reduce((sum, value) => sum + value, 0) / 4000).toBeCloseTo(0.5, 1)
    const normal = Array.from({ length: 4000 }, () => normalFrom(random))
    expect(normal.filter((value) => Math.abs(value) < 1).length / 4000).toBeCloseTo(0.683, 1)
  })
})
