import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import { graded } from '../../../test/graded.ts'
import { bandEvents } from '../../band/band.ts'
import { randomFrom } from '../../random/random.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import { wordReason } from '../../wording/words.ts'
import type { Exercise } from '../drill/exercise.ts'
import { makeExercise } from '../drill/make.ts'
import type { RungId } from '../drill/rungs.ts'
import type { PlayedNote } from '../listen/take.ts'
import { perfectPlayer, simulatedTake, simulatePlayer } from '../simulate/player.ts'
import { gradeTake } from './grade.ts'
import { moveReasons } from './gradeReasons.ts'

const TUNES = [
  'key: Db major\n| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 | Cm7b5 | F7b9 | Bbm7 | Ebm7 Ab7 |',
  'key: F major\n| F7 | Bb7 | F7 | F7 | Bb7 | Bb7 | F7 | D7b9 |',
  'key: D minor\n| Dm7 | Dm7 | Dm7 | Dm7 | Ebm7 | Ebm7 | Dm7 | Dm7 |',
  'key: C major\ntime: 3/4\n| Dm7 | G7 | Cmaj7 | Am7 | Dm7 | G7 | Em7 | A7b9 |',
].map(analysed)
const RUNGS: readonly RungId[] = ['outline-up', 'chord-scales', 'guide-tones', 'to-the-9', 'enclosures']

const exercisesAt = (tempo: number): readonly Exercise[] =>
  TUNES.flatMap((tune) =>
    RUNGS.flatMap((rung) => {
      const outcome = makeExercise(
        { rung, stretch: { from: 0, to: 7 }, tempo },
        tune,
        instrumentOf('trumpet'),
      )
      return outcome.ok && outcome.value.expected.length > 15 ? [outcome.value] : []
    }),
  )
const EXERCISES = exercisesAt(120)
const BEAT = 500
const barBeats = ({ countIn }: Exercise) => countIn / 480

const takeOf = (exercise: Exercise, notes: readonly PlayedNote[]) => ({
  ...simulatedTake(exercise, perfectPlayer),
  notes,
})
const perfect = (exercise: Exercise) => simulatePlayer(exercise, perfectPlayer)
/** A player of one's own: 14 ms of spread, nothing else. */
const human = (exercise: Exercise, seed: number) => {
  const random = randomFrom(seed + 77)
  return perfect(exercise).map((note) => ({
    ...note,
    onsetMs: note.onsetMs + 14 * (random() + random() + random() - 1.5),
  }))
}

/** Of the asked notes that were played right, the share told right (their time aside, where it was not kept). */
const toldRight = (
  exercise: Exercise,
  notes: readonly PlayedNote[],
  right: ReadonlySet<number>,
  verdicts: readonly string[] = ['right'],
) => {
  const { judged } = graded(exercise, takeOf(exercise, notes))
  const told = judged.filter(
    ({ expected, verdict }) => expected !== undefined && right.has(expected) && verdicts.includes(verdict),
  )
  return { told: told.length, all: right.size }
}
const indexes = (exercise: Exercise) => exercise.expected.map((_, at) => at)
const shareOf = (counts: readonly { readonly told: number; readonly all: number }[]) =>
  counts.reduce((sum, { told }) => sum + told, 0) / counts.reduce((sum, { all }) => sum + all, 0)

