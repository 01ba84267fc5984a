import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chartOf } from '../../test/changes.ts'
import { barStarts, chordSpans, fitStretch, transposeChart } from './chart.ts'
import { readChart } from './read.ts'
import { writeChart } from './write.ts'

const problemsOf = (text: string) => {
  const outcome = readChart(text)
  return outcome.ok ? [] : outcome.problems
}

describe('readChart', () => {
  it('takes a text without a header as a chart', () => {
    const chart = chartOf('| Ebm7 Ab7 | Dbmaj7 |')
    expect(chart.bars).toHaveLength(2)
    expect(chordSpans(chart).map(({ start, end, chord }) => [start, end, chord.symbol])).toEqual([
      [0, 960, 'Ebm7'],
      [960, 1920, 'Ab7'],
      [1920, 3840, 'Dbmaj7'],
    ])
  })

  it('reads header, sections, comments, the bar before, and written beats', () => {
    const chart = chartOf(
      'title: Low Door\nkey: Eb minor\ntime: 3/4\ntempo: 96\nfeel: straight\nform: AB\n\n[A] | Abm7:2 Db7 | % | // the rest later\n[B]\n| Gbmaj7 |',
    )
    expect(chart).toMatchObject({
      title: 'Low Door',
      key: { tonic: 'Eb', mode: 'minor' },
      tempo: 96,
      feel: 'straight',
      form: 'AB',
    })
    expect(chart.bars.map(({ section }) => section)).toEqual(['A', undefined, 'B'])
    expect(chart.bars[1]!.chords.map(({ duration }) => duration)).toEqual([960, 480])
    expect(barStarts(chart)).toEqual([0, 1440, 2880, 4320])
  })

  it('shares beats that do not divide: the first chords get the longer part', () => {
    expect(chartOf('| C Dm Em |').bars[0]!.chords.map(({ duration }) => duration / 480)).toEqual([2, 1, 1])
  })

  it('says the line, the column and a mend of each problem, and goes on reading', () => {
    const problems = problemsOf('title: x\nkey: H\n| Dm7 Gx9q | Cmaj7 |\n| F7:9 |')
    expect(problems.map(({ rule, place }) => [rule, place?.line, place?.column])).toEqual([
      ['chart.key', 2, 6],
      ['chord.unread', 3, 10],
      ['chart.beats', 4, 3],
    ])
    expect(problems[1]!.mend).toBe('Gm9')
  })

  it('has words for a bar with nothing before it to repeat, an unknown heading, an empty text', () => {
    expect(problemsOf('| % |')[0]!.rule).toBe('chart.nothingToRepeat')
    expect(problemsOf('colour: red\n| C |')[0]).toMatchObject({
      rule: 'chart.header',
      place: { line: 1, column: 1 },
    })
    expect(problemsOf('')[0]!.rule).toBe('chart.empty')
  })

  it('never throws, whatever the text', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.stringMatching(/^[|A-G b#m7%:/\n[\]]{0,60}$/)), (text) => {
        for (const problem of problemsOf(text)) expect(problem.place).toBeDefined()
      }),
      { numRuns: 3000 },
    )
  })
})

const chord = fc.constantFrom('Dm7', 'G7', 'Cmaj7', 'Bb7(b9)', 'F#m7b5', 'Ebm6', 'A/C#', 'N.C.')
const bar = fc.oneof(
  fc.array(chord, { minLength: 1, maxLength: 4 }).map((chords) => chords.join(' ')),
  fc.tuple(chord, chord).map(([a, b]) => `${a}:3 ${b}:1`),
)
const text = fc
  .tuple(
    fc.array(bar, { minLength: 1, maxLength: 20 }),
    fc.constantFrom('', 'key: F# minor\n', 'title: Round\ntempo: 200\n'),
    fc.boolean(),
  )
  .map(([bars, header, section]) => `${header}${section ? '[A]\n' : ''}| ${bars.join(' | ')} |`)

describe('writeChart', () => {
  it('is read back to an equal chart', () => {
    fc.assert(
      fc.property(text, (written) => {
        const chart = chartOf(written)
        expect(chartOf(writeChart(chart))).toEqual(chart)
      }),
    )
  })
})

describe('transposeChart', () => {
  it('there and back is the same chart', () => {
    const chart = chartOf('key: Db major\n| Ebm7 Ab7 | Dbmaj7 | Gbmaj7/Bb | N.C. |')
    expect(transposeChart(transposeChart(chart, 2), -2)).toEqual(chart)
    expect(transposeChart(chart, 2).bars[2]!.chords[0]!.chord.symbol).toBe('Abmaj7/C')
  })

  it('keeps a stretch inside the tune', () => {
    expect(fitStretch(chartOf('| C | F |'), { from: 5, to: -1 })).toEqual({ from: 0, to: 1 })
  })
})
