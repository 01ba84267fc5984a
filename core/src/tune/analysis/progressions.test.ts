import { describe, expect, it } from 'vitest'
import { chartOf, TWELVE_STEPS } from '../../../test/changes.ts'
import { transposeChart } from '../chart/chart.ts'
import { analyseChart } from './analyse.ts'

/**
 * Progressions with the key and numeral of each chord, in several keys; a key of the chart only where the chords leave it
 * open. Common practice, no source.
 */
const PROGRESSIONS: readonly {
  readonly name: string
  readonly rows: readonly (readonly [string, string])[]
}[] = [
  {
    name: 'ii–V–I in major',
    rows: [
      ['| Gm7 | C7 | Fmaj7 |', 'ii F, V F, I F'],
      ['| F#m7 B7 | Emaj7 |', 'ii E, V E, I E'],
      ['| Cm9 | F13 | Bb6 |', 'ii Bb, V Bb, I Bb'],
      ['| Am7 | D7sus4 | Gmaj9 |', 'ii G, V G, I G'],
      ['| Bbm7 | Eb7 | Ab6/9 |', 'ii Ab, V Ab, I Ab'],
    ],
  },
  {
    name: 'ii–V–i in minor',
    rows: [
      ['| Em7b5 | A7b9 | Dm6 |', 'iiø Dm, V Dm, i Dm'],
      ['| Cm7b5 F7b9 | BbmMaj7 |', 'iiø Bbm, V Bbm, i Bbm'],
      ['| F#ø | B7alt | Em7 |', 'iiø Em, V Em, i Em'],
      ['| Am7b5 | D7 | Gm6 |', 'iiø Gm, V Gm, i Gm'],
    ],
  },
  {
    name: 'ii–V and V–I alone',
    rows: [
      ['| Fm7 | Bb7 |', 'ii Eb, V Eb'],
      ['| E7 | Amaj7 |', 'V A, I A'],
      ['| Gb7 | Cbmaj7 |', 'V Cb, I Cb'],
      ['| G7b9 | Cm6 |', 'V Cm, i Cm'],
    ],
  },
  {
    name: 'the IV after a I',
    rows: [
      ['| Cm7 | F7 | Bbmaj7 | Ebmaj7 |', 'ii Bb, V Bb, I Bb, IV Bb'],
      ['| Dbmaj7 | Gbmaj7 | Ebm7 | Ab7 | Dbmaj7 |', 'I Db, IV Db, ii Db, V Db, I Db'],
    ],
  },
  {
    name: 'relative major and minor',
    rows: [
      ['| Dm7 G7 | Cmaj7 | Bm7b5 E7b9 | Am7 |', 'ii C, V C, I C, iiø Am, V Am, i Am'],
      ['| Fm7 Bb7 | Ebmaj7 | Dm7b5 G7b9 | Cm6 |', 'ii Eb, V Eb, I Eb, iiø Cm, V Cm, i Cm'],
    ],
  },
  {
    name: 'turnarounds',
    rows: [
      ['| Fmaj7 Dm7 | Gm7 C7 | Fmaj7 |', 'I F, vi F, ii F, V F, I F'],
      ['| Bbmaj7 G7b9 | Cm7 F7 | Bbmaj7 |', 'I Bb, VI7 Bb, ii Bb, V Bb, I Bb'],
      ['| Am7 D7b9 | Gm7 C7 | Fmaj7 |', 'iii F, VI7 F, ii F, V F, I F'],
      ['| F#m7 Bm7 | Em7 A7 | Dmaj7 |', 'iii D, vi D, ii D, V D, I D'],
    ],
  },
  {
    name: 'secondary dominants and chains of them',
    rows: [
      ['key: G major\n| Gmaj7 | E7b9 | Am7 | D7 | Gmaj7 |', 'I G, VI7 G, ii G, V G, I G'],
      ['key: F major\n| Fmaj7 | G7 | Gm7 C7 | Fmaj7 |', 'I F, II7 F, ii F, V F, I F'],
      ['key: C major\n| Cmaj7 | C7 | Fmaj7 | Dm7 G7 | Cmaj7 |', 'I C, I7 C, IV C, ii C, V C, I C'],
      ['key: Bb major\n| D7 | G7 | C7 | F7 | Bbmaj7 |', 'III7 Bb, VI7 Bb, II7 Bb, V Bb, I Bb'],
      ['key: Eb major\n| G7 | C7 | F7 | Bb7 | Ebmaj7 |', 'III7 Eb, VI7 Eb, II7 Eb, V Eb, I Eb'],
    ],
  },
  {
    name: 'passing diminished',
    rows: [
      ['key: F major\n| Fmaj7 F#dim7 | Gm7 C7 | Fmaj7 |', 'I F, #I° F, ii F, V F, I F'],
      [
        'key: Eb major\n| Ebmaj7 | Fm7 F#dim7 | Gm7 | Fm7 Bb7 | Ebmaj7 |',
        'I Eb, ii Eb, #II° Eb, iii Eb, ii Eb, V Eb, I Eb',
      ],
    ],
  },
  {
    name: 'backdoor and tritone substitute',
    rows: [
      ['| Bbm7 | Eb7 | Fmaj7 |', 'iv F, bVII7 F, I F'],
      ['| Em7 | Eb7 | Dmaj7 |', 'ii D, bII7 D, I D'],
      ['key: C major\n| Fmaj7 | Fm6 | Cmaj7 |', 'IV C, iv C, I C'],
    ],
  },
  {
    name: 'blues, where dominants are home',
    rows: [
      ['key: Bb major\n| Bb7 | Eb7 | Bb7 | Cm7 F7 | Bb7 |', 'I7 Bb, IV7 Bb, I7 Bb, ii Bb, V Bb, I7 Bb'],
      ['key: C major\n| C7 | F7 | F#dim7 | C7 | G7 | C7 |', 'I7 C, IV7 C, #IV° C, I7 C, V C, I7 C'],
      ['key: G major\n| G7 | Dm7 G7 | C7 | G7 |', 'I7 G, v G, I7 G, IV7 G, I7 G'],
    ],
  },
  {
    name: 'changes of key',
    rows: [
      [
        '| Dm7 G7 | Cmaj7 | Cm7 F7 | Bbmaj7 | Bbm7 Eb7 | Abmaj7 |',
        'ii C, V C, I C, ii Bb, V Bb, I Bb, ii Ab, V Ab, I Ab',
      ],
      [
        '| Am7 D7 | Gmaj7 | F#m7b5 B7b9 | Em6 | Fm7 Bb7 | Ebmaj7 |',
        'ii G, V G, I G, iiø Em, V Em, i Em, ii Eb, V Eb, I Eb',
      ],
      ['| F#m7 B7 | Emaj7 | Em7 A7 | Dmaj7 |', 'ii E, V E, I E, ii D, V D, I D'],
    ],
  },
  {
    name: 'minor tunes',
    rows: [
      ['key: C minor\n| Cm6 | Fm7 | Dm7b5 G7b9 | Cm6 |', 'i Cm, iv Cm, iiø Cm, V Cm, i Cm'],
      ['key: G minor\n| Gm7 | Ebmaj7 | Am7b5 D7b9 | Gm6 |', 'i Gm, bVI Gm, iiø Gm, V Gm, i Gm'],
      ['key: D minor\n| Dm6 | Bb7 A7 | Dm6 |', 'i Dm, bVI7 Dm, V Dm, i Dm'],
      ['key: A minor\n| Am7 | A7b9 | Dm7 | E7 | Am6 |', 'i Am, I7 Am, iv Am, V Am, i Am'],
    ],
  },
]

const reading = (text: string) =>
  analyseChart(chartOf(text))
    .readings.map(({ key, numeral }) => `${numeral} ${key.tonic}${key.mode === 'minor' ? 'm' : ''}`)
    .join(', ')

for (const { name, rows } of PROGRESSIONS) {
  describe(name, () => {
    it.each(rows)('%s', (text, wanted) => {
      expect(reading(text)).toBe(wanted)
    })

    it('is read the same in all twelve keys', () => {
      for (const [text] of rows) {
        const chart = chartOf(text)
        const here = analyseChart(chart).readings.map(({ numeral, scale }) => `${numeral} ${scale}`)
        for (const steps of TWELVE_STEPS)
          expect(
            analyseChart(transposeChart(chart, steps)).readings.map(
              ({ numeral, scale }) => `${numeral} ${scale}`,
            ),
          ).toEqual(here)
      }
    })
  })
}
