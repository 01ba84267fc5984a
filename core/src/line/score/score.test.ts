import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../../test/changes.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import type { RhythmStyle } from '../../theory/rhythm/cells.ts'
import { barTicks, beatTicks } from '../../theory/rhythm/meter.ts'
import { composeLines } from '../compose/compose.ts'
import { type FillTable, fillTable } from '../compose/table.ts'
import { scoreOf } from './score.ts'

const TUNE = analysed('key: Db major\n| Ebm7 | Ab7 | Dbmaj7 | Ebm7 Ab7 |')
const note = (start: number, duration: number, spelling: string, midi: number) => ({
  start,
  duration,
  spelling,
  midi,
})

describe('scoreOf', () => {
  it('writes what leads into the stretch as a short bar before it, cut and beamed by the beats of the bar before', () => {
    const { pickup, bars } = scoreOf(TUNE.chart, eighths('C5 Db5 F5 Ab5 Gb5', -720), { from: 0, to: 1 })
    expect(pickup).toBe(960)
    expect(bars.map(({ number, start }) => [number, start])).toEqual([
      [-1, -960],
      [0, 0],
      [1, 1920],
    ])
    expect(bars[0]!.events.map(({ start, duration, note, beam }) => [start, duration, note, beam])).toEqual([
      [0, 240, undefined, undefined],
      [240, 240, 0, undefined],
      [480, 240, 1, 3],
      [720, 240, 2, 3],
    ])
    expect(bars[1]!.events[0]).toMatchObject({ start: 0, note: 3 })
    // A line that has begun long before has no pickup into the stretch.
    expect(scoreOf(TUNE.chart, eighths('C5 Db5 F5 Ab5 Gb5'), { from: 1, to: 1 }).pickup).toBe(0)
  })

  it('fills each bar, breaks beams at the beat, and writes every note once', () => {
    const tables = new Map<RhythmStyle, FillTable>()
    const tableFor = (rhythm: RhythmStyle) => {
      const table = tables.get(rhythm) ?? fillTable({ rhythm })
      tables.set(rhythm, table)
      return table
    }
    const tunes = (['4/4', '3/4'] as const).map((time) =>
      analysed(`key: G minor\ntime: ${time}\n| Gm7 | C7 | Am7b5 | D7b9 |`),
    )
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 9999 }),
        fc.constantFrom(...tunes),
        fc.constantFrom<2 | 4>(2, 4),
        fc.constantFrom<RhythmStyle>(
          'solo',
          'mixed',
          'triplets',
          'sixteenths',
          'syncopated',
          'sparse',
          'bars',
        ),
        (seed, analysis, breathBars, rhythm) => {
          const [composed] = composeLines(
            analysis,
            {
              stretch: { from: 0, to: 3 },
              seed,
              count: 1,
              range: instrumentOf('alto-sax').range,
              breathBars,
              rhythm,
              rounds: 1,
            },
            tableFor(rhythm),
          ).lines
          const score = scoreOf(analysis.chart, composed!.line, { from: 0, to: 3 })
          const written = new Set<number>()
          for (const bar of score.bars) {
            expect(bar.events.reduce((sum, { duration }) => sum + duration, 0)).toBe(barTicks(bar.meter))
            const beams = groupByBeam(bar.events)
            for (const group of beams.values()) {
              expect(group.length).toBeGreaterThan(1)
              expect(new Set(group.map(({ start }) => Math.floor(start / beatTicks(bar.meter)))).size).toBe(1)
            }
            for (const event of bar.events)
              if (event.note !== undefined && !event.tiedFrom) written.add(event.note)
          }
          expect(written.size).toBe(composed!.line.notes.length)
        },
      ),
      { numRuns: 1000 },
    )
  })

  it('writes an accidental once a bar, and takes it back', () => {
    const [bar] = scoreOf(TUNE.chart, eighths('E4 F4 E4 Eb4'), { from: 0, to: 0 }).bars
    expect(bar!.events.slice(0, 4).map(({ accidental }) => accidental)).toEqual([0, undefined, undefined, -1])
  })

  it('ties over the barline and over the middle of the bar', () => {
    const { bars } = scoreOf(
      TUNE.chart,
      { notes: [note(720, 480, 'Db4', 61), note(1680, 720, 'C4', 60)] },
      { from: 0, to: 1 },
    )
    const signs = bars.map(({ events }) =>
      events.map(
        ({ length, pitch, tiedFrom, tiedTo }) =>
          `${pitch ? pitch.letter : 'rest'} ${length}${tiedFrom ? ' <' : ''}${tiedTo ? ' >' : ''}`,
      ),
    )
    expect(signs[0]).toEqual([
      'rest quarter',
      'rest eighth',
      'D eighth >',
      'D eighth <',
      'rest eighth',
      'rest eighth',
      'C eighth >',
    ])
    expect(signs[1]![0]).toBe('C quarter <')
  })

  it('writes triplets of eighths and of quarters, and sixteenths', () => {
    const third = 160
    const line = {
      notes: [
        ...[0, 1, 2].map((at) => note(at * third, third, 'Db4', 61)),
        note(480, 480, 'C4', 60),
        ...[0, 1, 2].map((at) => note(960 + at * 2 * third, 2 * third, 'Eb4', 63)),
        ...[0, 1, 2, 3].map((at) => note(1920 + at * 120, 120, 'F4', 65)),
        note(1920 + 480 + 2 * third, third + 240, 'Gb4', 66),
      ],
    }
    const signs = scoreOf(TUNE.chart, line, { from: 0, to: 1 }).bars.map(({ events }) =>
      events.map(
        ({ length, pitch, triplet }) =>
          `${pitch?.letter ?? 'rest'} ${length}${triplet === undefined ? '' : ' 3'}`,
      ),
    )
    expect(signs[0]).toEqual([
      'D eighth 3',
      'D eighth 3',
      'D eighth 3',
      'C quarter',
      'E quarter 3',
      'E quarter 3',
      'E quarter 3',
    ])
    expect(signs[1]!.slice(0, 7)).toEqual([
      'F 16th',
      'F 16th',
      'F 16th',
      'F 16th',
      'rest quarter 3',
      'G eighth 3',
      'G eighth',
    ])
  })

  it('takes its signature from the key', () => {
    expect(scoreOf(TUNE.chart, { notes: [] }, { from: 0, to: 0 })).toMatchObject({
      signature: -5,
      bars: [{ events: [{ length: 'whole' }], chords: [{ symbol: 'Ebm7', start: 0 }] }],
    })
  })
})

const groupByBeam = <E extends { readonly beam?: number }>(
  events: readonly E[],
): ReadonlyMap<number, E[]> => {
  const groups = new Map<number, E[]>()
  for (const event of events)
    if (event.beam !== undefined) groups.set(event.beam, [...(groups.get(event.beam) ?? []), event])
  return groups
}
