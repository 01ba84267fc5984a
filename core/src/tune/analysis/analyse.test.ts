import { Key } from 'tonal'
import { describe, expect, it } from 'vitest'
import { analysed, chartOf, TWELVE_STEPS } from '../../../test/changes.ts'
import { keysOfMode } from '../../theory/pitch/key.ts'
import { transposeChart } from '../chart/chart.ts'
import { analyseChart } from './analyse.ts'

const numerals = (text: string) =>
  analysed(text)
    .readings.map(({ key, numeral }) => `${numeral} ${key.tonic}${key.mode === 'minor' ? 'm' : ''}`)
    .join(', ')

/** Common practice, no source. */
const LABELLED: readonly (readonly [string, string])[] = [
  ['| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 |', 'ii Db, V Db, I Db, IV Db'],
  ['| Ebm7 Ab7 | Dbmaj7 |', 'ii Db, V Db, I Db'],
  ['| G#m7b5 | C#7 | F#m6 |', 'iiø F#m, V F#m, i F#m'],
  ['| Bm7b5 E7b9 | Am7 |', 'iiø Am, V Am, i Am'],
  ['| Dm7 | G7 |', 'ii C, V C'],
  ['| D7 | Gmaj7 |', 'V G, I G'],
  ['| F7b9 | Bbm6 |', 'V Bbm, i Bbm'],
  ['| Cmaj7 | Am7 | Dm7 | G7 |', 'I C, vi C, ii C, V C'],
  ['| Cmaj7 A7 | Dm7 G7 | Cmaj7 |', 'I C, VI7 C, ii C, V C, I C'],
  ['| Em7 A7 | Dm7 G7 | Cmaj7 |', 'iii C, VI7 C, ii C, V C, I C'],
  ['key: C major\n| E7 | A7 | D7 | G7 | Cmaj7 |', 'III7 C, VI7 C, II7 C, V C, I C'],
  ['| Fm7 | Bb7 | Cmaj7 |', 'iv C, bVII7 C, I C'],
  ['| Dm7 | Db7 | Cmaj7 |', 'ii C, bII7 C, I C'],
  ['key: C major\n| Cmaj7 C#dim7 | Dm7 G7 | Cmaj7 |', 'I C, #I° C, ii C, V C, I C'],
  ['key: F major\n| F7 | Bb7 | F7 | Gm7 C7 | F7 |', 'I7 F, IV7 F, I7 F, ii F, V F, I7 F'],
  ['| Dm7 G7 | Cmaj7 | Bm7b5 E7b9 | Am6 |', 'ii C, V C, I C, iiø Am, V Am, i Am'],
  ['| Dm7 G7 | Cmaj7 | Ebm7 Ab7 | Dbmaj7 |', 'ii C, V C, I C, ii Db, V Db, I Db'],
]

