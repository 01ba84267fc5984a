import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../../test/changes.ts'
import { graded } from '../../../test/graded.ts'
import { phraseFrom } from '../../line/phrases/phrase.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import { analyseChart } from '../../tune/analysis/analyse.ts'
import { transposeChart } from '../../tune/chart/chart.ts'
import type { Exercise } from '../drill/exercise.ts'
import { makeExercise } from '../drill/make.ts'
import { RUNGS, type RungId, rungOf } from '../drill/rungs.ts'
import type { PlayedNote } from '../listen/take.ts'
import { perfectPlayer, simulatedTake, simulatePlaying } from '../simulate/player.ts'

const TUNE = analysed('key: C major\n| Dm7 | G7 | Cmaj7 | Am7b5 D7b9 |')
const KEYS = Array.from({ length: 12 }, (_, at) => at - 5).map((fifths) =>
  analyseChart(transposeChart(TUNE.chart, fifths)),
)
const TEMPOS = [0, 0.25, 0.5, 0.75, 1]
const SET = RUNGS.filter(({ kind }) => kind === 'set')
  .filter(({ needs }) => needs !== 'line')
  .map(({ id }) => id)
/** Over the ii–V–I of the tune. */
const WALK = eighths('F4 A4 C5 E5 D5 C5 B4 A4 G4 F4 E4')
const PHRASE = phraseFrom(TUNE, WALK, 0, WALK.notes.length - 1)!

const made = (rung: RungId, key: number, share: number): Exercise => {
  const { from, to } = rungOf(rung).tempo
  const tempo = Math.round(from + (to - from) * share)
  const outcome = makeExercise(
    { rung, stretch: { from: 0, to: 3 }, tempo, phrase: PHRASE },
    KEYS[key]!,
    instrumentOf('tenor-sax'),
  )
  if (!outcome.ok) throw new Error(`${rung}: no exercise`)
  return outcome.value
}
const all = (rung: RungId) => KEYS.flatMap((_, key) => TEMPOS.map((share) => made(rung, key, share)))
const take = (exercise: Exercise, notes: readonly PlayedNote[]) => ({
  ...simulatedTake(exercise, perfectPlayer),
  notes,
})

/** Onsets that run ahead or fall behind by a share of the time that has gone by. */
const drifted = (notes: readonly PlayedNote[], drift: number): readonly PlayedNote[] =>
  notes.map((note) => ({ ...note, onsetMs: note.onsetMs * (1 + drift) }))

/**
 * Slips told and slips made over many runs. A wrong note, and a missed one with an extra one at its place, are the same.
 */
const found = (spreadMs: number, drift: number) => {
  let [hits, made, told] = [0, 0, 0]
  SET.forEach((rung, which) => {
    all(rung).forEach((exercise, at) => {
      const seed = which * 1000 + at
      const { notes, slips } = simulatePlaying(exercise, { seed, errorRate: 0.1, spreadMs })
      const way = at % 2 === 0 ? drift : -drift
      const { judged } = graded(exercise, take(exercise, drifted(notes, way)))
      const atNotes = judged.flatMap(({ verdict, expected }) =>
        expected !== undefined && (verdict === 'wrong' || verdict === 'missed') ? [expected] : [],
      )
      const slipped = slips.filter(({ kind }) => kind !== 'extra').map(({ expected }) => expected)
      const added = slips.length - slipped.length
      const extras = judged.filter(({ verdict, forgiven }) => verdict === 'extra' && !forgiven).length
      // One that came so near to the next note that it is forgiven as its grace note was heard, too.
      const forgiven = judged.filter((one) => one.forgiven).length
      const heard = Math.min(extras + forgiven, added)
      hits += atNotes.filter((expected) => slipped.includes(expected)).length + heard
      made += slips.length
      told += atNotes.length + Math.max(extras, heard)
    })
  })
  return { recall: hits / made, precision: hits / told, made }
}

describe('the grader over the whole ladder: every set rung, twelve keys, five tempos', () => {
  it('finds the slips of a player with 30 ms of spread', () => {
    const { recall, precision, made: slips } = found(30, 0)
    expect(slips).toBeGreaterThan(3000)
    expect(recall).toBeGreaterThanOrEqual(0.98)
    expect(precision).toBeGreaterThanOrEqual(0.98)
  })

  it('matches a player with 60 ms of spread whose tempo drifts 5 % either way', () => {
    const { recall, precision } = found(60, 0.05)
    expect(recall).toBeGreaterThanOrEqual(0.95)
    expect(precision).toBeGreaterThanOrEqual(0.95)
  })

  it('lets a perfect player move on, everywhere', () => {
    for (const rung of SET)
      for (const exercise of all(rung)) {
        const { verdict, marks } = graded(exercise, simulatedTake(exercise, perfectPlayer))
        expect({ rung, verdict, marks }).toMatchObject({ verdict: 'move on', marks: { notes: 100 } })
      }
  })

  it('never lets a player in a wrong key hold', () => {
    for (const rung of SET)
      for (let shift = 1; shift < 12; shift += 1) {
        const exercise = made(rung, shift, 0.5)
        const { notes } = simulatedTake(exercise, perfectPlayer)
        const moved = notes.map((note) => ({ ...note, midi: note.midi + shift }))
        expect(['again', 'close']).toContain(graded(exercise, take(exercise, moved)).verdict)
      }
  })

  it('gives the same take the same grade', () => {
    const exercise = made('enclosures', 4, 1)
    const played = simulatedTake(exercise, { seed: 5, errorRate: 0.3, spreadMs: 40 })
    expect(graded(exercise, played)).toEqual(graded(exercise, played))
  })
})
