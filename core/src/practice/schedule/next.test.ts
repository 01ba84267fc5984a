import { describe, expect, it } from 'vitest'
import type { Grade } from '../grade/marks.ts'
import type { RunVerdict } from '../grade/rules.ts'
import { keysInOrderOf } from './ladder.ts'
import { nextStep } from './next.ts'

const KEYS = keysInOrderOf({ tonic: 'C', mode: 'major' }, 'fourths')
const SPEC = { rung: 'outline-up', tempo: 120, stretch: { from: 4, to: 7 } } as const
const gradeOf = (verdict: RunVerdict, rights: readonly number[] = [4, 4, 4, 4]): Grade => {
  const bars = rights.map((right, at) => ({ bar: 4 + at, asked: 4, right }))
  const weakest = [...bars].sort((a, b) => a.right - b.right)[0]!
  return {
    judged: [],
    marks: {},
    verdict,
    bars,
    causes: {},
    ...(weakest.right < 4 ? { weakestBar: weakest.bar } : {}),
  }
}
const next = (grade: Grade, runs: readonly RunVerdict[], tonic = 'C') =>
  nextStep(
    SPEC,
    { tonic, mode: 'major' },
    KEYS,
    grade,
    runs.map((verdict) => ({ tempo: 120, verdict })),
  )

describe('nextStep', () => {
  it('takes the bar alone, with the one that leads into it, where the trouble lies in it', () => {
    expect(next(gradeOf('close', [4, 4, 1, 4]), ['close'])).toMatchObject({
      stretch: { from: 5, to: 6 },
      tempo: 120,
      why: { rule: 'next.bar', args: [7] },
    })
    expect(next(gradeOf('again', [0, 4, 4, 4]), ['again']).stretch).toEqual({ from: 4, to: 4 })
  })

  it('goes slower where all of it fails, and plays once more where it nearly held', () => {
    expect(next(gradeOf('again', [1, 1, 0, 1]), ['again'])).toMatchObject({
      tempo: 112,
      why: { rule: 'next.slower' },
    })
    expect(next(gradeOf('close', [3, 3, 3, 3]), ['close'])).toMatchObject({
      tempo: 120,
      why: { rule: 'next.close' },
    })
  })

  it('goes up by 7 % after two that held, and not before', () => {
    expect(next(gradeOf('solid'), ['solid'])).toMatchObject({ tempo: 120, why: { rule: 'next.solid' } })
    expect(next(gradeOf('solid'), ['solid', 'solid'])).toMatchObject({
      tempo: 128,
      why: { rule: 'next.faster' },
    })
  })

  it('moves on to the next key of the order, and from the last key to the next rung', () => {
    expect(next(gradeOf('move on'), ['move on'])).toMatchObject({ key: { tonic: 'F' }, rung: 'outline-up' })
    expect(next(gradeOf('move on'), ['move on'], 'G')).toMatchObject({
      key: { tonic: 'C' },
      rung: 'outline-down',
      tempo: 60,
    })
  })

  it('moves on from what is solid at the top tempo too, and says which of the two it was', () => {
    const at = (verdict: RunVerdict, tempo: number) =>
      nextStep({ ...SPEC, tempo }, KEYS[0]!, KEYS, gradeOf(verdict, [1, 1, 1, 1]), [{ tempo, verdict }])
    expect(at('solid', 180)).toMatchObject({ key: { tonic: 'F' }, why: { rule: 'next.key', args: [] } })
    expect(at('move on', 100)).toMatchObject({ key: { tonic: 'F' }, why: { rule: 'next.key', args: [95] } })
    expect(at('solid', 179).key).toBeUndefined()
  })

  it('keeps a fixed tempo, and goes up and down run by run where the player wants that', () => {
    const by = (plan: 'fixed' | 'upAndDown', verdict: RunVerdict) =>
      nextStep(SPEC, KEYS[0]!, KEYS, gradeOf(verdict, [1, 1, 1, 1]), [{ tempo: 120, verdict }], plan).tempo
    expect([by('fixed', 'again'), by('upAndDown', 'again'), by('upAndDown', 'solid')]).toEqual([
      120, 112, 128,
    ])
  })

  it('is never slower than the rung’s first tempo', () => {
    const slow = nextStep({ ...SPEC, tempo: 60 }, KEYS[0]!, KEYS, gradeOf('again', [0, 0, 0, 0]), [
      { tempo: 60, verdict: 'again' },
    ])
    expect(slow).toMatchObject({ tempo: 60, why: { rule: 'next.again' } })
  })
})
