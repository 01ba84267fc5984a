import { Note, Key as TonalKey } from 'tonal'
import { describe, expect, it } from 'vitest'
import { analysed, chartOf, TWELVE_STEPS } from '../../../test/changes.ts'
import { fifthsOf } from '../../theory/pitch/fifths.ts'
import { type Key, keysOfMode } from '../../theory/pitch/key.ts'
import { type ScaleId, scaleSpellings } from '../../theory/scale/scale.ts'
import { transposeChart } from '../chart/chart.ts'
import { analyseChart } from './analyse.ts'
import { type Analysis, keyRegions } from './analysis.ts'

const name = ({ tonic, mode }: Key) => tonic + (mode === 'minor' ? 'm' : '')
const numerals = ({ readings }: Analysis) =>
  readings.map(({ key, numeral }) => `${numeral} ${name(key)}`).join(', ')
const patternsOf = ({ patterns }: Analysis) =>
  patterns.map((pattern) => `${pattern.name} ${pattern.from}–${pattern.to}`)

/**
 * Every pattern that players name, with the numeral and key of each chord and the extents in chords. Common practice, no
 * source.
 */
const NAMED: readonly (readonly [chart: string, numerals: string, ...patterns: readonly string[]])[] = [
  ['| Dm7 | G7 | Cmaj7 | Fmaj7 |', 'ii C, V C, I C, IV C', 'ii–V–I–IV 0–3'],
  ['| Bm7b5 E7 | Am6 |', 'iiø Am, V Am, i Am', 'minor ii–V–i 0–2'],
  ['| Cm7 F7 | Bbmaj7 G7b9 |', 'ii Bb, V Bb, I Bb, VI7 Bb', 'ii–V–I 0–2'],
  [
    'key: C major\n| Cmaj7 | Fmaj7 | Dm7 G7 |',
    'I C, IV C, ii C, V C',
    'IV after I 0–1',
    'ii–V that does not resolve 2–3',
  ],
  ['| Gmaj7 Em7 | Am7 D7 | Gmaj7 |', 'I G, vi G, ii G, V G, I G', 'I–vi–ii–V 0–3', 'ii–V–I 2–4'],
  ['| Cm7 F7b9 | Bbm7 Eb7 | Abmaj7 |', 'iii Ab, VI7 Ab, ii Ab, V Ab, I Ab', 'iii–VI–ii–V 0–3', 'ii–V–I 2–4'],
  [
    '| Em7 Eb7 | Dm7 Db7 | Cmaj7 |',
    'iii C, bIII7 C, ii C, bII7 C, I C',
    'iii–♭III7–ii–♭II7 0–3',
    'tritone substitute 2–4',
  ],
  [
    'key: C major\n| Cmaj7 Ebmaj7 | Abmaj7 Dbmaj7 | Cmaj7 |',
    'I C, bIII C, bVI C, bII C, I C',
    'I–♭III–♭VI–♭II turnaround 0–3',
  ],
  [
    'key: G major\n| Gmaj7 Bb7 | Eb7 Ab7 | Gmaj7 |',
    'I G, bIII7 G, bVI7 G, bII7 G, I G',
    'I–♭III–♭VI–♭II turnaround 0–3',
    'tritone substitute 3–4',
  ],
  [
    'key: C major\n| Cmaj7 C#dim7 | Dm7 G7 | Cmaj7 |',
    'I C, #I° C, ii C, V C, I C',
    'turnaround over a passing diminished 0–3',
    'ii–V–I 2–4',
  ],
  [
    'key: C major\n| Cmaj7 C#dim7 | Dm7 D#dim7 | Em7 |',
    'I C, #I° C, ii C, #II° C, iii C',
    'passing diminished 0–4',
  ],
  [
    'key: C major\n| Em7 | Ebdim7 | Dm7 | G7 | Cmaj7 |',
    'iii C, bIII° C, ii C, V C, I C',
    'turnaround over a passing diminished 0–3',
    'ii–V–I 2–4',
  ],
  ['key: F major\n| Bbmaj7 | Bdim7 | Fmaj7 |', 'IV F, #IV° F, I F', 'passing diminished 0–2'],
  ['key: G major\n| Gmaj7 | Gdim7 | Gmaj7 |', 'I G, I° G, I G', 'common-tone diminished 0–2'],
  [
    'key: F major\n| F7 | Bb7 | Bdim7 | F7 |',
    'I7 F, IV7 F, #IV° F, I7 F',
    'I7–IV7 of a blues 0–1',
    '♯IV° back to I in a blues 1–3',
  ],
  ['| Bbm7 | Eb7 | Fmaj7 |', 'iv F, bVII7 F, I F', 'backdoor 0–2'],
  ['key: C major\n| Fmaj7 Bb7 | Cmaj7 |', 'IV C, bVII7 C, I C', 'backdoor 0–2'],
  ['| Em7 | Eb7 | Dmaj7 |', 'ii D, bII7 D, I D', 'tritone substitute 0–2'],
  ['key: D minor\n| Em7b5 | Eb7 | Dm6 |', 'iiø Dm, bII7 Dm, i Dm', 'tritone substitute 0–2'],
  ['key: C major\n| Fmaj7 | Fm6 | Cmaj7 |', 'IV C, iv C, I C', 'minor iv after IV 0–2'],
  [
    'key: C major\n| Cmaj7 | F#m7b5 B7b9 | Em7 | Dm7 G7 | Cmaj7 |',
    'I C, #ivø C, VII7 C, iii C, ii C, V C, I C',
    'ii–V of iii 1–3',
    'ii–V–I 4–6',
  ],
  [
    'key: F major\n| Fmaj7 | Cm7 F7 | Bbmaj7 | Gm7 C7 | Fmaj7 |',
    'I F, v F, I7 F, IV F, ii F, V F, I F',
    'ii–V of IV 1–3',
    'ii–V–I 4–6',
  ],
  ['key: C major\n| Cmaj7 | Am7 D7 | G7 | Cmaj7 |', 'I C, vi C, II7 C, V C, I C', 'ii–V of V 1–3', 'V–I 3–4'],
  [
    'key: Eb major\n| Ebmaj7 | C7b9 | Fm7 | Bb7 | Ebmaj7 |',
    'I Eb, VI7 Eb, ii Eb, V Eb, I Eb',
    'I–VI–ii–V 0–3',
    'ii–V–I 2–4',
  ],
  [
    'key: Bb major\n| D7 | % | G7 | % | C7 | % | F7 | % |',
    'III7 Bb, III7 Bb, VI7 Bb, VI7 Bb, II7 Bb, II7 Bb, V Bb, V Bb',
    'chain of dominants 0–7',
  ],
  [
    'key: C minor\n| Cm6 Abmaj7 | Dm7b5 G7b9 | Cm6 |',
    'i Cm, bVI Cm, iiø Cm, V Cm, i Cm',
    'i–♭VI–ii–V 0–3',
    'minor ii–V–i 2–4',
  ],
  [
    'key: C minor\n| Cm6 Am7b5 | Dm7b5 G7b9 | Cm6 |',
    'i Cm, viø Cm, iiø Cm, V Cm, i Cm',
    'i–vi–ii–V of minor 0–3',
    'minor ii–V–i 2–4',
  ],
  [
    'key: C minor\n| Cm7 Bb7 | Abmaj7 G7b9 | Cm6 |',
    'i Cm, bVII7 Cm, bVI Cm, V Cm, i Cm',
    'i–♭VII–♭VI–V 0–3',
    '♭VI–V–i 2–4',
  ],
  [
    'key: C minor\n| Cm7 | Gm7b5 C7b9 | Fm7 | Dm7b5 G7 | Cm6 |',
    'i Cm, vø Cm, I7 Cm, iv Cm, iiø Cm, V Cm, i Cm',
    'ii–V of iv 1–3',
    'minor ii–V–i 4–6',
  ],
  [
    'key: C minor\n| Fm7 F#dim7 | G7b9 | Cm6 |',
    'iv Cm, #IV° Cm, V Cm, i Cm',
    'passing diminished 0–2',
    'V–i 2–3',
  ],
  ['key: C minor\n| Cm6 | Bdim7 | Cm6 |', 'i Cm, vii° Cm, i Cm', 'leading-tone diminished 1–2'],
  ['| C/G | F/G | G7 | C |', 'I C, IV C, V C, I C', 'pedal on G 0–2', 'IV after I 0–1', 'V–I 2–3'],
  [
    'key: C major\n| Cmaj7 | Ebm7 Ab7 | Dm7 G7 | Cmaj7 |',
    'I C, ii Db, V Db, ii C, V C, I C',
    'ii–V of another key 1–2',
    'ii–V–I 3–5',
  ],
  ['| Em7b5 A7b9 | Dm7 G7 | Cmaj7 |', 'iiiø C, VI7 C, ii C, V C, I C', 'ii–V of ii 0–2', 'ii–V–I 2–4'],
]

