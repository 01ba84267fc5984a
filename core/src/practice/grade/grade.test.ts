import fc from 'fast-check'
import { distance } from 'fastest-levenshtein'
import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import { graded } from '../../../test/graded.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import type { Exercise } from '../drill/exercise.ts'
import { makeExercise } from '../drill/make.ts'
import type { PlayedNote } from '../listen/take.ts'
import { perfectPlayer, simulatedTake, simulatePlayer, simulatePlaying } from '../simulate/player.ts'
import { advanceGrade, gradeStep, startGrade } from './grade.ts'
import { GRADE_RULES } from './rules.ts'

const TUNE = analysed('key: Db major\n| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 | Cm7b5 F7b9 | Bbm7 | Ebm7 | Ab7 |')
const exerciseAt = (tempo: number, id = 'trumpet'): Exercise => {
  const outcome = makeExercise(
    { rung: 'outline-up', stretch: { from: 0, to: 7 }, tempo },
    TUNE,
    instrumentOf(id),
  )
  if (!outcome.ok) throw new Error('no exercise')
  return outcome.value
}
const EXERCISE = exerciseAt(120)
const take = (notes: readonly PlayedNote[]) => ({ ...simulatedTake(EXERCISE, perfectPlayer), notes })
const perfect = simulatePlayer(EXERCISE, perfectPlayer)

