import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../../test/changes.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import { analyseChart } from '../../tune/analysis/analyse.ts'
import { transposeChart } from '../../tune/chart/chart.ts'
import { wordReason } from '../../wording/words.ts'
import { composeLines } from '../compose/compose.ts'
import { type Line, transposeLine } from '../notes/line.ts'
import { repitchLine } from '../notes/spell.ts'
import { reviewLine, scoreLine } from './review.ts'
import type { ReviewView } from './rules.ts'

const CHANGES = 'key: Db major\n| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 | Cm7b5 | F7b9 | Bbm6 | Ebm7 Ab7 |'
const TUNE = analysed(CHANGES)
const { range } = instrumentOf('concert')
const composed = (seed: number): Line =>
  composeLines(TUNE, {
    stretch: { from: 0, to: 7 },
    seed,
    count: 1,
    range,
    breathBars: 4,
    rhythm: 'triplets',
  }).lines[0]!.line

const rules = (changes: string, line: Line, view: ReviewView = {}) =>
  reviewLine(analysed(changes), line, view).findings.map(({ why }) => why.rule)

/** Lines with one thing that a teacher would stop at. Common practice, no source. */
const FAULTY: readonly (readonly [string, string, string, ReviewView?])[] = [
  ['find.clash', '| Dbmaj7 | Dbmaj7 |', 'F4 Ab4 C5 Ab4 Gb4 . C5 Ab4 F4'],
  ['find.unresolved', '| Ab7 | Dbmaj7 |', 'C5 Eb5 B4 Gb5 Eb5 C5 Db5 Eb5 F5'],
  [
    'find.passedOver',
    'key: Db major\n| Ebm7 | Ab7 |',
    'Eb4 Gb4 Bb4 Db5 Bb4 Gb4 F4 Gb4 Ab4 Bb4 Db5 Eb5 Db5 Bb4 Ab4 Eb4',
  ],
  ['find.jump', 'key: Db major\n| Ab7 | Dbmaj7 |', 'Ab4 C5 Eb5 C5 Ab4 Gb4 Eb4 C4 F5 Db5 Ab4'],
  ['find.run', '| Cmaj7 | Cmaj7 |', 'C4 D4 E4 F4 G4 A4 B4 C5 D5 E5 C5 G4 E4'],
  ['find.leap', '| Cmaj7 | Cmaj7 |', 'E4 C4 D4 B4 D5 C5 G4 E4'],
  ['find.twice', '| Cmaj7 | Cmaj7 |', 'E4 E4 G4 B4 C5'],
  ['find.range', '| Cmaj7 | Cmaj7 |', 'E2 G4 B4 C5', { range }],
  ['find.finger', '| Cmaj7 | Cmaj7 |', 'E4 G4 B5 G5 E5 C5'],
  ['find.end', '| Cmaj7 | Cmaj7 |', 'E4 G4 B4 C5 A4 F4'],
  ['find.approach', '| Cmaj7 | Cmaj7 |', 'E4 G4 B4 G4 A4 F4 E4', { approach: 'chords' }],
  [
    'find.contour',
    '| Cmaj7 | Cmaj7 |',
    'E4 G4 B4 C5 E4 G4 B4 C5 E5',
    {
      curve: [
        { tick: 0, midi: 64 },
        { tick: 1920, midi: 64 },
      ],
    },
  ],
]

