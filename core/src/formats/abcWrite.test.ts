import { describe, expect, it } from 'vitest'
import { soundedByAbcjs } from '../../test/abcjs.ts'
import { analysed, eighths } from '../../test/changes.ts'
import { composeLines } from '../line/compose/compose.ts'
import { instrumentOf } from '../theory/instrument/instrument.ts'
import { analyseChart } from '../tune/analysis/analyse.ts'
import { transposeChart } from '../tune/chart/chart.ts'
import { readAbcChart } from './abc.ts'
import { writeAbc } from './abcWrite.ts'
import { readAbcLine } from './lineFile.ts'

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

  it('keeps the changes, title, key and tempo; an empty line is the chart', () => {
    const chart = readAbcChart(writeAbc(TUNE.chart, { notes: [] }, STRETCH))
    if (!chart.ok) throw new Error('not read')
    const { title, key, tempo, bars } = chart.value
    expect({ title, key, tempo }).toEqual({
      title: 'Weir Lane',
      key: { tonic: 'Db', mode: 'major' },
      tempo: 132,
    })
    const cells = (all: typeof bars) =>
      all.map(({ chords }) => chords.map(({ start, chord }) => `${start} ${chord.symbol}`))
    expect(cells(bars)).toEqual(cells(TUNE.chart.bars))
  })

  it('has a pickup as a short first bar', () => {
    const line = eighths('C5 Db5 F5 Ab5 Gb5', -720)
    const read = readAbcLine(writeAbc(TUNE.chart, line, STRETCH))
    expect(read.ok && read.value.notes.map(({ start, midi }) => [start, midi])).toEqual(
      line.notes.map(({ start, midi }) => [start, midi]),
    )
  })
})
