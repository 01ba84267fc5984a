import { describe, expect, it } from 'vitest'
import { pitchClassOf } from '../pitch/fifths.ts'
import { INSTRUMENTS, instrumentOf } from './instrument.ts'

describe('instruments', () => {
  /** Written above sounding, in half steps; common practice, no source. */
  it.each([
    ['concert', 0],
    ['trumpet', 2],
    ['clarinet', 2],
    ['alto-sax', 9],
    ['tenor-sax', 14],
    ['baritone-sax', 21],
    ['f-horn', 7],
    ['trombone', 0],
    ['concert-bass', 0],
    ['guitar', 12],
    ['bass-guitar', 12],
    ['double-bass', 12],
  ])('%s is written %i half steps above', (id, semitones) => {
    expect(instrumentOf(id).written.semitones).toBe(semitones)
  })

  it('have a comfortable middle inside their range, and a spelling that fits their transposition', () => {
    for (const { range, written } of INSTRUMENTS) {
      expect(range.low).toBeLessThanOrEqual(range.comfortLow)
      expect(range.comfortLow + 12).toBeLessThan(range.comfortHigh)
      expect(range.comfortHigh).toBeLessThanOrEqual(range.high)
      expect(pitchClassOf(written.fifths)).toBe(written.semitones % 12)
    }
  })

  it('with strings are tuned in fourths, the guitar with a third below its b string', () => {
    const steps = (id: string) => {
      const strings = instrumentOf(id).strings ?? []
      return strings.slice(1).map((open, at) => open - strings[at]!)
    }
    expect(steps('guitar')).toEqual([5, 5, 5, 4, 5])
    expect(steps('bass-guitar')).toEqual([5, 5, 5])
    expect(steps('trumpet')).toEqual([])
    for (const { strings, range } of INSTRUMENTS) if (strings) expect(strings[0]).toBe(range.low)
  })

  it('are concert pitch where the name is not known', () => {
    expect(instrumentOf('kazoo').id).toBe('concert')
  })
})
