import { describe, expect, it } from 'vitest'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { analyseChart } from '../analysis/analyse.ts'
import { chartFromForm, FORMS, formInAllKeys, KEY_ORDERS } from './forms.ts'
import { readChart } from './read.ts'
import { writeChart } from './write.ts'

describe('common forms', () => {
  it.each(FORMS.map(({ id }) => id))('%s stands in any key, and can be written and read', (id) => {
    for (const tonic of ['C', 'Eb', 'F#', 'B']) {
      const chart = chartFromForm(id, tonic)!
      const reread = readChart(writeChart(chart))
      expect(reread.ok && reread.value).toEqual(chart)
      expect(analyseChart(chart).readings.filter(({ numeral }) => numeral === '–')).toEqual([])
    }
  })

  it('have the bars that their names say', () => {
    const bars = (id: string) => chartFromForm(id, 'C')!.bars.length
    expect(FORMS.filter(({ id }) => id.startsWith('blues')).map(({ id }) => bars(id))).toEqual([
      12, 12, 12, 12,
    ])
    expect(bars('dominant-bridge')).toBe(32)
    expect(bars('eight-bars')).toBe(8)
    expect(bars('ii-V-I-VI')).toBe(16)
    expect(chartFromForm('sonata', 'C')).toBeUndefined()
  })

  it.each(Object.keys(KEY_ORDERS))('go through all twelve keys %s, each once', (order) => {
    const chart = formInAllKeys('ii-V-I', 'C', order)!
    const sections = chart.bars.flatMap(({ section }) => (section === undefined ? [] : [section]))
    expect(new Set(sections.map((tonic) => pitchClassOf(fifthsOf(tonic)))).size).toBe(12)
    expect(chart.bars).toHaveLength(48)
    const { readings } = analyseChart(chart)
    expect(readings.map(({ numeral }) => numeral).join(' ')).toBe('ii V I I '.repeat(12).trim())
    const reread = readChart(writeChart(chart))
    expect(reread.ok && reread.value.bars).toEqual(chart.bars)
  })
})
