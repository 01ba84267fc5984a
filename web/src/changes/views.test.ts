import { keySignature, readChart, transposeChart, writeChart } from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import { INSTRUMENT_VIEWS, INTERVALS, keyViews, storedWords } from './views.ts'

describe('views of the changes', () => {
  it('convert typed chords back to concert pitch, and leave other text unchanged', () => {
    const [, bFlat] = INSTRUMENT_VIEWS
    expect(storedWords('Em7:3 A7', bFlat!.fifths)).toBe('Dm7:3 G7')
    expect(storedWords(' %  N.C. Hm7 ', bFlat!.fifths)).toBe('% N.C. Hm7')
    expect(storedWords('F#m7b5/E', 3)).toBe('Am7b5/G')
  })

  it('are eleven intervals and twelve keys, and there and back again is the same chart', () => {
    const outcome = readChart('key: Eb major\n| Fm7 Bb7 | Ebmaj7 | Cm7/Bb |')
    if (!outcome.ok) throw new Error('unread')
    expect(INTERVALS).toHaveLength(11)
    const keys = keyViews(outcome.value.key!)
    expect(keys).toHaveLength(12)
    for (const { fifths } of [...keys, ...INTERVALS]) {
      const there = transposeChart(outcome.value, fifths)
      expect(Math.abs(keySignature(there.key!))).toBeLessThanOrEqual(6)
      expect(writeChart(transposeChart(there, -fifths))).toBe(writeChart(outcome.value))
    }
  })
})
