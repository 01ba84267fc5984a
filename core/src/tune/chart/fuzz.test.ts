import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readChordSymbol } from '../../theory/chord/read.ts'
import { readChart } from './read.ts'
import { writeChart } from './write.ts'

const VALID = [
  'title: Low Door\nkey: Eb minor\ntime: 3/4\ntempo: 96\nfeel: straight\n\n[A] | Abm7:2 Db7 | % | // later\n[B]\n| Gbmaj7 |',
  '|: Dm7 G7 | Cmaj7 |1. A7alt :|2. Cmaj7 |\n| (5/4) Fm7 Bb7 | (4/4) N.C. | C/E |',
  '[A] |: F7 | Bb7 | F7 | Cm7 F7 x3 :|\n| Bb7 | Bdim7 | F7 | D7b9 |',
  'time: 12/8\n| Dm7:1 G7:3 | Cmaj7 | % | % |',
]

/** A valid chart cut somewhere and joined to a piece of another. */
const spliced = fc
  .tuple(fc.constantFrom(...VALID), fc.constantFrom(...VALID), fc.nat(200), fc.nat(200))
  .map(([a, b, cut, join]) => a.slice(0, cut) + b.slice(join))
const bytes = fc.uint8Array({ maxLength: 80 }).map((values) => String.fromCharCode(...values))
const word = fc.constantFrom(
  'Dm7',
  'G7:9',
  'C:0',
  'F:0.5',
  'x99',
  '%',
  '(7/9)',
  '(3/4)',
  '2.',
  '9.',
  '1,2.',
  '|:',
  ':|',
  '||',
  '|',
  '[A',
  ']',
  'tempo: 1e9',
  'pickup: -3',
  'N.C.',
  '//',
  '\n',
  'Hm7',
  'Cb♭♭7',
  '/',
)
const wild = fc.array(word, { maxLength: 30 }).map((words) => words.join(' '))
/** Numbers of repeats and bars beyond all sense. */
const absurd = fc
  .tuple(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 0, max: 99999 }))
  .map(([bars, times]) => `|: ${'C | '.repeat(bars)} G7 x${times} :|`)

const generated = fc.oneof(
  { weight: 4, arbitrary: spliced },
  { weight: 3, arbitrary: wild },
  { weight: 2, arbitrary: bytes },
  { weight: 1, arbitrary: absurd },
)

describe('generated charts', () => {
  it('are read without an exception, 100,000 of them; every problem has its position, every suggested chord is a chord', () => {
    let read = 0
    let refused = 0
    fc.assert(
      fc.property(generated, (text) => {
        const outcome = readChart(text)
        if (outcome.ok) {
          read += 1
          return
        }
        refused += 1
        const lines = text.split(/\r\n|\r|\n/)
        for (const { place, fix: change, rule } of outcome.problems) {
          if (!place?.line || !place.column || place.line > lines.length) throw new Error('no place')
          if (place.column > lines[place.line - 1]!.length + 1) throw new Error('outside the line')
          if (rule === 'chord.unread' && change !== undefined && !readChordSymbol(change).ok)
            throw new Error('the fix fixes nothing')
        }
      }),
      { numRuns: 100_000 },
    )
    expect(read).toBeGreaterThan(10_000)
    expect(refused).toBeGreaterThan(10_000)
  })

  it('are written back equal where they are read', () => {
    fc.assert(
      fc.property(generated, (text) => {
        const outcome = readChart(text)
        if (outcome.ok && outcome.value.order.length < 400)
          expect(readChart(writeChart(outcome.value))).toEqual(outcome)
      }),
      { numRuns: 10_000 },
    )
  })
})

describe('a hostile text', () => {
  it.each([
    ['spaces', `|: C${' '.repeat(200_000)}x3 :|`],
    ['a heading of spaces', `title:${' '.repeat(200_000)}x`],
    ['strokes', '|'.repeat(200_000)],
    ['endings without a repeat', '| 2. C '.repeat(20_000)],
    ['a long symbol', `| C${'('.repeat(200_000)} |`],
    ['colons', `| C${':'.repeat(200_000)} |`],
    ['what is no chord', '| X '.repeat(50_000)],
  ])('of %s is answered', (_, text) => {
    const outcome = readChart(text)
    if (!outcome.ok) expect(outcome.problems.length).toBeLessThanOrEqual(201)
    expect(JSON.stringify(outcome).length).toBeGreaterThan(0)
  })
})
