import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { soundedByAbcjs } from '../../../test/abcjs.ts'
import { analysed, chartOf, eighths } from '../../../test/changes.ts'
import { anyChart, FORMS, formOf, withHead } from '../../../test/form.ts'
import { composeLines } from '../../line/compose/compose.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import { analyseChart } from '../../tune/analysis/analyse.ts'
import { type Chart, transposeChart } from '../../tune/chart/chart.ts'
import { readAbcChart, readAbcLine } from './read.ts'
import { writeAbc, writeAbcChart } from './write.ts'

const TUNE = analysed(
  'title: Weir Lane\nkey: Db major\ntempo: 132\n| Ebm7 | Ab7b9 | Dbmaj7 | Gbmaj7 Cm7b5:1 F7:1 |',
)
const STRETCH = { from: 0, to: 3 }
const RHYTHMS = ['eighths', 'triplets', 'mixed', 'syncopated', 'sixteenths', 'solo'] as const

/** The notes as abcjs plays them: pitch, start and duration in ticks. */
const heardByAbcjs = (text: string) => {
  return soundedByAbcjs(text).map(({ pitch, start, duration }) => [
    Math.round(start * 1920),
    Math.round(duration * 1920),
    pitch,
  ])
}

describe('writeAbc', () => {
  it('is read back note for note, by our reader and by abcjs, in keys far apart and every rhythm', () => {
    for (const [at, rhythm] of RHYTHMS.entries())
      for (let fifths = -5; fifths <= 6; fifths += 3) {
        const tune = analyseChart(transposeChart(TUNE.chart, fifths))
        const { range } = instrumentOf('trumpet')
        const brief = { stretch: STRETCH, seed: at + 3, count: 1, range, breathBars: 2, rhythm } as const
        const { notes } = composeLines(tune, brief).lines[0]!.line
        const text = writeAbc(tune.chart, { notes }, STRETCH)
        const read = readAbcLine(text)
        expect(
          read.ok &&
            read.value.notes.map(({ start, duration, midi, written }) => [start, duration, midi, written]),
        ).toEqual(
          // Spelled as it was, too.
          notes.map(({ start, duration, midi, spelling }) => [start, duration, midi, spelling]),
        )
        const first = heardByAbcjs(text)[0]![0]! - notes[0]!.start
        expect(heardByAbcjs(text).map(([start, duration, midi]) => [start! - first, duration, midi])).toEqual(
          notes.map(({ start, duration, midi }) => [start, duration, midi]),
        )
      }
  })

  it('has a pickup as a short first bar', () => {
    const line = eighths('C5 Db5 F5 Ab5 Gb5', -720)
    const read = readAbcLine(writeAbc(TUNE.chart, line, STRETCH))
    expect(read.ok && read.value.notes.map(({ start, midi }) => [start, midi])).toEqual(
      line.notes.map(({ start, midi }) => [start, midi]),
    )
  })
})

describe('writeAbcChart', () => {
  const back = (chart: Chart) => {
    const read = readAbcChart(writeAbcChart(chart))
    if (!read.ok) throw new Error(JSON.stringify(read.problems))
    return read.value
  }

  it.each(FORMS)('keeps the form: %s', (_name, bars) => {
    const chart = chartOf(withHead(bars))
    expect(formOf(back(chart))).toEqual(formOf(chart))
  })

  it('keeps the form of any chart in any meter (property)', () => {
    fc.assert(
      fc.property(anyChart, (chart) => {
        expect(formOf(back(chart))).toEqual(formOf(chart))
      }),
      { numRuns: 200 },
    )
  })

  it('is played out by abcjs in the same order', () => {
    const chart = chartOf('key: C major\n|: Dm7 | 1. G7 | Cmaj7 :| 2. Db7 | Cmaj7 |')
    // A note for each bar, whose pitch is the bar's number.
    let bar = 0
    const text = writeAbcChart(chart).replaceAll(/"[^"]*"z16/g, () => `${'CDEFG'[bar++]}16`)
    expect(soundedByAbcjs(text).map(({ pitch }) => [60, 62, 64, 65, 67].indexOf(pitch))).toEqual(chart.order)
  })
})
