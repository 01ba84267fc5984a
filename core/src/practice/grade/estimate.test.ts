import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import { graded } from '../../../test/graded.ts'
import { randomFrom } from '../../random/random.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import { makeExercise } from '../drill/make.ts'
import { perfectPlayer, simulatedTake, simulatePlayer } from '../simulate/player.ts'
import { belowRange, latencyFromRun, tuningFromRun } from './estimate.ts'

const TUNE = analysed('key: F major\n| F7 | Bb7 | F7 | Cm7 F7 | Bb7 | Bdim7 | F7 | Am7b5 D7b9 |')
const exerciseAt = (tempo: number) => {
  const outcome = makeExercise(
    { rung: 'to-the-9', stretch: { from: 0, to: 7 }, tempo },
    TUNE,
    instrumentOf('tenor-sax'),
  )
  if (!outcome.ok) throw new Error('no exercise')
  return outcome.value
}
/** A take as a microphone gives it: so much late, with some spread and some wrong notes. */
const lateBy = (ms: number, tempo: number, seed = 2) => {
  const exercise = exerciseAt(tempo)
  const notes = simulatePlayer(exercise, { seed, errorRate: 0.04, spreadMs: 12 })
  return {
    exercise,
    take: {
      ...simulatedTake(exercise, perfectPlayer),
      notes: notes.map((note) => ({ ...note, onsetMs: note.onsetMs + ms })),
    },
  }
}

describe('an unmeasured latency', () => {
  it.each([
    [60, 140],
    [95, 140],
    [95, 180],
    [130, 180],
  ])('of %i ms at %i is found from the run, and without it the notes are on time', (ms, tempo) => {
    const { exercise, take } = lateBy(ms, tempo)
    const before = graded(exercise, take)
    const latencyMs = latencyFromRun(before.judged)
    expect(Math.abs(latencyMs! - ms)).toBeLessThanOrEqual(12)
    const after = graded(exercise, { ...take, latencyMs: latencyMs! })
    expect(after.marks.time!).toBeGreaterThanOrEqual(90)
    expect(after.marks.time!).toBeGreaterThan(before.marks.time!)
    expect(after.marks.notes!).toBeGreaterThanOrEqual(before.marks.notes!)
  })

  it('is none where the notes are in time, too few, or spread too far', () => {
    const { exercise, take } = lateBy(0, 140)
    expect(latencyFromRun(graded(exercise, take).judged)).toBeUndefined()
    const { judged } = graded(exercise, lateBy(90, 140).take)
    expect(latencyFromRun(judged.slice(0, 4))).toBeUndefined()
    const random = randomFrom(4)
    const spread = take.notes.map((note) => ({ ...note, onsetMs: note.onsetMs + 300 * random() }))
    expect(latencyFromRun(graded(exercise, { ...take, notes: spread }).judged)).toBeUndefined()
  })
})

describe('another tuning', () => {
  // Equal temperament, A = 440 Hz (ISO 16): 430 Hz is 39.8 cents below.
  it('is found from the cents of the notes, and not where they are small', () => {
    const { take } = lateBy(0, 140)
    const with40 = { ...take, notes: take.notes.map((note) => ({ ...note, cents: -40 })) }
    expect(tuningFromRun(with40)).toBe(430)
    expect(
      tuningFromRun({ ...take, notes: take.notes.map((note) => ({ ...note, cents: 5 })) }),
    ).toBeUndefined()
  })
})

describe('belowRange', () => {
  const trumpet = instrumentOf('trumpet')
  const notes = (midi: number, count: number) =>
    Array.from({ length: count }, (_, at) => ({
      onsetMs: at * 400,
      durationMs: 350,
      midi,
      cents: 0,
      velocity: 90,
    }))

  it('is told where most of a take lies under the instrument, or was too low to be heard as notes', () => {
    expect(belowRange({ notes: notes(trumpet.range.low - 2, 8) }, trumpet, 0)).toBe(true)
    expect(belowRange({ notes: notes(60, 8) }, trumpet, 0)).toBe(false)
    expect(belowRange({ notes: [] }, trumpet, 4000)).toBe(true)
    // The band's bass beside a player is no lower instrument.
    expect(belowRange({ notes: notes(60, 24) }, trumpet, 4000)).toBe(false)
    expect(belowRange({ notes: notes(40, 2) }, trumpet, 0)).toBe(false)
  })
})
