import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chartOf } from '../../../test/changes.ts'
import { INSTRUMENTS } from '../../theory/instrument/instrument.ts'
import { accidentalOf, fifthsOf, noteName, simpleSpelling } from '../../theory/pitch/fifths.ts'
import { keysOfMode } from '../../theory/pitch/key.ts'
import { barStarts, type Chart, chordSpans, fitStretch, transposeChart } from './chart.ts'
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

  it('gives the line, the column and a fix for each problem, and reads on', () => {
    const problems = problemsOf('title: x\nkey: H\n| Dm7 Gx9q | Cmaj7 |\n| F7:9 |')
    expect(problems.map(({ rule, place }) => [rule, place?.line, place?.column])).toEqual([
      ['chart.key', 2, 6],
      ['chord.unread', 3, 10],
      ['chart.beats', 4, 3],
    ])
    expect(problems[1]!.fix).toBe('Gm9')
  })

  it('reports a repeat sign without a bar before it, an unknown heading, an empty text', () => {
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
const meterChange = fc.constantFrom('', '', '', '(3/4) ', '(6/8) ')
const plainBar = fc.array(chord, { minLength: 1, maxLength: 3 }).map((chords) => chords.join(' '))
/** A group of bars: plain, repeated, or with endings. */
const group = fc.oneof(
  fc.array(bar, { minLength: 1, maxLength: 6 }).map((bars) => `| ${bars.join(' | ')} |`),
  fc.tuple(plainBar, meterChange).map(([text, change]) => `| ${change}${text} |`),
  fc.tuple(plainBar, plainBar, fc.constantFrom(':|', 'x3 :|')).map(([a, b, end]) => `|: ${a} | ${b} ${end}`),
  fc
    .tuple(plainBar, plainBar, plainBar, fc.constantFrom('2.', '2,3.'))
    .map(([a, b, c, second]) => `|: ${a} |1. ${b} :|${second} ${c} ${second === '2.' ? '|' : ':|'}`),
)
const text = fc
  .tuple(
    fc.array(group, { minLength: 1, maxLength: 6 }),
    fc.constantFrom('', 'key: F# minor\n', 'title: Round\ntempo: 200\npickup: 3\n'),
    fc.boolean(),
  )
  .filter(([groups]) => !/\(\d\/\d\)[\s\S]*:\d/.test(groups.join('\n')))
  .map(([groups, header, section]) => `${header}${section ? '[A]\n' : ''}${groups.join('\n')}`)

const played = (text: string) =>
  chartOf(text)
    .bars.map(({ chords }) => chords.map(({ chord }) => chord.symbol).join(' '))
    .join(' | ')

describe('repeats and endings', () => {
  it.each([
    ['a repeat', '|: C | F :| G |', 'C | F | C | F | G'],
    ['a repeat from the beginning, without its sign', '| C | F :| G |', 'C | F | C | F | G'],
    ['three times', '|: C | F x3 :| G |', 'C | F | C | F | C | F | G'],
    ['first and second endings', '|: C | F |1. G7 :|2. C6 | Am7 |', 'C | F | G7 | C | F | C6 | Am7'],
    ['endings of two bars', '|: C |1. Dm7 | G7 :|2. Dm7 G7 | C |', 'C | Dm7 | G7 | C | Dm7 G7 | C'],
    ['an ending for two passes', '|: C |1,2. G7 :|3. F |', 'C | G7 | C | G7 | C | F'],
    ['two repeats, one after the other', '|: C :|: F | G :| Am |', 'C | C | F | G | F | G | Am'],
    [
      'two repeats with endings',
      '|: C |1. G :|2. F |\n|: Am |1. E :|2. A |',
      'C | G | C | F | Am | E | Am | A',
    ],
  ])('%s', (_, text, wanted) => {
    expect(played(text)).toBe(wanted)
  })

  it('keep the written order and the played order', () => {
    const chart = chartOf('|: C | F |1. G7 :|2. C6 |')
    expect(chart.written).toHaveLength(4)
    expect(chart.order).toEqual([0, 1, 2, 0, 1, 3])
    expect(chart.written[2]).toMatchObject({ ending: [1], repeatEnd: 2 })
  })

  it('say where an ending follows no repeat', () => {
    expect(problemsOf('| C | F |2. G |')).toMatchObject([
      { rule: 'chart.endingWithoutRepeat', place: { line: 1, column: 10 } },
    ])
  })
})

describe('changes of time and pickups', () => {
  it('change the time from a bar on', () => {
    const chart = chartOf('| C | (3/4) F | G | (4/4) C |')
    expect(chart.bars.map(({ meter }) => meter.beats)).toEqual([4, 3, 3, 4])
    expect(barStarts(chart)).toEqual([0, 1920, 3360, 4800, 6720])
  })

  it.each(['4/4', '3/4', '5/4', '6/8', '9/8', '12/8', '2/2', '6/4', '7/4'])('take %s', (time) => {
    const chart = chartOf(`time: ${time}\n| C F | G |`)
    expect(chart.bars[0]!.chords.reduce((sum, { duration }) => sum + duration, 0)).toBe(barStarts(chart)[1])
  })

  it('keep the beats of a pickup', () => {
    expect(chartOf('pickup: 2\n| C |').pickup).toBe(2)
    expect(problemsOf('pickup: soon\n| C |')[0]).toMatchObject({
      rule: 'chart.pickup',
      place: { line: 1, column: 9 },
    })
    expect(problemsOf('| C | (7/9) F |')[0]).toMatchObject({
      rule: 'chart.time',
      place: { line: 1, column: 7 },
    })
  })
})

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

describe('transposeChart', () => {
  const texts = [
    'key: C major\n| Cmaj7 A7b9 | Dm7 G7 | Em7 A7 | D7 G7 |\n| E7 | A7 | D7 | G7 | F#m7b5 B7 | C#dim7 Dm7 | Fm7 Bb7 | Ebmaj7 Abmaj7 |',
    'key: A minor\n| Am6 | Bm7b5 E7b9 | Dm7 | F7 E7 | Am7/G | C#m7b5 F#7 | G#dim7 | Cmaj7 |',
  ]
  const charts = texts.map((text) => {
    const outcome = readChart(text)
    if (!outcome.ok) throw new Error('unread')
    return outcome.value
  })
  const roots = (chart: Chart) => chartRoots(chart).map((root) => fifthsOf(root) - fifthsOf(chart.key!.tonic))
  const chartRoots = ({ bars }: Chart) => bars.flatMap(({ chords }) => chords.map(({ chord }) => chord.root))

  it('spells every chord in the new key as it was in its own, in all keys and for every instrument', () => {
    for (const chart of charts)
      for (const key of keysOfMode(chart.key!.mode))
        for (const { written } of INSTRUMENTS) {
          const fifths = fifthsOf(key.tonic) - fifthsOf(chart.key!.tonic)
          const moved = transposeChart(chart, fifths + written.fifths)
          chartRoots(moved).forEach((root, at) => {
            const own = fifthsOf(moved.key!.tonic) + roots(chart)[at]!
            // A root with a double accidental is written as the same sound without.
            const wanted = Math.abs(accidentalOf(own)) > 1 ? simpleSpelling(own) : own
            expect(root, `${moved.key!.tonic}: ${noteName(own)}`).toBe(noteName(wanted))
          })
        }
  })

  it.each([
    ['B', 'Bmaj7 G#7b9 C#m7 F#7 D#m7 G#7 C#7 F#7 D#7 G#7 C#7 F#7'],
    ['F#', 'F#maj7 D#7b9 G#m7 C#7 A#m7 D#7 G#7 C#7 A#7 D#7 G#7 C#7'],
    ['Db', 'Dbmaj7 Bb7b9 Ebm7 Ab7 Fm7 Bb7 Eb7 Ab7 F7 Bb7 Eb7 Ab7'],
  ])('in %s: iii and a bridge of dominants follow the key', (tonic, wanted) => {
    const chart = transposeChart(charts[0]!, fifthsOf(tonic))
    const symbols = chart.bars.flatMap(({ chords }) => chords.map(({ chord }) => chord.symbol))
    expect(symbols.slice(0, 12).join(' ')).toBe(wanted)
  })

  it('takes no name that every object has for a header', () => {
    for (const name of ['constructor', 'toString', '__proto__', 'hasOwnProperty'])
      expect(readChart(`${name}: x\n| C |`)).toMatchObject({ ok: false })
    expect(readChart('constructor: x\n| C |')).toMatchObject({
      problems: [{ rule: 'chart.header', place: { line: 1, column: 1 } }],
    })
  })
})
