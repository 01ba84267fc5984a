import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../test/changes.ts'
import { rungOf } from '../drill/rungs.ts'
import { nextTempo } from '../practice/tempo.ts'
import { readMeter, strongPlaces } from '../rhythm/meter.ts'
import { swingAt, swung } from '../rhythm/swing.ts'
import { msToTicks, ticksToMs } from '../rhythm/ticks.ts'
import { bandEvents, countInEvents } from './band.ts'

const TUNE = analysed('| Ebm7 | Ab7/Gb | Dbmaj7 |')

describe('bandEvents', () => {
  it('puts the bass on the roots (or the written bass), the click on 2 and 4, the line in swing', () => {
    const events = bandEvents(TUNE, { from: 0, to: 1 }, eighths('Db4 C4'), 2 / 3)
    const of = (part: string) => events.filter((event) => event.part === part)
    expect(of('bass').map(({ midi, tick }) => [midi % 12, tick])).toEqual([
      [3, 0],
      [6, 1920],
    ])
    expect(of('click').map(({ tick }) => tick)).toEqual([480, 1440, 2400, 3360])
    expect(of('line').map(({ tick }) => tick)).toEqual([0, 320])
    expect(of('bass').every(({ midi }) => midi >= 28 && midi < 40)).toBe(true)
  })

  it('counts a bar in', () => {
    expect(countInEvents({ beats: 3, unit: 4 }).map(({ tick }) => tick)).toEqual([0, 480, 960])
  })
})

describe('swing', () => {
  it('straightens as the tempo rises (common practice, no source) and keeps the beats', () => {
    const ratios = [60, 100, 140, 180, 220, 260, 300].map(swingAt)
    expect([...ratios].sort((a, b) => b - a)).toEqual(ratios)
    expect([0, 480, 960].map((tick) => swung(tick, 0.62))).toEqual([0, 480, 960])
    expect(swung(240, 0.5)).toBe(240)
    expect(swung(-240, 2 / 3)).toBe(-160)
  })
})

describe('time', () => {
  it('turns ticks to milliseconds and back', () => {
    expect(ticksToMs(480, 120)).toBe(500)
    expect(msToTicks(500, 120)).toBe(480)
  })

  it('knows the strong beats of each time', () => {
    expect(
      ['4/4', '3/4', '5/4', '6/8', '12/8'].map((time) =>
        strongPlaces(readMeter(time)!).map((tick) => tick / 240),
      ),
    ).toEqual([[0, 4], [0], [0, 6], [0, 3], [0, 6]])
    expect(readMeter('7/8')).toBeUndefined()
  })
})

describe('nextTempo', () => {
  const rung = rungOf('outline-up')
  const run = (tempo: number, verdict: 'again' | 'nearly' | 'holds' | 'moves on') => ({ tempo, verdict })

  it('rises by 7 % when it held twice, falls when it failed twice, and stays inside the row', () => {
    expect(nextTempo(rung, [])).toBe(60)
    expect(nextTempo(rung, [run(100, 'holds')])).toBe(100)
    expect(nextTempo(rung, [run(100, 'holds'), run(100, 'moves on')])).toBe(107)
    expect(nextTempo(rung, [run(100, 'again'), run(100, 'again')])).toBe(93)
    expect(nextTempo(rung, [run(100, 'nearly'), run(100, 'holds')])).toBe(100)
    expect(nextTempo(rung, [run(180, 'holds'), run(180, 'holds')])).toBe(180)
    expect(nextTempo(rung, [run(60, 'again'), run(60, 'again')])).toBe(60)
  })
})
