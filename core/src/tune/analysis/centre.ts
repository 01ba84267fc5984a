import { fourTones, guideTones } from '../../theory/chord/chord.ts'
import type { Degree } from '../../theory/pitch/degree.ts'
import { type Fifths, fifthsOf, noteName, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { type Key, keysOfMode, sameKey } from '../../theory/pitch/key.ts'
import { type ScaleId, scaleSemitones } from '../../theory/scale/scale.ts'
import type { Stretch } from '../chart/chart.ts'
import type { Analysis } from './analysis.ts'

/** Chord tones that are not in the key centre's scale. */
interface Clash {
  readonly chord: number
  readonly degrees: readonly Degree[]
}

/**
 * A five-note scale over the whole stretch, with the number of chords that have a guide tone a half step from one of
 * its notes.
 */
interface CentrePentatonic {
  readonly root: string
  readonly kind: 'major' | 'minor'
  /** The degree of the key that it starts on. */
  readonly on: Degree
  readonly notes: readonly string[]
}

/** One key centre for a stretch: a key whose scale is played over all of it. */
export interface Centre {
  readonly key: Key
  readonly scale: ScaleId
  /** The share of the time, 0 to 1, whose chords lie entirely in the scale. */
  readonly share: number
  readonly clashes: readonly Clash[]
  readonly pentatonics: readonly CentrePentatonic[]
}

const SCALE_OF: Readonly<Record<Key['mode'], ScaleId>> = { major: 'ionian', minor: 'aeolian' }

/** The cost of a chord tone outside the centre's scale per beat, and the gain of a key that actually occurs. */
const COSTS = { guide: 2, tone: 1, thereAlready: 0.6 } as const

/** Degrees above the tonic, in fifths, on which a pentatonic stands over a whole section (common practice, no source). */
const PENTATONICS: Readonly<
  Record<
    Key['mode'],
    readonly { readonly on: Degree; readonly fifths: Fifths; readonly kind: 'major' | 'minor' }[]
  >
> = {
  major: [
    { on: 'R', fifths: 0, kind: 'major' },
    { on: '13', fifths: 3, kind: 'minor' },
    { on: '3', fifths: 4, kind: 'minor' },
    { on: '9', fifths: 2, kind: 'minor' },
    { on: '5', fifths: 1, kind: 'minor' },
  ],
  minor: [
    { on: 'R', fifths: 0, kind: 'minor' },
    { on: '11', fifths: -1, kind: 'minor' },
    { on: '5', fifths: 1, kind: 'minor' },
  ],
}

const FIVE: Readonly<Record<'major' | 'minor', readonly Fifths[]>> = {
  major: [0, 2, 4, 1, 3],
  minor: [0, -3, -1, 1, -2],
}

const classesOf = (key: Key): readonly number[] =>
  scaleSemitones(SCALE_OF[key.mode]).map((step) => (pitchClassOf(fifthsOf(key.tonic)) + step) % 12)

/**
 * The key that contains most of the stretch's chord tones; guide tones count double.
 *
 * @example centreOf(analysis, stretch).key // { tonic: 'C', mode: 'major' }
 */
export const centreOf = (analysis: Analysis, stretch: Stretch): Centre => {
  const spans = analysis.spans.filter(
    ({ bar, chord }) => bar >= stretch.from && bar <= stretch.to && chord.tones.length > 0,
  )
  const time = spans.reduce((sum, { start, end }) => sum + end - start, 0)
  const judge = (key: Key) => {
    const classes = classesOf(key)
    let cost = 0
    const clashes: Clash[] = []
    for (const { chord, index, start, end } of spans) {
      const root = pitchClassOf(fifthsOf(chord.root))
      const guides = guideTones(chord)
      const outside = fourTones(chord).filter(({ semitones }) => !classes.includes((root + semitones) % 12))
      const weight = outside.reduce(
        (sum, tone) => sum + (guides.some(({ degree }) => degree === tone.degree) ? COSTS.guide : COSTS.tone),
        0,
      )
      const there = sameKey(analysis.readings[index]!.key, key) ? COSTS.thereAlready : 0
      cost += (weight - there) * (end - start)
      if (outside.length > 0) clashes.push({ chord: index, degrees: outside.map(({ degree }) => degree) })
    }
    return { key, cost, clashes }
  }
  const named = analysis.readings.map(({ key }) => key)
  const keys = [...named.filter((key, at) => named.findIndex((other) => sameKey(other, key)) === at)]
  const judged = (keys.length > 0 ? keys : keysOfMode('major')).map(judge)
  const { key, clashes } = judged.reduce((best, other) => (other.cost < best.cost ? other : best))
  const clashing = spans
    .filter(({ index }) => clashes.some(({ chord }) => chord === index))
    .reduce((sum, { start, end }) => sum + end - start, 0)
  return {
    key,
    scale: SCALE_OF[key.mode],
    share: time === 0 ? 1 : 1 - clashing / time,
    clashes,
    pentatonics: PENTATONICS[key.mode].map(({ on, fifths, kind }) => {
      const root = fifthsOf(key.tonic) + fifths
      return { root: noteName(root), kind, on, notes: FIVE[kind].map((step) => noteName(root + step)) }
    }),
  }
}