describe('the patterns that players name', () => {
  it.each(NAMED)('%s', (text, wanted, ...patterns) => {
    const analysis = analysed(text)
    expect(numerals(analysis)).toBe(wanted)
    expect(patternsOf(analysis)).toEqual(patterns)
  })

  it('have the same names and extents in all twelve keys', () => {
    for (const [text] of NAMED) {
      const chart = chartOf(text)
      const bare = (analysis: Analysis) =>
        patternsOf(analysis).map((pattern) => pattern.replace(/pedal on \S+/, 'pedal'))
      const here = analyseChart(chart)
      for (const steps of TWELVE_STEPS) {
        const there = analyseChart(transposeChart(chart, steps))
        expect(bare(there)).toEqual(bare(here))
        expect(there.readings.map(({ numeral, scale }) => [numeral, scale])).toEqual(
          here.readings.map(({ numeral, scale }) => [numeral, scale]),
        )
      }
    }
  })
})

describe('the keys of a tune', () => {
  it('are given as regions, each with its relation to the one before (common practice, no source)', () => {
    const regions = (text: string) =>
      keyRegions(analysed(text)).map(({ key, from, to, relation }) => [name(key), from, to, relation])
    expect(regions('| Dm7 G7 | Cmaj7 | Bm7b5 E7b9 | Am6 |')).toEqual([
      ['C', 0, 2, undefined],
      ['Am', 3, 5, 'relative'],
    ])
    expect(regions('| Dm7b5 G7b9 | Cm6 | Dm7 G7 | Cmaj7 |')).toEqual([
      ['Cm', 0, 2, undefined],
      ['C', 3, 5, 'parallel'],
    ])
    expect(regions('| Dm7 G7 | Cmaj7 | Ebm7 Ab7 | Dbmaj7 |').map(([, , , relation]) => relation)).toEqual([
      undefined,
      'other',
    ])
  })

  it('share a pivot chord where they meet', () => {
    const { readings } = analysed(
      'key: F major\n| Fmaj7 | Em7b5 A7b9 | Dm7 | Cm7 F7 | Bbmaj7 | Bbm6 | Am7 D7 | Gm7 C7 |',
    )
    expect(readings[3]).toMatchObject({ numeral: 'i', pivot: { numeral: 'vi', key: { tonic: 'F' } } })
  })

  it('are found where one chord lasts long: a minor seventh chord is then Dorian', () => {
    const { readings } = analysed(`| Dm7 |${' % |'.repeat(7)} Ebm7 |${' % |'.repeat(7)}`)
    expect(new Set(readings.map(({ scale }) => scale))).toEqual(new Set(['dorian']))
  })
})

