import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import { CHARTS } from '../../../test/charts.ts'
import { degreeOver } from '../../line/explain/analysedLine.ts'
import { changedPhrase } from '../../line/phraseChanges/changes.ts'
import { readPhrase } from '../../line/phrases/written.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import { wholeTune } from '../../tune/chart/chart.ts'
import { type CellStart, throughChords } from './throughChords.ts'

const CELL = readPhrase('IIm7', 'R 9 b3 5')
const TRUMPET = instrumentOf('trumpet')

describe('throughChords', () => {
  it('has the cell on every chord by its own degrees, with the nearest joins that stay comfortable', () => {
    const tune = analysed('key: C major\n| Dm7 | G7 | Cmaj7 | Bm7b5 E7b9 |')
    const { notes } = throughChords(tune, CELL, wholeTune(tune.chart), TRUMPET)
    expect(notes).toHaveLength(20)
    const degrees = notes.map(({ start, midi }) => {
      const span = tune.spans.findLast((one) => one.start <= start)!
      return degreeOver(tune, span.index, midi)
    })
    expect(degrees.slice(0, 12)).toEqual(['R', '9', 'b3', '5', 'R', '9', '3', '5', 'R', '9', '3', '5'])
    expect(degrees.slice(12, 16)).toEqual(['R', expect.stringMatching(/^b?9$/), 'b3', 'b5'])
    const joins = [4, 8, 12, 16].map((at) => Math.abs(notes[at]!.midi - notes[at - 1]!.midi))
    // A ninth down once, to stay among the comfortable notes.
    expect(joins).toEqual([2, 14, 8, 1])
  })

  it('begins on whichever note is nearest, with no larger joins than from its first note, all of the cell on every chord', () => {
    const tune = analysed('key: C major\n| Dm7 | G7 | Cmaj7 | Fmaj7 | Bm7b5 | E7b9 |')
    const joinsOf = (begin: CellStart) => {
      const { notes } = throughChords(tune, CELL, wholeTune(tune.chart), TRUMPET, begin)
      const classes = [0, 4, 8].map((at) =>
        notes
          .slice(at, at + 4)
          .map(({ midi }) => midi % 12)
          .sort(),
      )
      return {
        classes,
        sum: [4, 8, 12, 16, 20].reduce((sum, at) => sum + Math.abs(notes[at]!.midi - notes[at - 1]!.midi), 0),
      }
    }
    const [first, nearest] = [joinsOf('first'), joinsOf('nearest')]
    expect(nearest.classes).toEqual(first.classes)
    expect(nearest.sum).toBeLessThan(first.sum)
  })

  it('stays on the instrument over every chart, and in its chords’ time', () => {
    for (const text of CHARTS) {
      const tune = analysed(text)
      const { notes } = throughChords(tune, CELL, wholeTune(tune.chart), TRUMPET)
      expect(notes.length).toBeGreaterThan(0)
      notes.forEach(({ start, duration, midi }, at) => {
        expect(midi).toBeGreaterThanOrEqual(TRUMPET.range.low)
        expect(midi).toBeLessThanOrEqual(TRUMPET.range.high)
        expect(start + duration).toBeLessThanOrEqual(notes[at + 1]?.start ?? Number.POSITIVE_INFINITY)
      })
    }
  })

  it('is led into every chord, the first one too, by the same half step where the third is another one', () => {
    const tune = analysed('key: C major\n| Dm7 | G7 | Cmaj7 | Bm7b5 E7b9 |')
    const led = changedPhrase(readPhrase('IIm7', 'b3 5 b7 R'), 'ledFromBelow')!.phrase
    const { notes } = throughChords(tune, led, wholeTune(tune.chart), TRUMPET)
    // Four notes on each of five chords, a lead-in to each; that of E7 takes the last note of two beats.
    expect(notes).toHaveLength(24)
    const pickups = notes.filter(({ start }, at) => {
      const next = tune.spans.find((span) => span.start > start)
      return next !== undefined && next.start - start === 240 && notes[at + 1]?.start === next.start
    })
    expect(pickups).toHaveLength(5)
    for (const pickup of pickups) expect(notes[notes.indexOf(pickup) + 1]!.midi - pickup.midi).toBe(1)
    expect(notes[0]!.start).toBe(-240)
  })

  it('has nothing to do with a phrase over several chords', () => {
    const tune = analysed('| Dm7 | G7 |')
    const phrase = readPhrase('IIm7:2 V7:2', 'b3 5 b7 R 3 5 b9 R')
    expect(throughChords(tune, phrase, wholeTune(tune.chart), TRUMPET).notes).toEqual([])
  })
})
