import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { INSTRUMENTS, instrumentOf } from '../../theory/instrument/instrument.ts'
import { fifthsOf } from '../../theory/pitch/fifths.ts'
import { keysOfMode } from '../../theory/pitch/key.ts'
import { readPitch } from '../../theory/pitch/pitch.ts'
import { analyseChart } from '../../tune/analysis/analyse.ts'
import type { Override } from '../../tune/analysis/analysis.ts'
import { tuneInKey } from '../../tune/analysis/inKey.ts'
import { readChart } from '../../tune/chart/read.ts'
import { makeExerciseInKey } from './inKey.ts'

const tune = (changes: string, overrides: readonly Override[] = []) => {
  const outcome = readChart(`key: C major\n${changes}`)
  if (!outcome.ok) throw new Error('unread')
  return analyseChart(outcome.value, overrides)
}
const CHANGES = '| Dm7 | G7 | Cmaj7 | A7 | Em7 | F7 | Bm7b5 E7 | Am6 |'
const STRETCH = { from: 0, to: 7 }
const concert = instrumentOf('concert')
const made = (...args: Parameters<typeof makeExerciseInKey>) => {
  const outcome = makeExerciseInKey(...args)
  if (!outcome.ok) throw new Error('not made')
  return outcome.value
}
const above = { rung: 'from-above', variant: 2, stretch: STRETCH, tempo: 100 } as const

describe('tuneInKey', () => {
  it('takes the player’s own readings along: scales as they are, keys with the chords', () => {
    const own: readonly Override[] = [
      { from: 1, to: 1, scale: 'altered' },
      { from: 4, to: 5, key: { tonic: 'G', mode: 'major' } },
    ]
    fc.assert(
      fc.property(
        fc.constantFrom(...keysOfMode('major')),
        fc.constantFrom(...INSTRUMENTS),
        (key, instrument) => {
          const { sounding, written } = tuneInKey(tune(CHANGES, own), instrument, key)
          for (const { chart, overrides, readings } of [sounding, written]) {
            const tonic = fifthsOf(chart.key!.tonic)
            expect(readings[1]!.scale).toBe('altered')
            expect(readings[4]!.key).toEqual(overrides[1]!.key)
            expect(fifthsOf(readings[4]!.key.tonic) - tonic).toBe(1)
          }
        },
      ),
    )
  })
})

describe('makeExerciseInKey', () => {
  it('asks the same degrees in every key, and obeys an own scale in each', () => {
    const plain = made(tune(CHANGES), above, concert)
    const altered = tune(CHANGES, [{ from: 1, to: 1, scale: 'altered' }])
    const own = made(altered, above, concert)
    const overG7 = ({ exercise }: typeof plain) =>
      exercise.expected.filter(({ chord }) => chord === 1).map(({ degree }) => degree)
    expect(overG7(own)).not.toEqual(overG7(plain))
    for (const key of keysOfMode('major')) {
      const there = made(altered, above, concert, key)
      expect(overG7(there)).toEqual(overG7(own))
      expect(there.exercise.key.tonic).toBe(key.tonic)
    }
  })

  it('reads what it asks, transposed for the instrument and named as it sounds', () => {
    for (const instrument of INSTRUMENTS) {
      const { exercise, asRead, line } = made(tune(CHANGES), above, instrument, { tonic: 'A', mode: 'major' })
      const shift = instrument.written.semitones
      expect(asRead.expected.map(({ midi }) => midi - shift)).toEqual(
        exercise.expected.map(({ midi }) => midi),
      )
      expect(line.notes.map(({ midi }) => midi)).toEqual(asRead.expected.map(({ midi }) => midi))
      for (const { midi, spelling } of line.notes) expect(readPitch(spelling)?.midi).toBe(midi)
    }
  })

  it('spells simply where that is wanted', () => {
    const { asRead } = made(
      tune('| Ab7b9 |'),
      { ...above, stretch: { from: 0, to: 0 } },
      concert,
      undefined,
      'simple',
    )
    const names = asRead.expected.map(({ spelling }) => spelling)
    expect(names.some((name) => name.startsWith('A') && !name.startsWith('Ab'))).toBe(true)
    for (const name of names) expect(name).not.toMatch(/bb|##/)
  })

  it('moves a line by the nearest way: a fifth up is a fourth down (common practice, no source)', () => {
    const line = { notes: [{ start: 0, duration: 480, midi: 60, spelling: 'C4' }] }
    const to = (tonic: string) =>
      made(tune(CHANGES), { rung: 'your-line', stretch: STRETCH, tempo: 100, line }, concert, {
        tonic,
        mode: 'major',
      }).exercise.expected[0]!.midi
    expect(['C', 'G', 'F', 'D', 'Gb', 'Db'].map(to)).toEqual([60, 55, 65, 62, 66, 61])
  })

  it('reports that there is nothing to play', () => {
    const outcome = makeExerciseInKey(tune('| N.C. |'), { ...above, stretch: { from: 0, to: 0 } }, concert)
    expect(outcome).toMatchObject({ ok: false, problems: [{ rule: 'exercise.empty' }] })
  })
})
