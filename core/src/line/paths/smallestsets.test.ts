import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { analysed, chartOf, TWELVE_STEPS } from '../../../test/changes.ts'
import { readPitch } from '../../theory/pitch/pitch.ts'
import { analyseChart } from '../../tune/analysis/analyse.ts'
import { transposeChart, wholeTune } from '../../tune/chart/chart.ts'
import { smallestSets } from './smallestsets.ts'

const TUNE = '| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 |'
const setsOf = (text: string, size: 3 | 4) => {
  const analysis = analysed(text)
  const found = smallestSets(analysis, { stretch: wholeTune(analysis.chart), size, low: 55, high: 76 })
  if (!found) throw new Error('no sets')
  return { analysis, found }
}

describe('smallestSets', () => {
  it('keeps what the key shares: a ii–V–I–IV needs few changes in one region of a sixth', () => {
    const { found } = setsOf(TUNE, 3)
    expect(found.sets.map(({ notes }) => notes.length)).toEqual([3, 3, 3, 3])
    expect(found.region.high - found.region.low).toBe(9)
    expect(found.changes).toBeLessThanOrEqual(4)
  })

  it('uses only scale notes that clash with no chord tone, inside the region, lowest first (property)', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...TWELVE_STEPS),
        fc.constantFrom<3 | 4>(3, 4),
        fc.constantFrom(
          TUNE,
          '| G#m7b5 | C#7 | F#m6 |',
          '| Cmaj7 A7 | Dm7 G7 |',
          '| F7 | Bb7 | Bdim7 | F7 |',
        ),
        (steps, size, text) => {
          const analysis = analyseChart(transposeChart(chartOf(text), steps))
          const found = smallestSets(analysis, {
            stretch: wholeTune(analysis.chart),
            size,
            low: 55,
            high: 76,
          })!
          let changes = 0
          found.sets.forEach(({ chord, notes }, at) => {
            const { avoid } = analysis.readings[chord]!
            for (const { midi, degree, spelling, stays } of notes) {
              expect(midi).toBeGreaterThanOrEqual(found.region.low)
              expect(midi).toBeLessThanOrEqual(found.region.high)
              expect(avoid).not.toContain(degree)
              expect(readPitch(spelling)?.midi).toBe(midi)
              const before = found.sets[at - 1]?.notes.some((other) => other.midi === midi) ?? false
              expect(stays).toBe(before)
              if (at > 0 && !before) changes += 1
            }
          })
          expect(found.changes).toBe(changes)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('finds no more changes than walking greedily from set to set would', () => {
    const { found } = setsOf('| Cmaj7 | C#dim7 | Dm7 | Ebdim7 | Em7 | A7 | Dm7 | G7 |', 4)
    const worst = found.sets.length * 4
    expect(found.changes).toBeLessThan(worst * 0.6)
  })

  it('is none where no chord sounds', () => {
    const analysis = analysed('| N.C. |')
    expect(
      smallestSets(analysis, { stretch: { from: 0, to: 0 }, size: 3, low: 55, high: 76 }),
    ).toBeUndefined()
  })
})
