import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../../test/changes.ts'
import { INSTRUMENTS, instrumentOf } from '../../theory/instrument/instrument.ts'
import { makeExercise } from './make.ts'
import { rungOf } from './rungs.ts'

const TUNE = analysed('key: Db major\n| Ebm7 | Ab7 | Dbmaj7 | Ebm7 Ab7 |')
const made = (more: Partial<Parameters<typeof makeExercise>[0]> = {}, id = 'trumpet') => {
  const outcome = makeExercise(
    { rung: 'outline-up', stretch: { from: 0, to: 3 }, tempo: 100, ...more },
    TUNE,
    instrumentOf(id),
  )
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.problems))
  return outcome.value
}

describe('makeExercise', () => {
  it('writes 1 3 5 7 in quarters, and in eighths where a chord has half a bar', () => {
    const { expected, countIn, length } = made()
    expect(expected.slice(0, 4).map(({ degree }) => degree)).toEqual(['R', 'b3', '5', 'b7'])
    expect(expected.slice(0, 4).map(({ start }) => start)).toEqual([0, 480, 960, 1440])
    expect(expected.slice(12).map(({ start, duration }) => [start % 1920, duration])).toEqual(
      [0, 240, 480, 720, 960, 1200, 1440, 1680].map((start) => [start, 240]),
    )
    expect([countIn, length]).toEqual([1920, 4 * 1920])
  })

  it('fits every instrument by octave, rising within each chord', () => {
    for (const { id, range } of INSTRUMENTS) {
      const { expected } = made({}, id)
      expected.forEach((note, index) => {
        expect(note.midi).toBeGreaterThanOrEqual(range.low)
        expect(note.midi).toBeLessThanOrEqual(range.high)
        const before = expected[index - 1]
        if (before && before.chord === note.chord) expect(note.midi).toBeGreaterThan(before.midi)
      })
    }
  })

  it('fills a waltz bar with six eighths', () => {
    const outcome = makeExercise(
      { rung: 'outline-up', stretch: { from: 0, to: 0 }, tempo: 90 },
      analysed('time: 3/4\n| Gmaj7 |'),
      instrumentOf('trumpet'),
    )
    expect(outcome.ok && outcome.value.expected.map(({ degree }) => degree)).toEqual([
      'R',
      '3',
      '5',
      '7',
      '5',
      '3',
    ])
  })

  it('asks for a line as it is written, from the stretch’s first beat, its pickup before', () => {
    const { expected } = made({
      rung: 'your-line',
      stretch: { from: 1, to: 2 },
      line: eighths('Db4 C4 Eb4 Gb4', 1920 - 240),
    })
    expect(expected.map(({ start, spelling, bar }) => [start, spelling, bar])).toEqual([
      [-240, 'Db4', 1],
      [0, 'C4', 1],
      [240, 'Eb4', 1],
      [480, 'Gb4', 1],
    ])
  })

  it('gives the reason why there is nothing to play', () => {
    const outcome = makeExercise(
      { rung: 'your-line', stretch: { from: 0, to: 0 }, tempo: 90, line: { notes: [] } },
      TUNE,
      instrumentOf('trumpet'),
    )
    expect(outcome).toMatchObject({ ok: false, problems: [{ rule: 'exercise.empty', place: { bar: 1 } }] })
    expect(rungOf('outline-up').tempo).toEqual({ from: 60, to: 180 })
  })
})