describe('gradeTake', () => {
  it.each([60, 90, 120, 160, 180])('lets a perfect player move on at %i', (tempo) => {
    const exercise = exerciseAt(tempo)
    const grade = graded(exercise, simulatedTake(exercise, perfectPlayer))
    expect(grade).toMatchObject({ marks: { notes: 100, time: 100, flow: 100 }, verdict: 'move on' })
    expect(grade.weakestBar).toBeUndefined()
  })

  it('finds one wrong, one missed and one extra note each at its position, and nothing else', () => {
    const wrong = perfect.map((note, index) => (index === 5 ? { ...note, midi: note.midi + 1 } : note))
    expect(graded(EXERCISE, take(wrong)).judged.filter(({ verdict }) => verdict !== 'right')).toMatchObject([
      { verdict: 'wrong', expected: 5, played: 5 },
    ])
    const missed = perfect.filter((_, index) => index !== 9)
    expect(graded(EXERCISE, take(missed)).judged.filter(({ verdict }) => verdict !== 'right')).toMatchObject([
      { verdict: 'missed', expected: 9 },
    ])
    const extra = [
      ...perfect.slice(0, 4),
      { ...perfect[3]!, onsetMs: perfect[3]!.onsetMs + 250, midi: 61 },
      ...perfect.slice(4),
    ]
    expect(graded(EXERCISE, take(extra)).judged.filter(({ verdict }) => verdict !== 'right')).toMatchObject([
      { verdict: 'extra', midi: 61 },
    ])
  })

  it('is stricter or milder as the player sets it', () => {
    const slightly = perfect.map((note, at) => ({ ...note, onsetMs: note.onsetMs + (at % 2 ? 40 : 0) }))
    const strict = { ...GRADE_RULES, onTimeMs: 20, onTimeBeats: 0.04 }
    expect(graded(EXERCISE, take(slightly)).marks.time).toBe(100)
    expect(graded(EXERCISE, take(slightly), strict).marks.time).toBe(50)
    const mild = { ...strict, leasts: { close: 30, solid: 50, moveOn: 90 } }
    expect(graded(EXERCISE, take(slightly), mild).verdict).toBe('solid')
  })

  it('tells early from late', () => {
    const late = perfect.map((note, index) => ({
      ...note,
      onsetMs: note.onsetMs + (index === 2 ? 120 : index === 6 ? -120 : 0),
    }))
    expect(graded(EXERCISE, take(late)).judged.filter(({ verdict }) => verdict !== 'right')).toMatchObject([
      { verdict: 'late', expected: 2, offMs: 120 },
      { verdict: 'early', expected: 6, offMs: -120 },
    ])
  })

  it('hears two notes that came the one before the other as both played', () => {
    const near = perfect.map((note, index) => ({
      ...note,
      onsetMs: note.onsetMs + (index === 6 ? 280 : index === 7 ? -280 : 0),
    }))
    const { judged } = graded(EXERCISE, take(near))
    expect(judged.filter(({ verdict }) => verdict !== 'right')).toMatchObject([
      { verdict: 'late', expected: 6 },
      { verdict: 'early', expected: 7 },
    ])
  })

  it('follows a player who falls behind and runs ahead: every pitch is found', () => {
    for (const drift of [-0.05, 0.05]) {
      const notes = perfect.map((note) => ({ ...note, onsetMs: note.onsetMs * (1 + drift) }))
      const { judged } = graded(EXERCISE, take(notes))
      expect(
        judged
          .map(({ verdict }) => verdict)
          .filter((verdict) => !['right', 'early', 'late'].includes(verdict)),
      ).toEqual([])
    }
  })

  it('takes another octave for right, unless the rules say as written', () => {
    const low = perfect.map((note) => ({ ...note, midi: note.midi - 12 }))
    expect(graded(EXERCISE, take(low)).marks.notes).toBe(100)
    // A few fit somewhere else by chance.
    expect(graded(EXERCISE, take(low), { ...GRADE_RULES, octaves: 'as written' }).marks.notes).toBeLessThan(
      20,
    )
  })

  it('follows a player who stops for a beat and goes on from there: notes are right, time and flow are not', () => {
    const stopped = perfect.map((note, index) => ({
      ...note,
      onsetMs: note.onsetMs + (index >= 10 ? 620 : 0),
    }))
    const { marks } = graded(EXERCISE, take(stopped))
    expect(marks.notes).toBeGreaterThanOrEqual(95)
    expect(marks.flow).toBe(88)
    expect(marks.time).toBeLessThan(60)
  })

  it('tells the note asked for from the rest of a chord', () => {
    const chords = perfect.flatMap((note) => [
      note,
      { ...note, midi: note.midi + 3 },
      { ...note, midi: note.midi + 6 },
    ])
    const { judged } = graded(EXERCISE, take(chords))
    expect(judged.filter(({ verdict }) => verdict === 'right')).toHaveLength(EXERCISE.expected.length)
    expect(judged.filter(({ verdict }) => verdict === 'extra')).toHaveLength(2 * EXERCISE.expected.length)
  })

  it('grades a take of 20,000 notes, and clocks that stood still or jumped', () => {
    const many = Array.from({ length: 20_000 }, (_, at) => ({
      ...perfect[0]!,
      onsetMs: at * 2,
      midi: 40 + (at % 50),
    }))
    expect(graded(EXERCISE, take(many)).judged.length).toBeGreaterThanOrEqual(20_000)
    const still = perfect.map((note) => ({ ...note, onsetMs: 1000 }))
    expect(graded(EXERCISE, take(still)).verdict).toBe('again')
    const jumped = perfect.map((note, at) => ({ ...note, onsetMs: note.onsetMs + (at > 8 ? 3_600_000 : 0) }))
    expect(graded(EXERCISE, take(jumped)).marks.notes).toBeLessThan(50)
  })

  it('never holds for a player in the wrong key, or for silence', () => {
    for (let shift = 1; shift < 12; shift += 1) {
      const { verdict } = graded(
        EXERCISE,
        take(perfect.map((note) => ({ ...note, midi: note.midi + shift }))),
      )
      expect(['again', 'close']).toContain(verdict)
    }
    expect(graded(EXERCISE, take([]))).toMatchObject({ verdict: 'again', marks: { notes: 0, flow: 0 } })
  })

  it('names the weakest bar, and marks a stop down', () => {
    const stopped = perfect.filter((_, index) => index < 12 || index > 15)
    const grade = graded(EXERCISE, take(stopped))
    expect(grade.weakestBar).toBe(3)
    expect(grade.marks.flow).toBeLessThan(100)
  })

  /** A wrong note, and a missed one with an extra one at its place, are the same. */
  it('finds the slips that the simulated player made, and no others', () => {
    let hits = 0
    let made = 0
    let told = 0
    for (let seed = 0; seed < 60; seed += 1) {
      const { notes, slips } = simulatePlaying(EXERCISE, { seed, errorRate: 0.12, spreadMs: 30 })
      const { judged } = graded(EXERCISE, take(notes))
      const atNotes = judged.flatMap(({ verdict, expected }) =>
        expected !== undefined && (verdict === 'wrong' || verdict === 'missed') ? [expected] : [],
      )
      const extras = judged.filter(({ verdict }) => verdict === 'extra').length
      const slipped = slips.filter(({ kind }) => kind !== 'extra').map(({ expected }) => expected)
      const added = slips.length - slipped.length
      hits += atNotes.filter((expected) => slipped.includes(expected)).length + Math.min(extras, added)
      made += slips.length
      told += atNotes.length + extras
    }
    expect(made).toBeGreaterThan(200)
    expect(hits / made).toBeGreaterThanOrEqual(0.98)
    expect(hits / told).toBeGreaterThanOrEqual(0.98)
  })

  it('costs as much as the plain edit distance when time is free (fastest-levenshtein)', () => {
    const rules = {
      ...GRADE_RULES,
      perBeatOff: 0,
      swapped: Number.POSITIVE_INFINITY,
      wrongPitch: 1,
      windowBeats: 1000,
      lagBeats: 1000,
      octaves: 'as written' as const,
      onTimeBeats: -1,
      onTimeMs: -1,
    }
    const letters = (midis: readonly number[]) =>
      midis.map((midi) => String.fromCharCode(midi + 200)).join('')
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 58, max: 66 }), { maxLength: 16 }), (midis) => {
        const notes = midis.map((midi, index) => ({ ...perfect[0]!, midi, onsetMs: index * 200 }))
        const state = notes.reduce(gradeStep, startGrade(EXERCISE, rules))
        const open = state.placesMs.length
        const least = Math.min(...state.hypotheses.map(({ next, cost }) => cost + (open - next)))
        expect(least).toBe(distance(letters(midis), letters(EXERCISE.expected.map(({ midi }) => midi))))
      }),
      { numRuns: 100 },
    )
  })
})

