import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chartOf } from '../../../test/changes.ts'
import type { Chart } from './chart.ts'
import {
  copyBar,
  copySection,
  moveBar,
  moveSection,
  nameSection,
  removeBar,
  repeatSection,
  sectionOf,
  splitBar,
  withBarText,
  withWord,
  writtenSections,
} from './edit.ts'
import { readChart } from './read.ts'
import { writeChart } from './write.ts'

const bars = (chart: Chart) =>
  writeChart(chart)
    .split('\n')
    .filter((line) => /[|[]/.test(line))
    .join(' ')
const after = (text: string, edit: (chart: Chart) => Chart) => bars(edit(chartOf(text)))
const done = (outcome: ReturnType<typeof withWord>): Chart => {
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.problems))
  return outcome.value
}

describe('editing a chart cell by cell', () => {
  it('replaces one chord of a bar by another, by several, by none, or by beats', () => {
    const write = (word: number, text: string) =>
      after('| Dm7 G7 | Cmaj7 |', (chart) => done(withWord(chart, 0, word, text)))
    expect(write(1, 'G7b9')).toBe('| Dm7 G7b9 | Cmaj7 |')
    expect(write(1, 'G7 Db7')).toBe('| Dm7:2 G7:1 Db7:1 | Cmaj7 |')
    expect(write(1, '')).toBe('| Dm7 | Cmaj7 |')
    expect(write(0, 'Dm7:3')).toBe('| Dm7:3 G7:1 | Cmaj7 |')
    expect(after('| Dm7 |', (chart) => done(withWord(chart, 0, 0, '')))).toBe('| N.C. |')
  })

  it('rejects what can’t be read as a chord, with the column, and leaves the chart unchanged', () => {
    const chart = chartOf('| Dm7 G7 | Cmaj7 |')
    const outcome = withWord(chart, 0, 1, 'G7q')
    expect(outcome).toMatchObject({ ok: false, problems: [{ rule: 'chord.unread', place: { column: 7 } }] })
    expect(withBarText(chart, 0, 'Dm7:9').ok).toBe(false)
  })

  it('lets a % follow the bar before it', () => {
    expect(after('| Dm7 | % | G7 |', (chart) => done(withWord(chart, 0, 0, 'Em7')))).toBe('| Em7 | % | G7 |')
    const changed = done(withWord(chartOf('| Dm7 | % |'), 0, 0, 'Em7'))
    expect(changed.bars[1]!.chords[0]!.chord.symbol).toBe('Em7')
    expect(after('| Dm7 | G7 |', (chart) => done(withWord(chart, 1, 0, '%')))).toBe('| Dm7 | % |')
    expect(after('| Dm7 | % | G7 |', (chart) => removeBar(chart, 0))).toBe('| Dm7 | G7 |')
  })

  it('splits, copies and removes bars; the marks that a bar bore stay', () => {
    expect(after('| Dm7 |', (chart) => done(splitBar(chart, 0)))).toBe('| Dm7 Dm7 |')
    expect(splitBar(chartOf('| C:0.5 Dm7 Em7 Fmaj7 G7 A7 B7 |'), 0).ok).toBe(true)
    expect(after('[A] |: Dm7 | G7 :|', (chart) => copyBar(chart, 1))).toBe('[A] |: Dm7 | G7 | G7 :|')
    expect(after('[A] |: Dm7 | G7 | C :|', (chart) => removeBar(chart, 0))).toBe('[A] |: G7 | C :|')
    expect(after('[A] |: Dm7 | G7 | C :|', (chart) => removeBar(chart, 2))).toBe('[A] |: Dm7 | G7 :|')
    expect(after('| Dm7 |', (chart) => removeBar(chart, 0))).toBe('| Dm7 |')
  })

  it('moves bars between the marks, and sections with theirs', () => {
    expect(after('[A] |: Dm7 | G7 | C :|', (chart) => moveBar(chart, 2, 0))).toBe('[A] |: C | Dm7 | G7 :|')
    expect(after('| Dm7 | % | G7 | C |', (chart) => moveBar(chart, 3, 2))).toBe('| Dm7 | % | C | G7 |')
    const tune = '[A] | Dm7 | G7 |\n[B] | Em7 | A7 |\n[C] | C |'
    expect(after(tune, (chart) => moveSection(chart, 2, 0))).toBe(
      '[C] | C | [A] | Dm7 | G7 | [B] | Em7 | A7 |',
    )
    expect(after(tune, (chart) => repeatSection(chart, 1))).toBe(
      '[A] | Dm7 | G7 | [B] |: Em7 | A7 :| [C] | C |',
    )
    expect(after('[A] |: Dm7 | G7 :|', (chart) => repeatSection(chart, 0))).toBe('[A] | Dm7 | G7 |')
    expect(after('[A] | Dm7 |\n[B] | C |', (chart) => copySection(chart, 0))).toBe(
      '[A] | Dm7 | [A] | Dm7 | [B] | C |',
    )
    expect(after('| Dm7 | G7 |', (chart) => nameSection(chart, 1, 'B'))).toBe('| Dm7 | [B] | G7 |')
    expect(writtenSections(chartOf(tune)).map(({ name, from, to }) => [name, from, to])).toEqual([
      ['A', 0, 1],
      ['B', 2, 3],
      ['C', 4, 4],
    ])
    expect(sectionOf(chartOf(tune), 3)).toBe(1)
  })

  it('keeps comments and the lines of the text', () => {
    const text = '// of the third set\n| Dm7 | G7 | // softly\n| Cmaj7 |\n// end'
    const chart = done(withWord(chartOf(text), 2, 0, 'C6'))
    expect(writeChart(chart).split('\n').slice(4, -1)).toEqual([
      '// of the third set',
      '| Dm7 | G7 | // softly',
      '| C6 |',
      '// end',
    ])
  })

  it('gives a chart that its text gives again, whatever is done (property)', () => {
    const tune =
      '[A] |: Dm7 G7 | % |1. Cmaj7 | A7 :|2. C6 | % |\n[B] | (3/4) Fm7 | Bb7 | // turn\n| (4/4) Eb6 |'
    const edit = fc.oneof(
      fc.nat(8).map((at) => (chart: Chart) => copyBar(chart, at % chart.written.length)),
      fc.nat(8).map((at) => (chart: Chart) => removeBar(chart, at % chart.written.length)),
      fc.tuple(fc.nat(8), fc.nat(8)).map(
        ([from, to]) =>
          (chart: Chart) =>
            moveBar(chart, from % chart.written.length, to % chart.written.length),
      ),
      fc.nat(8).map((at) => (chart: Chart) => repeatSection(chart, at % writtenSections(chart).length)),
      fc.nat(8).map((at) => (chart: Chart) => copySection(chart, at % writtenSections(chart).length)),
      fc.nat(8).map((at) => (chart: Chart) => moveSection(chart, at % writtenSections(chart).length, 0)),
      fc.nat(8).map((at) => (chart: Chart) => {
        const outcome = splitBar(chart, at % chart.written.length)
        return outcome.ok ? outcome.value : chart
      }),
    )
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 6 }), (edits) => {
        const chart = edits.reduce((now, change) => change(now), chartOf(tune))
        const text = writeChart(chart)
        const reread = readChart(text)
        if (!reread.ok) throw new Error(`${text} ${JSON.stringify(reread.problems)}`)
        expect(writeChart(reread.value)).toBe(text)
        expect(reread.value.bars.map(({ chords }) => chords)).toEqual(chart.bars.map(({ chords }) => chords))
      }),
      { numRuns: 500 },
    )
  })
})
