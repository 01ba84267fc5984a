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
import { advanceGrade, gradeStep, startGrade } from './live.ts'
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

  it('takes a file of even eighths over a swinging tune for what it is, and says so; one that swings, and a player, as before', () => {
    // What a notation program writes: each note on its written place, at the file's tempo (60,000 ms a minute, 480 ticks a quarter).
    const even = EXERCISE.expected.map(({ start, duration, midi }) => ({
      ...{ onsetMs: (start * 60_000) / (120 * 480), durationMs: (duration * 60_000) / (120 * 480) },
      ...{ midi, cents: 0, velocity: 90 },
    }))
    expect(EXERCISE.swing).toBeGreaterThan(0.6)
    const read = (notes: readonly PlayedNote[], source: 'midi-file' | 'midi') =>
      graded(EXERCISE, { ...take(notes), source })
    const file = read(even, 'midi-file')
    expect(file).toMatchObject({ isStraight: true, marks: { notes: 100, time: 100 }, verdict: 'move on' })
    expect(read(even, 'midi').marks.time).toBeLessThan(100)
    expect(read(even, 'midi')).not.toHaveProperty('isStraight')
    expect(read(perfect, 'midi-file')).not.toHaveProperty('isStraight')
  })

  it('grades a pickup before bar 1 like any other notes: right, wrong and missed', () => {
    const outcome = makeExercise(
      { rung: 'pickups', variant: 2, stretch: { from: 0, to: 3 }, tempo: 120 },
      TUNE,
      instrumentOf('trumpet'),
    )
    if (!outcome.ok) throw new Error('no exercise')
    const exercise = outcome.value
    expect(exercise.expected.slice(0, 4).map(({ start }) => start)).toEqual([-720, -480, -240, 0])
    const played = simulatedTake(exercise, perfectPlayer)
    expect(graded(exercise, played)).toMatchObject({ marks: { notes: 100, time: 100 }, verdict: 'move on' })
    const [first, , ...others] = played.notes
    const notes = [{ ...first!, midi: first!.midi + 1 }, ...others]
    const { judged } = graded(exercise, { ...played, notes })
    expect(judged.filter(({ verdict }) => verdict !== 'right')).toMatchObject([
      { verdict: 'wrong', expected: 0 },
      { verdict: 'missed', expected: 1 },
    ])
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

  it('finds hardly more errors than the plain edit distance has (fastest-levenshtein)', () => {
    const rules = {
      ...GRADE_RULES,
      perBeatOff: 0,
      swapped: Number.POSITIVE_INFINITY,
      wrongPitch: 1,
      windowBeats: 1000,
      octaves: 'as written' as const,
      onTimeBeats: 1000,
    }
    const letters = (midis: readonly number[]) =>
      midis.map((midi) => String.fromCharCode(midi + 200)).join('')
    const asked = letters(EXERCISE.expected.map(({ midi }) => midi))
    let [found, least] = [0, 0]
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 58, max: 66 }), { maxLength: 16 }), (midis) => {
        const notes = midis.map((midi, index) => ({ ...perfect[0]!, midi, onsetMs: index * 200 }))
        const { judged } = graded(EXERCISE, take(notes), rules)
        const errors = judged.filter(({ verdict }) => verdict !== 'right').length
        const edits = distance(letters(midis), asked)
        // Fewer than the fewest edits there can't be.
        expect(errors).toBeGreaterThanOrEqual(edits)
        found += errors
        least += edits
      }),
      { numRuns: 200 },
    )
    expect(found / least).toBeLessThan(1.08)
  })
})

describe('gradeStep', () => {
  it('decides an expected note at once', () => {
    const state = gradeStep(startGrade(EXERCISE), perfect[0]!)
    expect(state.judged).toMatchObject([{ verdict: 'right', expected: 0, played: 0 }])
  })

  it('tells a wrong note as wrong at once, not as one too many', () => {
    const wrong = { ...perfect[1]!, midi: perfect[1]!.midi + 1 }
    const { judged } = gradeStep(gradeStep(startGrade(EXERCISE), perfect[0]!), wrong)
    expect(judged.map(({ expected, verdict }) => [expected, verdict])).toEqual([
      [0, 'right'],
      [1, 'wrong'],
    ])
  })

  it('tells live, with the clock running, what the whole take tells in the end (property)', () => {
    fc.assert(
      fc.property(
        fc.integer(),
        fc.double({ min: 0, max: 0.4, noNaN: true }),
        fc.double({ min: 0, max: 0.1, noNaN: true }),
        fc.integer({ min: 11, max: 400 }),
        (seed, errorRate, stopRate, tick) => {
          const notes = simulatePlayer(EXERCISE, { seed, errorRate, stopRate, spreadMs: 20 })
          let state = startGrade(EXERCISE)
          let clock = -200
          for (const note of notes) {
            for (; clock < note.onsetMs; clock += tick) state = advanceGrade(state, clock)
            state = gradeStep(state, note)
          }
          const { judged } = advanceGrade(state, Number.POSITIVE_INFINITY)
          expect(judged).toEqual(graded(EXERCISE, take(notes)).judged)
        },
      ),
      { numRuns: 100 },
    )
  })

  it('changes few verdicts that were shown: only where later notes explain them', () => {
    let [shown, changed] = [0, 0]
    for (let seed = 0; seed < 40; seed += 1) {
      let state = startGrade(EXERCISE)
      for (const note of simulatePlayer(EXERCISE, { seed, errorRate: 0.1, spreadMs: 20 })) {
        const before = new Map(state.judged.map(({ expected, verdict }) => [expected, verdict]))
        state = gradeStep(advanceGrade(state, note.onsetMs), note)
        for (const { expected, verdict } of state.judged) {
          if (expected === undefined || !before.has(expected)) continue
          if (before.get(expected) !== verdict) changed += 1
        }
      }
      shown += state.judged.length
    }
    expect(changed / shown).toBeLessThan(0.01)
  })

  it('puts a note that comes late where it belongs', () => {
    const [first, second, third, ...rest] = perfect
    const late = [first!, third!, second!, ...rest].reduce(gradeStep, startGrade(EXERCISE))
    const inOrder = perfect.reduce(gradeStep, startGrade(EXERCISE))
    const told = ({ judged }: typeof late) => judged.map(({ expected, verdict }) => [expected, verdict])
    expect(told(late)).toEqual(told(inOrder))
    // The numbers are those in which they came.
    expect(late.judged.slice(0, 3).map(({ played }) => played)).toEqual([0, 2, 1])
  })

  it('keeps its state as plain data', () => {
    const state = gradeStep(startGrade(EXERCISE), perfect[0]!)
    expect(JSON.parse(JSON.stringify(state))).toEqual(state)
  })
})
