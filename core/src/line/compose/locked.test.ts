import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import type { LineNote } from '../notes/line.ts'
import { composeLines } from './compose.ts'
import { fillTable } from './table.ts'

const TUNE = analysed(
  'key: Eb major\n| Fm7 | Bb7 | Ebmaj7 | Abmaj7 | Dm7b5 | G7b9 | Cm7 | C7b9 |\n| Fm7 | Bb7 | Gm7 C7b9 | Fm7 Bb7 | Ebmaj7 | % | N.C. | Ebmaj7 |',
)
const BRIEF = {
  stretch: { from: 0, to: 7 },
  count: 1,
  range: instrumentOf('trumpet').range,
  breathBars: 4,
} as const

const TABLES = {
  triplets: fillTable({ rhythm: 'triplets' }),
  mixed: fillTable({ rhythm: 'mixed' }),
}

const compose = (
  seed: number,
  locked: readonly LineNote[] = [],
  rhythm: 'solo' | 'triplets' | 'mixed' = 'triplets',
) =>
  composeLines(
    TUNE,
    { ...BRIEF, seed, locked, rounds: 1, rhythm },
    rhythm === 'solo' ? undefined : TABLES[rhythm],
  ).lines[0]?.line

const shown = ({ start, duration, midi }: LineNote) => `${start}+${duration} ${midi}`

describe('locked notes', () => {
  it('stay as they are, wherever they lie, and the rest is written around them (property)', () => {
    fc.assert(
      fc.property(
        fc.nat(40),
        fc.nat(40),
        fc.array(fc.boolean(), { minLength: 20, maxLength: 20 }),
        fc.constantFrom('solo', 'triplets', 'mixed'),
        (seed, other, picks, rhythm) => {
          const before = compose(seed, [], rhythm as 'mixed')!
          const locked = before.notes.filter((_, at) => picks[at % picks.length])
          const after = compose(other, locked, rhythm as 'mixed')!
          expect(after.notes.map(shown)).toEqual(expect.arrayContaining(locked.map(shown)))
          after.notes.slice(1).forEach((note, at) => {
            const last = after.notes[at]!
            expect(note.start).toBeGreaterThanOrEqual(last.start + last.duration)
            expect(last.duration).toBeGreaterThan(0)
          })
        },
      ),
      { numRuns: 60 },
    )
  })

  it('may be any notes: outside the chord, outside the range, far from each other', () => {
    const note = (start: number, midi: number): LineNote => ({ start, duration: 240, midi, spelling: 'C4' })
    const strange = [note(240, 61), note(480, 90), note(960, 40), note(1080 + 240, 66)]
    const line = compose(3, strange)!
    expect(line.notes.map(shown)).toEqual(expect.arrayContaining(strange.map(shown)))
    expect(line.notes.length).toBeGreaterThan(30)
  })

  it('leave the line as it is when all of it is locked, and another seed writes another where none is', () => {
    const line = compose(1)!
    expect(compose(9, line.notes)!.notes.map(shown)).toEqual(line.notes.map(shown))
    expect(compose(9)!.notes.map(shown)).not.toEqual(line.notes.map(shown))
  })

  it('still lead on: half the joins into what was written between are by step', () => {
    let steps = 0
    let joins = 0
    for (let seed = 0; seed < 12; seed += 1) {
      const before = compose(seed)!
      const locked = before.notes.filter(({ start }) => start >= 1920 && start < 3840)
      const after = compose(seed + 50, locked)!
      const at = after.notes.findIndex(({ start }) => start === locked[0]!.start)
      for (const [left, right] of [
        [after.notes[at - 1], after.notes[at]],
        [after.notes[at + locked.length - 1], after.notes[at + locked.length]],
      ]) {
        if (!left || !right) continue
        joins += 1
        if (Math.abs(left.midi - right.midi) <= 2) steps += 1
      }
    }
    expect(joins).toBeGreaterThan(15)
    expect(steps / joins).toBeGreaterThan(0.5)
  })

  it('are dropped over N.C.', () => {
    const note = { start: 14 * 1920, duration: 480, midi: 63, spelling: 'Eb4' }
    const answer = composeLines(TUNE, { ...BRIEF, stretch: { from: 12, to: 15 }, seed: 1, locked: [note] })
    expect(answer.lines).toHaveLength(1)
  })
})
