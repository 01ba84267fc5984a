import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import { makeExercise } from '../drill/make.ts'
import type { Judged } from './judged.ts'
import { sumUp } from './marks.ts'
import { GRADE_RULES, verdictFor } from './rules.ts'

/** Four bars of four notes: an arpeggio from the root on each chord. */
const EXERCISE = (() => {
  const made = makeExercise(
    { rung: 'outline-up', stretch: { from: 0, to: 3 }, tempo: 120 },
    analysed('key: C major\n| Dm7 | G7 | Cmaj7 | A7 |'),
    instrumentOf('trumpet'),
  )
  if (!made.ok) throw new Error('no exercise')
  return made.value
})()
const BEAT_MS = 500
const COUNT = EXERCISE.expected.length

/** Every note right, but for those that are named by their places. */
const judged = (others: Readonly<Record<number, Partial<Judged>>> = {}): readonly Judged[] =>
  EXERCISE.expected.map((note, expected): Judged => {
    const onsetMs = (note.start / 480) * BEAT_MS
    if (others[expected]?.verdict === 'missed') return { verdict: 'missed', expected }
    const right: Judged = { verdict: 'right', expected, played: expected, midi: note.midi, onsetMs, offMs: 0 }
    return { ...right, ...others[expected] }
  })
const missed = { verdict: 'missed' } as const
const late = (ms: number) => ({ verdict: 'late', offMs: ms }) as const

describe('sumUp', () => {
  it('has sixteen notes in four bars to count', () => {
    expect(COUNT).toBe(16)
    expect(sumUp(EXERCISE, judged())).toMatchObject({
      marks: { notes: 100, time: 100, flow: 100 },
      verdict: 'move on',
      causes: { notes: [], time: [], flow: [] },
      bars: [0, 1, 2, 3].map((bar) => ({ bar, asked: 4, right: 4 })),
    })
  })

  it('counts notes at their pitch among those asked for and those too many', () => {
    expect(sumUp(EXERCISE, judged({ 3: { verdict: 'wrong' } })).marks.notes).toBe(94) // 15 of 16
    expect(sumUp(EXERCISE, judged({ 3: missed })).marks.notes).toBe(94)
    const extra: Judged = { verdict: 'extra', played: 16, midi: 61, onsetMs: 2100 }
    const { marks, causes } = sumUp(EXERCISE, [...judged(), extra])
    expect(marks.notes).toBe(94) // 16 of 17
    expect(causes.notes).toEqual([1])
  })

  it('counts the time of wrong notes as that of right ones; a missed note is not on time either', () => {
    const { marks, causes } = sumUp(EXERCISE, judged({ 2: late(90), 6: late(90), 9: { verdict: 'wrong' } }))
    expect(marks).toMatchObject({ notes: 94, time: 88 }) // 14 of 16
    expect(causes).toMatchObject({ notes: [2], time: [0, 1] })
    expect(sumUp(EXERCISE, judged({ 2: late(90), 6: missed })).marks).toMatchObject({ notes: 94, time: 88 })
  })

  it('takes two notes missed in a row for one stop, however many follow, and one missed for none', () => {
    expect(sumUp(EXERCISE, judged({ 5: missed })).marks.flow).toBe(100)
    const cost = GRADE_RULES.stopCost
    expect(sumUp(EXERCISE, judged({ 5: missed, 6: missed })).marks.flow).toBe(100 - cost)
    expect(sumUp(EXERCISE, judged({ 5: missed, 6: missed, 7: missed })).marks.flow).toBe(100 - cost)
    const twice = sumUp(EXERCISE, judged({ 1: missed, 2: missed, 9: missed, 10: missed }))
    expect(twice.marks.flow).toBe(100 - 2 * cost)
    expect(twice.causes.flow).toEqual([0, 2])
  })

  it('takes going on later and going back for stops, one late note and a slow slide back for none', () => {
    const moved = (kind: 'stopped' | 'back' | 'rejoined') =>
      sumUp(EXERCISE, judged(), [{ kind, expected: 8, bar: 2, beats: 1 }]).marks.flow
    expect(moved('stopped')).toBe(100 - GRADE_RULES.stopCost)
    expect(moved('back')).toBe(100 - GRADE_RULES.stopCost)
    expect(moved('rejoined')).toBe(100)
    expect(sumUp(EXERCISE, judged({ 8: late(300) })).marks.flow).toBe(100)
    const sliding = Object.fromEntries(Array.from({ length: COUNT }, (_, at) => [at, late(at * 40)]))
    expect(sumUp(EXERCISE, judged(sliding)).marks.flow).toBe(100)
  })

  it('gives silence zero marks', () => {
    const silent = judged(Object.fromEntries(EXERCISE.expected.map((_, at) => [at, missed])))
    expect(sumUp(EXERCISE, silent)).toMatchObject({
      marks: { notes: 0, time: 0, flow: 0 },
      verdict: 'again',
    })
  })

  it('names the bar with the smallest share of right notes, the first of equals, and none where all is right', () => {
    expect(sumUp(EXERCISE, judged()).weakestBar).toBeUndefined()
    expect(sumUp(EXERCISE, judged({ 4: missed, 9: missed, 10: late(90) })).weakestBar).toBe(2)
    expect(sumUp(EXERCISE, judged({ 4: missed, 9: missed })).weakestBar).toBe(1)
  })

  it('names the change around which most went wrong: the last note before it and the two after', () => {
    expect(sumUp(EXERCISE, judged()).weakestChange).toBeUndefined()
    expect(sumUp(EXERCISE, judged({ 8: missed, 9: { verdict: 'wrong' } })).weakestChange).toEqual({
      from: 1,
      to: 2,
    })
    // In the middle of a bar there is no change.
    expect(sumUp(EXERCISE, judged({ 6: { verdict: 'wrong' } })).weakestChange).toBeUndefined()
  })

  it('names no change from a chord to itself', () => {
    const symbols = EXERCISE.symbols.map(() => 'F7')
    const wrong = judged({ 8: missed, 9: { verdict: 'wrong' } })
    expect(sumUp({ ...EXERCISE, symbols }, wrong).weakestChange).toBeUndefined()
  })

  it('has its thresholds from the rules', () => {
    const strict = { ...GRADE_RULES, stopCost: 40, leasts: { close: 90, solid: 95, moveOn: 99 } }
    const stopped = judged({ 5: missed, 6: missed })
    expect(sumUp(EXERCISE, stopped).verdict).toBe('solid')
    expect(sumUp(EXERCISE, stopped, [], strict)).toMatchObject({ marks: { flow: 60 }, verdict: 'again' })
  })
})

describe('verdictFor', () => {
  it('depends on the lowest mark alone', () => {
    const { close, solid, moveOn } = GRADE_RULES.leasts
    const verdicts = [0, close - 1, close, solid - 1, solid, moveOn - 1, moveOn, 100].map((least) =>
      verdictFor(least, GRADE_RULES),
    )
    expect(verdicts).toEqual(['again', 'again', 'close', 'close', 'solid', 'solid', 'move on', 'move on'])
  })
})
