import { type ChordTone, fourTones, guideTones } from '../../theory/chord/chord.ts'
import { type Degree, degreeFifths, degreeSemitones } from '../../theory/pitch/degree.ts'
import { fifthsOf, noteName, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { scaleDegreeAt, scaleDegrees, scaleNeighbours } from '../../theory/scale/scale.ts'
import { type JoinOffer, joinsBetween } from '../../theory/voiceleading/joins.ts'
import type { Analysis, PatternSpan } from './analysis.ts'
import { type UpperStructure, upperStructures } from './upper.ts'

/** A note beside a chord tone in the chord's scale: its name and how far it is, in half steps. */
interface Beside {
  readonly degree: Degree
  readonly spelling: string
  readonly semitones: number
}

interface ToneFacts extends ChordTone {
  readonly guide: boolean
  readonly above: Beside
  readonly below: Beside
}

interface ScaleNote {
  readonly degree: Degree
  readonly spelling: string
  /** Clashes when it is held on a strong beat. */
  readonly avoid: boolean
  readonly chordTone: boolean
}

/** All about one chord of a tune. */
export interface ChordFacts {
  readonly tones: readonly ToneFacts[]
  readonly scale: readonly ScaleNote[]
  readonly upper: readonly UpperStructure[]
  /** The bass note where the symbol names one, with its degree where it is a tone of the chord or its scale. */
  readonly bass?: { readonly spelling: string; readonly degree?: Degree }
  readonly patterns: readonly PatternSpan[]
  /** The connections into the next different chord. */
  readonly joins: readonly JoinOffer[]
  readonly next?: number
}

/** The next place where the chord changes. */
const nextChange = ({ spans }: Analysis, index: number): number | undefined => {
  const { symbol } = spans[index]!.chord
  for (let at = index + 1; at < spans.length; at += 1) if (spans[at]!.chord.symbol !== symbol) return at
  return undefined
}

/**
 * Everything about a chord of the analysis: tones with the scale's notes beside them, scale, structures, patterns, joins.
 *
 * @example chordFacts(analysis, 0).scale.map(({ spelling }) => spelling) // ['D', 'E', 'F', 'G', 'A', 'B', 'C']
 */
export const chordFacts = (analysis: Analysis, index: number): ChordFacts => {
  const { chord } = analysis.spans[index]!
  const { scale, avoid } = analysis.readings[index]!
  const patterns = analysis.patterns.filter(({ from, to }) => index >= from && index <= to)
  const next = nextChange(analysis, index)
  const joins = next === undefined ? [] : joinsBetween(chord, analysis.spans[next]!.chord)
  const onward = { patterns, joins, ...(next === undefined ? {} : { next }) }
  if (chord.tones.length === 0) return { tones: [], scale: [], upper: [], ...onward }
  const root = fifthsOf(chord.root)
  const guides = guideTones(chord).map(({ degree }) => degree)
  const beside = (from: number, semitones: number): Beside => {
    const degree = scaleDegreeAt(scale, from + semitones)!
    return { degree, spelling: noteName(root + degreeFifths(degree)), semitones }
  }
  const tones = fourTones(chord).map((tone) => {
    const { above, below } = scaleNeighbours(scale, tone.semitones)
    return {
      ...tone,
      guide: guides.includes(tone.degree),
      above: beside(tone.semitones, above),
      below: beside(tone.semitones, -below),
    }
  })
  const sounding = chord.tones.map(({ semitones }) => semitones)
  const notes = scaleDegrees(scale).map((degree) => ({
    degree,
    spelling: noteName(root + degreeFifths(degree)),
    avoid: avoid.includes(degree),
    chordTone: sounding.includes(degreeSemitones(degree)),
  }))
  return {
    tones,
    scale: notes,
    upper: upperStructures(chord, scale),
    ...(chord.bass === undefined ? {} : { bass: bassOf(chord.bass, root, chord.tones, scale) }),
    ...onward,
  }
}

const bassOf = (
  spelling: string,
  root: number,
  tones: readonly ChordTone[],
  scale: Parameters<typeof scaleDegreeAt>[0],
): NonNullable<ChordFacts['bass']> => {
  const semitones = (pitchClassOf(fifthsOf(spelling)) - pitchClassOf(root) + 12) % 12
  const degree = tones.find((tone) => tone.semitones === semitones)?.degree ?? scaleDegreeAt(scale, semitones)
  return degree === undefined ? { spelling } : { spelling, degree }
}