type Scales = readonly (ScaleId | undefined)[]

/**
 * Our scales for the seventh chords on each degree of the three minor scales; undefined where ours is another than the
 * scale's own, told below. Numerals and scales as in the chord-scale tables of B. Nettles and R. Graf, The Chord Scale
 * Theory and Jazz Harmony (1997), from memory; notes and chords from tonal.
 */
const MINOR: Readonly<
  Record<
    'natural' | 'harmonic' | 'melodic',
    { readonly numerals: readonly string[]; readonly scales: Scales }
  >
> = {
  natural: {
    numerals: ['i', 'iiø', 'bIII', 'iv', 'v', 'bVI', 'bVII7'],
    scales: ['aeolian', 'locrian', 'ionian', 'dorian', 'phrygian', 'lydian', 'mixolydian'],
  },
  // i with a major 7 gets melodic minor, ♭III7♯5 Lydian augmented, vii° whole–half, by the trade's habit.
  harmonic: {
    numerals: ['i', 'iiø', 'bIII', 'iv', 'V', 'bVI', 'vii°'],
    scales: [undefined, undefined, undefined, undefined, 'phrygianDominant', undefined, undefined],
  },
  // ii m7 is played Dorian, V as the Phrygian dominant.
  melodic: {
    numerals: ['i', 'ii', 'bIII', 'IV7', 'V', 'viø', 'viiø'],
    scales: [
      'melodicMinor',
      undefined,
      'lydianAugmented',
      'lydianDominant',
      undefined,
      'locrianNatural9',
      'locrianFlat4',
    ],
  },
}

describe('minor keys', () => {
  it.each(['natural', 'harmonic', 'melodic'] as const)(
    'give the chords of the %s scale their numerals and scales in all twelve keys',
    (kind) => {
      for (const { tonic } of keysOfMode('minor')) {
        const theirs = TonalKey.minorKey(tonic)[kind]
        const symbols = theirs.chords.map((symbol) => symbol.replace(/^(..?)\+maj7$/, '$1maj7#5'))
        const { readings, spans } = analyseChart(chartOf(`| ${symbols.join(' | ')} |`), [
          { from: 0, to: 6, key: { tonic, mode: 'minor' } },
        ])
        expect(readings.map(({ numeral }) => numeral)).toEqual(MINOR[kind].numerals)
        MINOR[kind].scales.forEach((scale, at) => {
          if (!scale) return
          expect(readings[at]!.scale).toBe(scale)
          const ours = scaleSpellings(scale, fifthsOf(spans[at]!.chord.root)).map((note) => Note.chroma(note))
          expect([...ours].sort()).toEqual([...theirs.scale.map((note) => Note.chroma(note))].sort())
        })
      }
    },
  )
})