describe('gradeStep', () => {
  it('decides an expected note at once', () => {
    const state = gradeStep(startGrade(EXERCISE), perfect[0]!)
    expect(state.settled).toMatchObject([{ verdict: 'right', expected: 0, played: 0 }])
  })

  it('tells live, with the clock running, nearly all that the whole take tells', () => {
    let [same, all] = [0, 0]
    for (let seed = 0; seed < 40; seed += 1) {
      const notes = simulatePlayer(EXERCISE, { seed, errorRate: 0.1, spreadMs: 20 })
      let state = startGrade(EXERCISE)
      let clock = -200
      for (const note of notes) {
        for (; clock < note.onsetMs; clock += 37) state = advanceGrade(state, clock)
        state = gradeStep(state, note)
      }
      const live = new Map(
        advanceGrade(state, Number.POSITIVE_INFINITY).settled.map((one) => [one.expected, one.verdict]),
      )
      for (const { expected, verdict } of graded(EXERCISE, take(notes)).judged) {
        if (expected === undefined) continue
        all += 1
        if (live.get(expected) === verdict) same += 1
      }
    }
    expect(same / all).toBeGreaterThan(0.98)
  })

  it('gives the same by the fast match of an expected note as by the full alignment', () => {
    let short = 0
    fc.assert(
      fc.property(fc.integer(), fc.double({ min: 0, max: 0.4, noNaN: true }), (seed, errorRate) => {
        let state = startGrade(EXERCISE)
        for (const note of simulatePlayer(EXERCISE, { seed, errorRate, spreadMs: 30 })) {
          // A way that is never the cheapest: with two in hand every way is weighed.
          const hopeless = { next: 0, cost: 1e9, open: [], behindMs: 0 }
          const weighed = gradeStep({ ...state, hypotheses: [...state.hypotheses, hopeless] }, note)
          const next = gradeStep(state, note)
          if (state.hypotheses.length === 1 && next.settled.length > state.settled.length) short += 1
          expect(next.settled).toEqual(weighed.settled)
          expect(next.hypotheses[0]).toEqual(weighed.hypotheses[0])
          state = next
        }
      }),
      { numRuns: 60 },
    )
    expect(short).toBeGreaterThan(500)
  })

  it('never changes a verdict that was decided', () => {
    const notes = simulatePlayer(EXERCISE, { seed: 7, errorRate: 0.3, spreadMs: 50 })
    let state = startGrade(EXERCISE)
    for (const note of notes) {
      const before = state.settled
      state = gradeStep(state, note)
      expect(state.settled.slice(0, before.length)).toEqual(before)
    }
  })

  it('keeps its state as plain data', () => {
    const state = gradeStep(startGrade(EXERCISE), perfect[0]!)
    expect(JSON.parse(JSON.stringify({ ...state, clockMs: 0 }))).toEqual({ ...state, clockMs: 0 })
  })
})
