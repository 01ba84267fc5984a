import { QUARTER } from '../../theory/rhythm/ticks.ts'
import type { FreeLimits, Unit } from './limits.ts'

interface FreeRow {
  readonly id: string
  readonly grade: number
  readonly name: string
  readonly asks: string
  /** The notes of the example. */
  readonly unit: Unit
  readonly tempo: readonly [number, number]
  /** The ways to play it, each with its limits. */
  readonly ways: readonly [FreeWay, ...FreeWay[]]
  readonly needs?: 'phrase'
}

interface FreeWay {
  readonly name: string
  readonly limits: FreeLimits
}

const EIGHTH_TICKS = QUARTER / 2
const one = (limits: FreeLimits): FreeRow['ways'] => [{ name: 'freely', limits }]

/** The smallest set of the Map, in its region. */
const mapSet = (name: string, smallSet: 3 | 4): FreeWay => ({
  name,
  limits: { notes: { smallSet }, rules: [{ rule: 'region', halfSteps: 9 }], marks: ['strong'] },
})

/** The rungs whose line the player makes, and their limits (the ladder; common practice, no source). */
export const FREE_ROWS = [
  {
    id: 'roots-own',
    grade: 1,
    name: 'roots, own rhythm',
    asks: 'roots only, in any rhythm; one sounds at every change of chord',
    unit: 'halves',
    tempo: [80, 160],
    ways: one({ notes: 'roots', rules: [{ rule: 'atChanges' }] }),
  },
  {
    id: 'small-set',
    grade: 3,
    name: 'small set',
    asks: 'three or four notes a chord, all within a sixth, changed as little as can be; chord tones on strong beats',
    unit: 'eighths',
    tempo: [70, 160],
    ways: [
      mapSet('the Map’s set of four', 4),
      mapSet('the Map’s set of three', 3),
      {
        name: 'your own set',
        limits: {
          notes: 'scale',
          rules: [
            { rule: 'perChord', most: 4 },
            { rule: 'region', halfSteps: 9 },
          ],
          marks: ['strong'],
        },
      },
    ],
  },
  {
    id: 'shared-notes',
    grade: 3,
    name: 'shared notes',
    asks: 'only chord tones that neighbouring chords share, and scale notes common to all the bars',
    unit: 'quarters',
    tempo: [70, 160],
    ways: one({ notes: 'shared' }),
  },
  {
    id: 'one-a-bar',
    grade: 3,
    name: 'one note a bar',
    asks: 'one chord tone or 9 a bar, near the last one; one leap of an octave; space at the end',
    unit: 'halves',
    tempo: [70, 160],
    ways: one({
      notes: 'chordTonesAnd9',
      rules: [
        { rule: 'perBar', most: 1 },
        { rule: 'near', halfSteps: 5 },
      ],
      marks: ['space'],
      phraseBars: 8,
    }),
  },
  {
    id: 'chord-tones',
    grade: 3,
    name: 'chord tones',
    asks: 'R 3 5 7 of each chord, in any order and rhythm; on strong beats nothing else',
    unit: 'eighths',
    tempo: [70, 200],
    ways: [
      { name: 'R 3 5 7', limits: { notes: 'chordTones', marks: ['strong'] } },
      { name: 'with the 9', limits: { notes: 'chordTonesAnd9', marks: ['strong'] } },
      {
        name: 'in eighths',
        limits: {
          notes: 'chordTones',
          rules: [{ rule: 'unbroken', ticks: EIGHTH_TICKS }],
          marks: ['strong'],
        },
      },
    ],
  },
  {
    id: 'nearest-path',
    grade: 4,
    name: 'nearest path',
    asks: 'long notes of the key: from each chord into the next stay, or go up or down by step',
    unit: 'halves',
    tempo: [70, 160],
    ways: one({
      notes: 'key',
      rules: [
        { rule: 'shortest', ticks: 2 * QUARTER },
        { rule: 'near', halfSteps: 2 },
      ],
      marks: ['joins'],
      joins: 0.6,
    }),
  },
  {
    id: 'altered-path',
    grade: 4,
    name: 'altered path',
    asks: 'the same path, with ♭9 ♯9 ♯11 ♭13 on dominants',
    unit: 'halves',
    tempo: [70, 160],
    ways: one({
      notes: 'keyAltered',
      rules: [
        { rule: 'shortest', ticks: 2 * QUARTER },
        { rule: 'near', halfSteps: 2 },
        { rule: 'alterations' },
      ],
    }),
  },
  {
    id: 'path-decorated',
    grade: 4,
    name: 'path, decorated',
    asks: 'the path by step through the changes, chord tones on strong beats, with enclosures and arpeggios around it; outside notes resolved',
    unit: 'eighths',
    tempo: [70, 160],
    ways: one({
      notes: 'any',
      rules: [{ rule: 'ornaments', bars: 2 }],
      marks: ['strong', 'joins', 'home'],
      joins: 0.75,
    }),
  },
  {
    id: 'one-key-free',
    grade: 6,
    name: 'one key, freely',
    asks: 'the key’s scale through the changes, chord tones on the strong beats',
    unit: 'eighths',
    tempo: [70, 220],
    ways: one({ notes: 'key', marks: ['strong'] }),
  },
  {
    id: 'long-home',
    grade: 6,
    name: 'long chord tones',
    asks: 'fast notes of each chord’s scale; notes of a beat or longer are chord tones',
    unit: 'eighths',
    tempo: [70, 180],
    ways: one({ notes: 'scale', rules: [{ rule: 'longTones' }] }),
  },
  {
    id: 'phrase-place',
    grade: 7,
    name: 'phrase in its place',
    asks: 'a phrase you saved, once where it fits; chord tones everywhere else',
    unit: 'eighths',
    tempo: [70, 200],
    needs: 'phrase',
    ways: one({ notes: 'chordTones', rules: [{ rule: 'phrase' }], grid: 'triplets' }),
  },
  {
    id: 'v-both-free',
    grade: 7,
    name: 'V through both, freely',
    asks: 'over each ii–V the scale of the V, through both chords, joined by step',
    unit: 'eighths',
    tempo: [70, 200],
    ways: one({ notes: 'fiveThroughBoth', marks: ['joins'], joins: 0.5 }),
  },
  {
    id: 'flat9-flat13',
    grade: 8,
    name: '♭9 and ♭13',
    asks: 'an alteration on every dominant, resolved by step',
    unit: 'eighths',
    tempo: [70, 180],
    ways: one({ notes: 'scaleAltered', rules: [{ rule: 'alterations' }], marks: ['home'] }),
  },
  {
    id: 'altered-free',
    grade: 8,
    name: 'altered, freely',
    asks: 'the altered scale on every dominant',
    unit: 'eighths',
    tempo: [60, 180],
    ways: one({ notes: 'altered', rules: [{ rule: 'alterations' }] }),
  },
  {
    id: 'pentatonic',
    grade: 8,
    name: 'pentatonic centres',
    asks: 'one major pentatonic of the key over all the bars',
    unit: 'eighths',
    tempo: [80, 200],
    ways: [
      { name: 'from the 1', limits: { notes: { pentatonicOn: 1 } } },
      { name: 'from the 4', limits: { notes: { pentatonicOn: 4 } } },
      { name: 'from the 5', limits: { notes: { pentatonicOn: 5 } } },
    ],
  },
  {
    id: 'out-home',
    grade: 8,
    name: 'side-slip',
    asks: 'once in every four bars half a step away and back by step',
    unit: 'eighths',
    tempo: [80, 200],
    ways: one({ notes: 'any', rules: [{ rule: 'outside' }], marks: ['home'] }),
  },
  {
    id: 'far-view',
    grade: 8,
    name: 'far view',
    asks: 'one sound over all the bars: the V7 of the key, or a single degree',
    unit: 'quarters',
    tempo: [80, 200],
    ways: [
      { name: 'the V7', limits: { notes: 'fiveOfKey' } },
      { name: 'the 3 alone', limits: { notes: { degreeOfKey: 3 } } },
      { name: 'the 5 alone', limits: { notes: { degreeOfKey: 5 } } },
    ],
  },
  {
    id: 'unbroken',
    grade: 9,
    name: 'continuous eighths',
    asks: 'eighths without a stop: chord tones on strong beats, joined by step, outside notes resolved',
    unit: 'eighths',
    tempo: [80, 300],
    ways: one({
      notes: 'any',
      rules: [{ rule: 'unbroken', ticks: EIGHTH_TICKS }],
      marks: ['strong', 'joins', 'home'],
      joins: 0.6,
    }),
  },
  {
    id: 'sixteenths',
    grade: 9,
    name: 'sixteenths',
    asks: 'sixteenths chord by chord, at least three in every beat; chord tones on strong beats, outside notes resolved',
    unit: 'sixteenths',
    tempo: [40, 70],
    ways: one({
      notes: 'any',
      rules: [{ rule: 'perBeat', least: 3 }],
      marks: ['strong', 'home'],
      grid: 'sixteenths',
    }),
  },
  {
    id: 'speak',
    grade: 9,
    name: 'speak',
    asks: 'phrases of two bars with a rest after each, no two alike, outside notes resolved, landing on 1, 3 or 5',
    unit: 'eighths',
    tempo: [80, 200],
    ways: one({
      notes: 'any',
      marks: ['home', 'space', 'variety', 'landing'],
      phraseBars: 2,
      grid: 'triplets',
    }),
  },
  {
    id: 'chorus',
    grade: 9,
    name: 'chorus',
    asks: 'everything is judged: strong beats, joins, outside notes, space, variety, landing',
    unit: 'eighths',
    tempo: [80, 300],
    ways: one({
      notes: 'any',
      marks: ['strong', 'joins', 'home', 'space', 'variety', 'landing'],
      joins: 0.5,
      phraseBars: 4,
      grid: 'triplets',
    }),
  },
] as const satisfies readonly FreeRow[]