describe('reviewLine', () => {
  for (const [rule, changes, line, view] of FAULTY)
    it(`stops at ${rule}`, () => {
      expect(rules(changes, eighths(line), view)).toContain(rule)
    })

  it('hears the same shape again, a line without a breath, one that only walks, one that is too full', () => {
    const shape = 'E4 G4 B4 G4 . . . . '
    expect(rules('| Cmaj7 | % | % | % |', eighths(shape.repeat(4).trim()))).toContain('find.shape')
    const long = 'E4 G4 B4 C5 B4 G4 A4 F4 '.repeat(5).trim()
    expect(rules('| Cmaj7 | % | % | % | % | % |', eighths(long))).toContain('find.breath')
    expect(rules('| Cmaj7 | % |', eighths('C4 D4 E4 F4 G4 F4 E4 D4 E4 F4 G4 A4 G4 F4 E4 D4'))).toContain(
      'find.plain',
    )
    const sixteenths = {
      notes: eighths('E4 G4 B4 C5 B4 G4 A4 F4 '.repeat(4).trim()).notes.map((note) => ({
        ...note,
        start: note.start / 2,
        duration: note.duration / 2,
      })),
    }
    expect(rules('| Cmaj7 | Cmaj7 |', sixteenths)).toContain('find.dense')
  })

  it('finds no fault in an ordinary line, and praises each strength once', () => {
    const { findings, praises, score, scores } = reviewLine(
      TUNE,
      eighths('Bb4 Db5 F5 Db5 Eb5 Db5 Bb4 Db5 C5 Bb4 Ab4 Gb4 F4 Eb4 Gb4 E4 F4 Ab4 C5 Eb5 Db5'),
    )
    expect(findings).toEqual([])
    expect(score).toBe(100)
    expect(Object.values(scores)).toEqual(new Array(10).fill(100))
    const said = praises.map(({ why }) => why.rule)
    expect(said).toContain('praise.enclosure')
    expect(said).toContain('praise.end')
    expect(new Set(said).size).toBe(said.length)
  })

  it('offers a fix with a higher score for each fault', () => {
    for (const [rule, changes, line, view] of FAULTY) {
      const analysis = analysed(changes)
      const review = reviewLine(analysis, eighths(line), view)
      const finding = review.findings.find(({ why }) => why.rule === rule)!
      expect(finding.fix, rule).toBeDefined()
      expect(finding.fix!.score).toBeGreaterThan(review.score)
      expect(scoreLine(analysis, finding.fix!.line, view)).toBeCloseTo(finding.fix!.score, 9)
    }
  })

  it('brings a note home that lies octaves away from the others', () => {
    const analysis = analysed('key: C major\n| Cmaj7 | Dm7 |')
    const line = eighths('E4 G4 B1 G4 E4 C4 D4 E4 F4')
    const { findings } = reviewLine(analysis, line, { range })
    const far = findings.find(({ why }) => why.rule === 'find.range')
    expect(far?.fix?.line.notes[2]?.spelling).toBe('B4')
  })

  it('never offers a fix that lowers the score, and has a sentence for every finding', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 500 }),
        fc.array(fc.tuple(fc.nat(60), fc.integer({ min: -9, max: 9 })), { maxLength: 8 }),
        (seed, slips) => {
          const line = composed(seed)
          const moved = new Map(
            slips.map(([at, by]) => [at % line.notes.length, line.notes[at % line.notes.length]!.midi + by]),
          )
          const slipped = repitchLine(TUNE, line, moved)
          const review = reviewLine(TUNE, slipped, { range, fixes: 5 })
          expect(review.score).toBeGreaterThanOrEqual(0)
          expect(review.score).toBeLessThanOrEqual(100)
          for (const { why, fix } of review.findings) {
            expect(wordReason(why)).toMatch(/[.?]$/)
            if (!fix) continue
            expect(fix.score).toBeGreaterThan(review.score)
            expect(scoreLine(TUNE, fix.line, { range })).toBeCloseTo(fix.score, 9)
          }
          for (const { why } of review.praises) expect(wordReason(why)).toMatch(/[.?]$/)
        },
      ),
      { numRuns: 25 },
    )
  })

  it('gives the same review in another key', () => {
    const up = [
      [2, 2, 'Eb'],
      [-1, 5, 'C'],
      [5, -1, 'Gb'],
    ] as const
    for (const [semitones, fifths, key] of up) {
      const chart = analyseChart(transposeChart(TUNE.chart, fifths))
      expect(chart.chart.key?.tonic).toBe(key)
      for (const seed of [1, 2, 3]) {
        const slipped = repitchLine(
          TUNE,
          composed(seed),
          new Map([
            [5, 63],
            [11, 70],
            [17, 61],
          ]),
        )
        const there = transposeLine(slipped, semitones, fifths)
        const plain = ({ findings, score }: ReturnType<typeof reviewLine>) => [
          score,
          findings.map(({ why, from, to, fix }) => [why.rule, from, to, fix?.score]),
        ]
        expect(plain(reviewLine(chart, there))).toEqual(plain(reviewLine(TUNE, slipped)))
      }
    }
  })

  it('compares lines of unlike length: the same faults as often score the same', () => {
    const four = analysed('| Cmaj7 | % | % | % |')
    const eight = analysed('| Cmaj7 | % | % | % | % | % | % | % |')
    const bar = 'E4 G4 B4 G4 F4 . . E4 '
    const once = scoreLine(four, eighths(bar.repeat(4).trim()), { fixes: 0 })
    const double = scoreLine(eight, eighths(bar.repeat(8).trim()), { fixes: 0 })
    expect(Math.abs(once - double)).toBeLessThan(8)
  })

  it('answers for empty lines, N.C., and chords without thirds', () => {
    expect(reviewLine(TUNE, { notes: [] })).toMatchObject({ findings: [], praises: [], score: 100 })
    expect(reviewLine(analysed('| N.C. | N.C. |'), eighths('C4 C#4 D4 F#4')).score).toBeGreaterThan(0)
    expect(reviewLine(analysed('| C5 | Gsus4 |'), eighths('C4 C#4 D4 F#4 G4 A4')).score).toBeGreaterThan(0)
    const overlapping = { notes: eighths('C4 E4 G4').notes.map((note) => ({ ...note, duration: 700 })) }
    expect(reviewLine(analysed('| C | G7 |'), overlapping).score).toBeGreaterThan(0)
  })
})