describe('analyseChart', () => {
  it('reads a minor chord that stands alone for four bars as Dorian, and says so; three bars, a written ♭6, or the player’s own choice stay', () => {
    const scales = (text: string) => analysed(text).readings.map(({ scale }) => scale)
    const vamp = analysed('key: D minor\n| Dm7 | % | % | % | Ebm7 | % | % | % |')
    expect(vamp.readings.map(({ scale }) => scale)).toEqual(new Array(8).fill('dorian'))
    expect(vamp.readings[0]!.why.rule).toBe('scale.vamp')
    expect(vamp.readings[0]!.avoid).toEqual([])
    expect(scales('key: C minor\n| Cm7 | % | % | G7b9 |').slice(0, 3)).toEqual(new Array(3).fill('aeolian'))
    expect(scales('key: C minor\n| Cm7b6 | % | % | % |')).not.toContain('dorian')
    const own = analyseChart(vamp.chart, [{ from: 0, to: 3, scale: 'aeolian' }])
    expect(own.readings[0]).toMatchObject({ scale: 'aeolian', why: { rule: 'scale.own' } })
  })

  it('reads a sus chord as Mixolydian unless it goes on to a minor chord', () => {
    const sus = analysed('key: Ab major\n| Eb7sus | % | C7sus | % |')
    expect(sus.readings.map(({ scale }) => scale)).toEqual(new Array(4).fill('mixolydian'))
    expect(sus.readings[2]!.why.rule).toBe('scale.sus')
    const minor = analysed('key: C minor\n| Dm7b5 | G7sus | G7 | Cm7 |')
    expect(minor.readings[1]!.scale).toBe('phrygianDominant')
  })

  it.each(LABELLED)('%s', (text, wanted) => {
    expect(numerals(text)).toBe(wanted)
  })

  it('reads the same progressions in every key the same way', () => {
    for (const [text] of LABELLED) {
      const chart = chartOf(text)
      const here = analyseChart(chart).readings
      for (const steps of TWELVE_STEPS) {
        const there = analyseChart(transposeChart(chart, steps)).readings
        expect(there.map(({ numeral, scale, function: id }) => [numeral, scale, id])).toEqual(
          here.map(({ numeral, scale, function: id }) => [numeral, scale, id]),
        )
      }
    }
  })

  it('gives the diatonic seventh chords of each major key the numerals and scales of the modes', () => {
    const NUMERALS = ['I', 'ii', 'iii', 'IV', 'V', 'vi', 'viiø']
    for (const { tonic } of keysOfMode('major')) {
      const key = Key.majorKey(tonic)
      const chart = chartOf(`key: ${tonic} major\n| ${key.chords.join(' | ')} | ${tonic}maj7 |`)
      const readings = analyseChart(chart, [
        { from: 0, to: 7, key: { tonic, mode: 'major' } },
      ]).readings.slice(0, 7)
      expect(readings.map(({ numeral }) => numeral)).toEqual(NUMERALS)
      expect(readings.map(({ scale }) => scale)).toEqual([
        'ionian',
        'dorian',
        'phrygian',
        'lydian',
        'mixolydian',
        'aeolian',
        'locrian',
      ])
    }
  })

  it('names patterns with their extent', () => {
    const { patterns } = analysed('| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 | G#m7b5 | C#7 | F#m6 | % |')
    expect(patterns.map(({ name, key, from, to }) => [name, key.tonic, from, to])).toEqual([
      ['ii–V–I–IV', 'Db', 0, 3],
      ['minor ii–V–i', 'F#', 4, 7],
    ])
  })

  it('takes the scale from the function, and lets a written alteration beat it', () => {
    const scales = (text: string) => analysed(text).readings.map(({ scale }) => scale)
    expect(scales('| Dm7 | G7 | Cmaj7 |')).toEqual(['dorian', 'mixolydian', 'ionian'])
    expect(scales('| Dm7b5 | G7 | Cm6 |')).toEqual(['locrian', 'phrygianDominant', 'melodicMinor'])
    expect(scales('| Dm7 | G7alt | Cmaj7 |')[1]).toBe('altered')
    expect(scales('| Dm7 | G13b9 | Cmaj7 |')[1]).toBe('halfWhole')
    expect(scales('| Dm7 | G7#11 | Cmaj7 |')[1]).toBe('lydianDominant')
  })

  it('tells the second-best reading and how much dearer it is', () => {
    const [first] = analysed('| Cmaj7 | Fmaj7 |').readings
    expect(first!.alternatives.length).toBeGreaterThan(0)
    expect(first!.alternatives[0]!.extraCost).toBeGreaterThanOrEqual(0)
    expect(first!.alternatives[0]!.key).not.toEqual(first!.key)
  })

  it('keeps to the player’s own reading and lets the rest follow', () => {
    const own = { tonic: 'A', mode: 'minor' } as const
    const { readings } = analyseChart(chartOf('| Dm7 | E7 | Am7 | Dm7 | G7 | Cmaj7 |'), [
      { from: 0, to: 3, key: own },
      { from: 1, to: 1, scale: 'altered' },
    ])
    expect(readings.slice(0, 4).every(({ key }) => key.tonic === own.tonic && key.mode === own.mode)).toBe(
      true,
    )
    expect(readings[1]!.scale).toBe('altered')
    expect(readings[5]!.key).toEqual({ tonic: 'C', mode: 'major' })
  })

  it('answers for N.C., for one chord, for chords no key explains', () => {
    expect(analysed('| N.C. |').readings[0]!.numeral).toBe('')
    expect(analysed('| Cmaj7 |').readings[0]!.numeral).toBe('I')
    expect(analysed('| C+ | F#6 | Bbsus4 |').readings).toHaveLength(3)
  })
})

/** Common practice, no source: in a blues I7 and IV7 are home, and the note above their 3 is a half step away. */
describe('the dominants of a blues', () => {
  const scales = (text: string) => analysed(text).readings.map(({ numeral, scale }) => `${numeral} ${scale}`)

  it('are Mixolydian, I7 and IV7 alike', () => {
    const BLUES = '| F7 | Bb7 | F7 | % | Bb7 | % | F7 | % | C7 | Bb7 | F7 | C7 |'
    const found = new Set(scales(`key: F major\n${BLUES}`))
    expect(found).toEqual(new Set(['I7 mixolydian', 'IV7 mixolydian', 'V mixolydian']))
  })

  it('leave the IV7 of a major key Lydian dominant', () => {
    expect(scales('key: C major\n| Cmaj7 | F7 | Cmaj7 | Dm7 G7 |')[1]).toBe('IV7 lydianDominant')
  })

  it('have the scale that the player chooses', () => {
    const outcome = analysed('key: F major\n| F7 | Bb7 | F7 | C7 |')
    const own = analyseChart(outcome.chart, [{ from: 1, to: 1, scale: 'lydianDominant' }])
    expect(own.readings[1]!.scale).toBe('lydianDominant')
  })
})
