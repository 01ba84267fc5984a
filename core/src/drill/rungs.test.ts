import { describe, expect, it } from 'vitest'
import { analysed } from '../../test/changes.ts'
import { analyseChart } from '../analysis/analyse.ts'
import { transposeChart } from '../chart/chart.ts'
import { explainLine } from '../explain/explain.ts'
import { INSTRUMENTS, instrumentOf } from '../instrument/instrument.ts'
import { makeExercise } from './make.ts'
import { RUNGS, type RungId, rungOf } from './rungs.ts'

const TUNE = analysed('key: C major\n| Dm7 | G7 | Cmaj7 | Am7b5 D7b9 |')
const STRETCH = { from: 0, to: 3 }
const LINE = { notes: [{ start: 0, duration: 480, midi: 60, spelling: 'C4' }] }

const made = (rung: RungId, variant = 0, tune = TUNE, id = 'concert') => {
  const outcome = makeExercise(
    { rung, variant, stretch: STRETCH, tempo: 100, line: LINE },
    tune,
    instrumentOf(id),
  )
  if (!outcome.ok) throw new Error(`${rung}: ${JSON.stringify(outcome.problems)}`)
  return outcome.value.expected
}
const names = (rung: RungId, variant = 0, bar = 0) =>
  made(rung, variant)
    .filter((note) => note.bar === bar)
    .map(({ spelling }) => spelling.replace(/\d/, ''))
    .join(' ')

describe('the set rungs', () => {
  it.each<[RungId, number, number, string]>([
    ['roots', 0, 0, 'D'],
    ['roots-thirds', 0, 1, 'G B'],
    ['thirds', 0, 2, 'E'],
    ['triads', 0, 0, 'D F A F D F A F'],
    ['outline-up', 0, 1, 'G B D F'],
    ['outline-down', 0, 2, 'B G E C'],
    ['from-3', 0, 1, 'B D F G'],
    ['from-5', 1, 0, 'A F D C'],
    ['from-7', 0, 2, 'B C E G'],
    ['to-the-9', 0, 0, 'D F A C E C A F'],
    ['other-orders', 0, 1, 'G D B F G D B F'],
    ['from-below', 0, 1, 'F# G A# B C# D E F'],
    ['lower-neighbour', 0, 2, 'C B C E D# E G E'],
    ['from-above', 0, 0, 'E D G F B A D C'],
    ['turn', 0, 2, 'D C B C F E D# E'],
    ['enclosures', 1, 1, 'C C A# B D F G F'],
    ['delayed', 0, 2, 'D# E G B C B G E'],
    ['chord-scales', 0, 0, 'D E F G A B C D'],
    ['cell', 0, 1, 'G A B D G A B D'],
    ['diminished', 0, 1, 'B D F Ab F D B G'],
    ['altered', 0, 1, 'G Ab A# B C# Eb F Eb'],
    ['altered', 1, 1, 'F Eb C# B A# Ab G Ab'],
    ['half-diminished', 0, 1, 'F Ab B Eb B Ab F Ab'],
    ['v-through-both', 0, 0, 'B D F A F D B G'],
    ['other-roads', 0, 1, 'Db F Ab Cb Ab F Db F'],
  ])('%s (%i), bar %i: %s (common practice, no source)', (rung, variant, bar, expected) => {
    expect(names(rung, variant, bar)).toBe(expected)
  })

  it('triplets below and above, the tone third', () => {
    const first = made('below-above').filter(({ bar }) => bar === 1)
    expect(first).toHaveLength(12)
    expect(first.slice(0, 3).map(({ spelling }) => spelling.replace(/\d/, ''))).toEqual(['F#', 'A', 'G'])
    expect(first[1]!.start % 480).toBe(160)
  })

  it('half the shape, or the shape in eighths, where a chord has half a bar', () => {
    const bar = (rung: RungId) => made(rung).filter((note) => note.bar === 3)
    expect(bar('outline-up').map(({ duration }) => duration)).toEqual(Array(8).fill(240))
    expect(
      bar('to-the-9')
        .map(({ degree }) => degree)
        .slice(0, 4),
    ).toEqual(['R', 'b3', 'b5', 'b7'])
    expect(bar('roots').map(({ duration }) => duration)).toEqual([960, 960])
  })

  it('joins: nearest chord tones, guide tones by step, the one key with chord tones on the first beats', () => {
    const joins = (notes: ReturnType<typeof made>) =>
      notes
        .slice(1)
        .flatMap((note, at) =>
          note.chord === notes[at]!.chord ? [] : [Math.abs(note.midi - notes[at]!.midi)],
        )
    expect(Math.max(...joins(made('nearest-join')))).toBeLessThanOrEqual(4)
    expect(Math.max(...joins(made('guide-tones')))).toBeLessThanOrEqual(2)
    const oneKey = made('one-key')
    for (const { start, degree } of oneKey.filter((note) => note.start % 1920 === 0))
      expect({ start, degree }).toMatchObject({ degree: expect.stringMatching(/^(R|b?3|b?5|b?7)$/) })
  })

  it('pickups lead by step into a 3 or 7, and landings put a chord tone on beats 1 and 3', () => {
    for (const variant of [0, 1, 2]) {
      const notes = made('pickups', variant)
      const targets = notes.filter((note) => note.start % 1920 === 0 && note.start > 0)
      expect(targets.length).toBeGreaterThanOrEqual(3)
      for (const target of targets) {
        expect(target.degree).toMatch(/[37]$/)
        const before = notes[notes.indexOf(target) - 1]!
        expect(Math.abs(before.midi - target.midi)).toBeLessThanOrEqual(2)
      }
    }
    const { notes } = explainLine(TUNE, { notes: made('landings') })
    const strong = made('landings').flatMap((note, at) => (note.start % 960 === 0 ? [notes[at]!.degree] : []))
    for (const degree of strong) expect(degree).toMatch(/^(R|b?3|b?5|b?7|9|13|b9)$/)
  })

  it('fit every instrument in every key: in range, in order, filling no more than the stretch', () => {
    for (let fifths = -5; fifths <= 6; fifths += 1) {
      const tune = analyseChart(transposeChart(TUNE.chart, fifths))
      for (const { id, range } of INSTRUMENTS)
        for (const rung of RUNGS)
          rung.variants.forEach((_variant, variant) => {
            const notes = made(rung.id, variant, tune, id)
            notes.forEach((note, at) => {
              if (rung.id !== 'your-line') {
                expect(note.midi).toBeGreaterThanOrEqual(range.low)
                expect(note.midi).toBeLessThanOrEqual(range.high)
              }
              const next = notes[at + 1]?.start ?? 4 * 1920
              expect(note.start + note.duration).toBeLessThanOrEqual(next)
            })
          })
    }
  })

  it('has every set row of the ladder once, with its tempos', () => {
    expect(new Set(RUNGS.map(({ id }) => id)).size).toBe(RUNGS.length)
    expect(RUNGS.length).toBeGreaterThanOrEqual(30)
    expect(rungOf('below-above').tempo).toEqual({ from: 50, to: 120 })
    expect(rungOf('pickups')).toMatchObject({ grade: 5, gradeName: 'Approaches' })
  })
})