describe('readTake', () => {
  it('loses only the missed ones of a hole of two to eight notes after which the player is back in time: 99 %', () => {
    const counts = EXERCISES.flatMap((exercise, which) =>
      [2, 3, 4, 5, 6, 8].map((length) => {
        const from = 2 + ((which * 7 + length * 3) % (exercise.expected.length - length - 4))
        const inHole = (at: number) => at >= from && at < from + length
        const notes = human(exercise, which).filter((_, at) => !inHole(at))
        return toldRight(exercise, notes, new Set(indexes(exercise).filter((at) => !inHole(at))))
      }),
    )
    expect(shareOf(counts)).toBeGreaterThanOrEqual(0.99)
  })

  it('follows a player who stops and plays the bar again from its start: 95 %, and says so', () => {
    let said = 0
    const counts = EXERCISES.flatMap((exercise, which) =>
      [1, 2, 3].map((bar) => {
        const played = human(exercise, which * 10 + bar)
        const start = exercise.expected.findIndex((note) => note.bar === bar)
        const next = exercise.expected.findIndex((note) => note.bar === bar + 1)
        const stop = Math.min(next, start + 1 + ((which + bar) % 3) + 1)
        // A breath, and the bar from its start.
        const wait = (1.3 + 0.4 * (which % 4)) * BEAT
        const late = played[stop - 1]!.onsetMs + wait - played[start]!.onsetMs
        const again = played.slice(start).map((note) => ({ ...note, onsetMs: note.onsetMs + late }))
        const notes = [...played.slice(0, stop), ...again]
        const { moves = [] } = graded(exercise, takeOf(exercise, notes))
        if (moves.some((move) => move.kind === 'back' && move.bar === bar)) said += 1
        return toldRight(exercise, notes, new Set(indexes(exercise)))
      }),
    )
    expect(shareOf(counts)).toBeGreaterThanOrEqual(0.95)
    expect(said / counts.length).toBeGreaterThanOrEqual(0.9)
    expect(wordReason({ rule: 'move.back', args: [3] })).toBe('You went back to bar 3.')
  })

  it.each([
    ['a bar late', 1, 'bars'],
    ['a beat early', -1, 'beats'],
    ['a beat late', 1, 'beats'],
  ] as const)('hears all of it %s as right, and marks the time once', (_, by, unit) => {
    const counts = EXERCISES.map((exercise, which) => {
      const off = by * BEAT * (unit === 'bars' ? barBeats(exercise) : 1)
      const notes = human(exercise, which).map((note) => ({ ...note, onsetMs: note.onsetMs + off }))
      const { marks, moves = [] } = graded(exercise, takeOf(exercise, notes))
      expect(marks.time).toBeGreaterThanOrEqual(Math.floor(100 - 200 / exercise.expected.length))
      expect(moves.map(({ kind, beats }) => [kind, Math.round(beats)])).toEqual([
        ['displaced', Math.round(off / BEAT)],
      ])
      return toldRight(exercise, notes, new Set(indexes(exercise)), ['right', 'early', 'late'])
    })
    expect(shareOf(counts)).toBeGreaterThanOrEqual(0.99)
  })

  it('counts two notes that were swapped as no more than two wrong ones, and as no stop', () => {
    let said = 0
    for (const [which, exercise] of EXERCISES.entries()) {
      const at = 3 + (which % 5)
      const played = human(exercise, which)
      const [one, other] = [played[at]!, played[at + 1]!]
      if ((one.midi - other.midi) % 12 === 0) continue
      const swapped = played.map((note, index) =>
        index === at ? { ...note, midi: other.midi } : index === at + 1 ? { ...note, midi: one.midi } : note,
      )
      const wrong = played.map((note, index) =>
        index === at || index === at + 1 ? { ...note, midi: note.midi + 6 } : note,
      )
      const [grade, worse] = [swapped, wrong].map((notes) => graded(exercise, takeOf(exercise, notes)))
      const [marks, least] = [grade!.marks, worse!.marks]
      expect(marks.flow).toBe(100)
      expect(marks.notes).toBeGreaterThanOrEqual(least.notes!)
      // Told as such where both are found; else as wrong notes.
      if (marks.notes === 100) said += moveReasons(exercise, grade!).length
    }
    expect(said).toBeGreaterThan(5)
  })

  it('forgives grace notes to 70 ms before a right note and bounces to 30 ms after one, and tells them', () => {
    let forgiven = 0
    for (const [which, exercise] of EXERCISES.entries()) {
      const played = human(exercise, which)
      const random = randomFrom(which)
      const notes = played.flatMap((note, at) => {
        if (at % 3 === 1)
          return [{ ...note, midi: note.midi + 1, onsetMs: note.onsetMs - 15 - 50 * random() }, note]
        if (at % 3 === 2) return [note, { ...note, onsetMs: note.onsetMs + 8 + 20 * random() }]
        return [note]
      })
      const { marks, judged } = graded(exercise, takeOf(exercise, notes))
      expect(marks).toEqual({ notes: 100, time: 100, flow: 100 })
      expect(judged.some((one) => one.forgiven === 'grace')).toBe(true)
      expect(judged.some((one) => one.forgiven === 'bounce')).toBe(true)
      forgiven += notes.length - judged.filter((one) => one.expected !== undefined).length
    }
    expect(forgiven).toBeGreaterThan(500)
  })

  it('asks for triplets evenly in a swing tune, as the band plays them', () => {
    const outcome = makeExercise(
      { rung: 'below-above', stretch: { from: 0, to: 7 }, tempo: 90 },
      TUNES[0]!,
      instrumentOf('trumpet'),
    )
    if (!outcome.ok) throw new Error('no exercise')
    const exercise = outcome.value
    expect(exercise.swing).toBeGreaterThan(0.6)
    const evenMs = 60_000 / 90 / 480
    const notes = perfect(exercise).map((note, at) => ({
      ...note,
      onsetMs: exercise.expected[at]!.start * evenMs,
    }))
    const { marks, judged } = graded(exercise, takeOf(exercise, notes))
    expect(marks).toEqual({ notes: 100, time: 100, flow: 100 })
    expect(Math.max(...judged.map(({ offMs }) => Math.abs(offMs ?? 999)))).toBeLessThan(1)
    const line = { notes: exercise.expected }
    const sounded = bandEvents(TUNES[0]!, exercise.spec.stretch, line, { swing: exercise.swing })
      .filter(({ part }) => part === 'line')
      .map(({ tick }) => tick)
    expect(sounded).toEqual(exercise.expected.map(({ start }) => start))
  })

  it('gives one grade, in whatever order and however often a busy page delivers the notes (property)', () => {
    const exercise = EXERCISES[0]!
    const notes = simulatePlayer(exercise, { seed: 3, errorRate: 0.2, spreadMs: 40 })
    const told = (shuffled: readonly PlayedNote[]) => {
      const { marks, verdict, judged } = graded(exercise, takeOf(exercise, shuffled))
      return {
        marks,
        verdict,
        judged: judged.map(({ played, ...one }) => ({
          ...one,
          note: played === undefined ? '' : shuffled[played],
        })),
      }
    }
    const wanted = told(notes)
    fc.assert(
      fc.property(fc.shuffledSubarray([...notes.keys()], { minLength: notes.length }), (order) => {
        expect(told(order.map((at) => notes[at]!))).toEqual(wanted)
      }),
      { numRuns: 100 },
    )
  })

  it('refuses a take with a time that is no number', () => {
    const exercise = EXERCISES[0]!
    const notes = perfect(exercise)
    for (const onsetMs of [Number.NaN, Number.POSITIVE_INFINITY]) {
      const outcome = gradeTake(exercise, takeOf(exercise, [...notes.slice(0, 3), { ...notes[3]!, onsetMs }]))
      expect(outcome.ok ? '' : wordReason(outcome.problems[0]!)).toBe(
        'The time or the pitch of note 4 is no number: the take can’t be graded.',
      )
    }
    expect(gradeTake(exercise, { ...takeOf(exercise, notes), latencyMs: Number.NaN }).ok).toBe(false)
  })

  it('never gives a higher mark for one more slip', () => {
    let tried = 0
    for (const [which, exercise] of EXERCISES.entries())
      for (let seed = 0; seed < 40; seed += 1) {
        const random = randomFrom(seed * 31 + which)
        const notes = simulatePlayer(exercise, { seed, errorRate: 0.08, spreadMs: 16 })
        const at = 1 + Math.floor(random() * (notes.length - 2))
        const note = notes[at]!
        const kind = Math.floor(random() * 3)
        const more =
          kind === 0
            ? notes.filter((_, index) => index !== at)
            : kind === 1
              ? notes.map((one, index) => (index === at ? { ...one, midi: one.midi + 6 } : one))
              : [
                  ...notes.slice(0, at),
                  { ...note, onsetMs: note.onsetMs - 110, midi: note.midi + 6 },
                  ...notes.slice(at),
                ]
        const marks = [notes, more].map((one) => graded(exercise, takeOf(exercise, one)).marks)
        const lowest = marks.map((one) => Math.min(...Object.values(one)))
        // The slip may fall on one that was made already; a slip taken back is none.
        const right = graded(exercise, takeOf(exercise, notes)).judged.some(
          ({ played, verdict }) => played === at && verdict === 'right',
        )
        if (!right) continue
        tried += 1
        expect({ which, seed, kind, rise: Math.max(0, lowest[1]! - lowest[0]!) }).toMatchObject({ rise: 0 })
      }
    expect(tried).toBeGreaterThan(400)
  })
})
