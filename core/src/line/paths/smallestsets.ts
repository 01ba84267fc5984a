import { guideTones } from '../../theory/chord/chord.ts'
import { type Degree, degreeFifths, degreeSemitones } from '../../theory/pitch/degree.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { OCTAVE, pitchClass } from '../../theory/pitch/interval.ts'
import { spellPitch } from '../../theory/pitch/pitch.ts'
import { scaleDegrees } from '../../theory/scale/scale.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import type { ChordSpan, Stretch } from '../../tune/chart/chart.ts'

export interface SetOptions {
  readonly stretch: Stretch
  /** Notes a chord. */
  readonly size: 3 | 4
  /** Lowest and highest MIDI number in which the region may lie. */
  readonly low: number
  readonly high: number
}

interface SetNote {
  readonly midi: number
  readonly degree: Degree
  readonly spelling: string
  /** Whether the previous chord has it too. */
  readonly stays: boolean
}

/** The notes for one chord; `chord` is its index in the analysis, and they last until the next one. */
interface NoteSet {
  readonly chord: number
  readonly notes: readonly SetNote[]
}

export interface SmallestSets {
  readonly sets: readonly NoteSet[]
  /** The total number of notes that change from set to set. */
  readonly changes: number
  /** Lowest and highest MIDI number of the region. */
  readonly region: { readonly low: number; readonly high: number }
}

/** Half steps from the lowest to the highest note of the region: a major sixth. */
const REGION = 9

/**
 * Half steps from the lowest to the highest note that all regions of an octave need.
 *
 * @example ALL_REGIONS // 20
 */
export const ALL_REGIONS = OCTAVE - 1 + REGION

/** In changing notes (common practice, no source: guide tones define the chord, roots matter little). */
const SET_COSTS = {
  noThird: 1.2,
  noSeventh: 0.7,
  /** A set without either says nothing of its chord. */
  noGuide: 4,
  root: 0.25,
  tension: 0.1,
  halfStepInside: 0.3,
  step: 0.05,
} as const

interface Candidate {
  readonly notes: readonly { readonly midi: number; readonly degree: Degree }[]
  readonly cost: number
}

const subsets = <T>(items: readonly T[], size: number): readonly (readonly T[])[] => {
  if (size === 0) return [[]]
  return items.flatMap((item, at) => subsets(items.slice(at + 1), size - 1).map((rest) => [item, ...rest]))
}

/** Every set of a chord in a region: scale notes except avoid notes, weighed by how much they say about the chord. */
const candidates = (analysis: Analysis, span: ChordSpan, size: number, low: number): readonly Candidate[] => {
  const { scale, avoid } = analysis.readings[span.index]!
  const root = pitchClassOf(fifthsOf(span.chord.root))
  const tones = new Map<number, Degree>()
  for (const degree of scaleDegrees(scale))
    if (!avoid.includes(degree)) tones.set(degreeSemitones(degree), degree)
  for (const { degree, semitones } of span.chord.tones) tones.set(semitones, degree)
  const guides = guideTones(span.chord).map(({ degree }) => degree)
  const [third, seventh] = guides
  const sounding = span.chord.tones.map(({ degree }) => degree)
  const pool = Array.from({ length: REGION + 1 }, (_, at) => low + at).flatMap((midi) => {
    const degree = tones.get((midi - root + 120) % 12)
    return degree ? [{ midi, degree }] : []
  })
  return subsets(pool, Math.min(size, pool.length)).map((notes) => {
    const has = (degree: Degree | undefined) => notes.some((note) => note.degree === degree)
    const inside = notes.filter((note, at) => at > 0 && note.midi - notes[at - 1]!.midi === 1).length
    return {
      notes,
      cost:
        (has(third) || has(seventh) ? 0 : SET_COSTS.noGuide) +
        (has(third) ? 0 : SET_COSTS.noThird) +
        (has(seventh) ? 0 : SET_COSTS.noSeventh) +
        (has('R') ? SET_COSTS.root : 0) +
        SET_COSTS.tension * notes.filter(({ degree }) => !sounding.includes(degree)).length +
        SET_COSTS.halfStepInside * inside,
    }
  })
}

