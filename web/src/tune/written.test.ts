import { analyseChart, instrumentOf, type Override, readChart, tuneInKey } from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import { keyWords, storedReadings, writtenKey } from './written.ts'

const analysisOf = (text: string) => {
  const outcome = readChart(text)
  if (!outcome.ok) throw new Error('unread')
  return analyseChart(outcome.value)
}

describe('keys', () => {
  it.each([
    ['concert', 'D♭ major'],
    ['flugelhorn', 'E♭ major'],
    ['alto-sax', 'B♭ major'],
    ['tenor-sax', 'E♭ major'],
    ['guitar', 'D♭ major'],
  ])('%s reads D♭ major in %s', (id, key) => {
    expect(writtenKey('Db major', instrumentOf(id))).toBe(key)
  })

  it('are described in words', () => {
    expect(keyWords({ tonic: 'F#', mode: 'minor' })).toBe('F♯ minor')
  })
})

describe('readings made as the instrument reads a tune', () => {
  it('are stored at concert pitch, and read again as they were made', () => {
    for (const key of ['B', 'F#', 'Db', 'E'])
      for (const id of ['trumpet', 'alto-sax', 'f-horn']) {
        const instrument = instrumentOf(id)
        const sounding = analysisOf(`key: ${key} major\n| ${key}maj7 | ${key}m7 |`)
        const { written } = tuneInKey(sounding, instrument)
        const made: Override = { from: 1, to: 1, key: { tonic: written.chart.key!.tonic, mode: 'minor' } }
        const [stored] = storedReadings([made], sounding, instrument)
        expect(stored!.key).toEqual({ tonic: key, mode: 'minor' })
        const reread = tuneInKey(analyseChart(sounding.chart, [stored!]), instrument).written
        expect(reread.overrides).toEqual([made])
      }
  })
})