const changed = (from: Candidate, to: Candidate): number =>
  to.notes.filter((note) => !from.notes.some(({ midi }) => midi === note.midi)).length

/** The distance between two sets, note by note from below. */
const moved = (from: Candidate, to: Candidate): number =>
  to.notes.reduce((sum, note, at) => sum + Math.abs(note.midi - (from.notes[at]?.midi ?? note.midi)), 0)

/**
 * Three or four notes a chord in one small region (a major sixth), with the fewest changes from chord to chord: the
 * best by dynamic programming in every region of the range, and the best of those. Undefined if the stretch has no
 * chord.
 *
 * @example smallestSets(analysis, { stretch, size: 3, low: 58, high: 72 }).changes // 1
 */
export const smallestSets = (analysis: Analysis, options: SetOptions): SmallestSets | undefined => {
  const spans = analysis.spans.filter(
    ({ bar, chord, index }) =>
      bar >= options.stretch.from &&
      bar <= options.stretch.to &&
      chord.tones.length > 0 &&
      (bar === options.stretch.from || analysis.spans[index - 1]?.chord.symbol !== chord.symbol),
  )
  if (spans.length === 0) return undefined
  let best: { readonly cost: number; readonly path: readonly Candidate[]; readonly low: number } | undefined
  // In an order that the first chord's root gives: among equal regions the same one is chosen in every key and range.
  const root = pitchClassOf(fifthsOf(spans[0]!.chord.root))
  const count = Math.min(OCTAVE, Math.max(1, options.high - options.low - REGION + 1))
  const lows = Array.from({ length: count }, (_, at) => options.low + at).sort(
    (a, b) => pitchClass(a - root) - pitchClass(b - root),
  )
  for (const low of lows) {
    const found = bestPath(spans.map((span) => candidates(analysis, span, options.size, low)))
    if (found && (!best || found.cost < best.cost)) best = { ...found, low }
  }
  if (!best) return undefined
  const { path, low } = best
  return {
    sets: path.map((set, at) => {
      const root = fifthsOf(spans[at]!.chord.root)
      return {
        chord: spans[at]!.index,
        notes: set.notes.map(({ midi, degree }) => ({
          midi,
          degree,
          spelling: spellPitch(midi, root + degreeFifths(degree)),
          stays: at > 0 && path[at - 1]!.notes.some((note) => note.midi === midi),
        })),
      }
    }),
    changes: path.reduce((sum, set, at) => sum + (at === 0 ? 0 : changed(path[at - 1]!, set)), 0),
    region: { low, high: low + REGION },
  }
}

const bestPath = (
  layers: readonly (readonly Candidate[])[],
): { readonly cost: number; readonly path: readonly Candidate[] } | undefined => {
  if (layers.some((layer) => layer.length === 0)) return undefined
  let costs = layers[0]!.map(({ cost }) => cost)
  const back: number[][] = []
  for (let at = 1; at < layers.length; at += 1) {
    const before = layers[at - 1]!
    const from: number[] = []
    costs = layers[at]!.map((set, index) => {
      let least = Number.POSITIVE_INFINITY
      before.forEach((other, place) => {
        const cost = costs[place]! + changed(other, set) + SET_COSTS.step * moved(other, set)
        if (cost >= least) return
        least = cost
        from[index] = place
      })
      return least + set.cost
    })
    back.push(from)
  }
  let place = costs.reduce((least, cost, index) => (cost < costs[least]! ? index : least), 0)
  const cost = costs[place]!
  const path = [layers.at(-1)![place]!]
  for (let at = layers.length - 1; at > 0; at -= 1) {
    place = back[at - 1]![place]!
    path.unshift(layers[at - 1]![place]!)
  }
  return { cost, path }
}
