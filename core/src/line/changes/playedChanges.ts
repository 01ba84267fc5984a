import type { Chord } from '../../theory/chord/chord.ts'
import { fifthsOf } from '../../theory/pitch/fifths.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import type { Ticks } from '../../theory/rhythm/ticks.ts'
import type { ScaleId } from '../../theory/scale/scale.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import { avoidDegrees } from '../../tune/analysis/chordscale.ts'
import { deviceRow } from '../figures/devices.ts'
import { ALTERED_NOTES, type Harmony, harmonyOf, hasPitch } from '../figures/harmony.ts'
import { SUBSTITUTIONS, type SubstitutionId, substitutionSteps } from '../figures/substitutions.ts'
import { type TwoFive, twoFivesOf } from './twoFive.ts'

/** What the player wants played over each ii–V: other chords, or one chord's notes through both. */
export interface ChangesWish {
  readonly substitution?: SubstitutionId | undefined
  readonly twoFive?: 'apart' | 'five' | 'two' | undefined
}

/** A chord that is played in place of the written one. */
interface Substitute {
  /** The index of the chord in the changes. */
  readonly index: number
  readonly written: Chord
  readonly chord: Chord
  /** What it is, in words: 'the minor iv'. */
  readonly role: string
}

/** The changes as a line plays them, and where they differ from the written ones. */
export interface PlayedChanges {
  readonly changes: Analysis
  readonly substitutes: readonly Substitute[]
}

interface TimedNote {
  readonly start: Ticks
  readonly midi: number
}

/**
 * What a reader needs before another chord is heard in place of the written ii: different pitches that only the other one
 * has, and the share of the notes over the ii that are such.
 */
const LEAST_OUTSIDE = { pitches: 2, share: 0.3 } as const
/** The share of the notes over a ii–V that belong to the other chords, and by how much more than to the written ones. */
const LEAST_SHARE = 0.85
const LEAST_MORE = 0.1
/** The share that is enough where the player asked for the other chords. */
const LEAST_WISHED = 0.6

/** Half steps above the ii that a side-slip's arpeggio brings: those notes alone are no other chords. */
const SIDE_SLIP: readonly number[] = (deviceRow('sidestep').found?.groups ?? [])
  .filter(({ bySkip }) => bySkip)
  .flatMap(({ among }) => among)

/** For each analysis, its changes with other chords in them by what is played over each ii–V. */
const known = new WeakMap<Analysis, Map<string, PlayedChanges>>()
/** Changes that have other chords in them already. */
const made = new WeakMap<Analysis, PlayedChanges>()

/**
 * The changes as a line plays them: over each ii–V the chords of a substitution where the notes belong to that and not to
 * the written chords, or where it was asked for and most notes belong to it (common practice, no source).
 * @param analysis the written changes; changes that this function gave are given back
 * @param notes the line, in order of time, at the analysis' pitch
 * @param wish what the player asked for, where known
 * @example playedChanges(analysis, line.notes).substitutes[0]?.chord.symbol // 'Abm7'
 */
export const playedChanges = (
  analysis: Analysis,
  notes: readonly TimedNote[],
  wish: ChangesWish = {},
): PlayedChanges => {
  const before = made.get(analysis)
  if (before) return before
  const pairs = pairsOf(analysis)
  let from = 0
  const choices = pairs.map((pair) => {
    while (from < notes.length && notes[from]!.start < pair.two.start) from += 1
    const first = from
    while (from < notes.length && notes[from]!.start < pair.five.end) from += 1
    return choiceOver(pair, notes.slice(first, from), wish)
  })
  if (choices.every((choice) => choice === undefined)) return written(analysis)
  const key = choices.join()
  const all = known.get(analysis) ?? new Map<string, PlayedChanges>()
  known.set(analysis, all)
  const played = all.get(key) ?? withChoices(analysis, pairs, choices)
  all.set(key, played)
  return played
}

const written = (analysis: Analysis): PlayedChanges => ({ changes: analysis, substitutes: [] })

type Choice = SubstitutionId | 'five' | 'two'

/** The two chords of a ii–V with what can be played in their place. */
interface Pair extends TwoFive {
  readonly own: readonly [Harmony, Harmony]
  readonly substitutions: readonly {
    readonly id: SubstitutionId
    readonly harmonies: readonly [Harmony, Harmony]
  }[]
}

const pairsKnown = new WeakMap<Analysis, readonly Pair[]>()

const pairsOf = (analysis: Analysis): readonly Pair[] => {
  const before = pairsKnown.get(analysis)
  if (before) return before
  const pairs = twoFivesOf(analysis).map((pair) => ({
    ...pair,
    own: [pair.two, pair.five].map(({ chord, index }) =>
      harmonyOf(chord, analysis.readings[index]!.scale),
    ) as unknown as readonly [Harmony, Harmony],
    substitutions: SUBSTITUTIONS.map(({ id }) => {
      const { two, five } = substitutionSteps(id, fifthsOf(pair.five.chord.root) - 1)
      return { id, harmonies: [two.harmony, five.harmony] as const }
    }),
  }))
  pairsKnown.set(analysis, pairs)
  return pairs
}

/** What the notes over a ii–V play in its place; undefined where they play the written chords. */
const choiceOver = (pair: Pair, notes: readonly TimedNote[], wish: ChangesWish): Choice | undefined => {
  if (wish.twoFive === 'five' || wish.twoFive === 'two') return notes.length > 0 ? wish.twoFive : undefined
  if (notes.length === 0) return undefined
  const own = notes.filter((note) => belongs(pair, pair.own, note)).length
  const countOver = (harmonies: readonly [Harmony, Harmony]) =>
    notes.filter((note) => belongs(pair, harmonies, note)).length
  const wished = pair.substitutions.find(({ id }) => id === wish.substitution)
  if (wished && countOver(wished.harmonies) >= LEAST_WISHED * notes.length) return wished.id
  const heard = pair.substitutions
    .map(({ id, harmonies }) => ({
      id,
      fits: countOver(harmonies),
      outside: isOutsideTwo(pair, harmonies, notes),
    }))
    .filter(
      ({ fits, outside }) =>
        outside && fits >= LEAST_SHARE * notes.length && fits - own >= LEAST_MORE * notes.length,
    )
  return heard.sort((a, b) => b.fits - a.fits)[0]?.id
}

/** Whether a note is in the scale of the chord that sounds; the altered notes of a written V are its own. */
const belongs = ({ five, own }: Pair, harmonies: readonly [Harmony, Harmony], note: TimedNote): boolean => {
  const over = note.start < five.start ? harmonies[0] : harmonies[1]
  return (
    hasPitch(over.isScale, note.midi) ||
    (over === own[1] && ALTERED_NOTES.includes(pitchClass(note.midi - over.root)))
  )
}

/** Whether enough of the notes over the ii are the other chord's and not its own. */
const isOutsideTwo = (
  { five, own }: Pair,
  [two]: readonly [Harmony, Harmony],
  notes: readonly TimedNote[],
): boolean => {
  const over = notes.filter(({ start }) => start < five.start)
  const outside = over.filter(({ midi }) => hasPitch(two.isScale, midi) && !hasPitch(own[0].isScale, midi))
  return (
    new Set(outside.map(({ midi }) => pitchClass(midi))).size >= LEAST_OUTSIDE.pitches &&
    outside.length >= LEAST_OUTSIDE.share * over.length &&
    outside.some(({ midi }) => !SIDE_SLIP.includes(pitchClass(midi - own[0].root)))
  )
}

/** The changes with other chords over some of their ii–Vs. */
const withChoices = (
  analysis: Analysis,
  pairs: readonly Pair[],
  choices: readonly (Choice | undefined)[],
): PlayedChanges => {
  const instead = new Map<number, { chord: Chord; scale: ScaleId; role: string }>()
  pairs.forEach(({ two, five }, at) => {
    const choice = choices[at]
    if (choice === undefined) return
    const scaleOf = (index: number) => analysis.readings[index]!.scale
    if (choice === 'five')
      instead.set(two.index, { chord: five.chord, scale: scaleOf(five.index), role: 'the V through both' })
    else if (choice === 'two')
      instead.set(five.index, { chord: two.chord, scale: scaleOf(two.index), role: 'the ii through both' })
    else {
      const steps = substitutionSteps(choice, fifthsOf(five.chord.root) - 1)
      instead.set(two.index, steps.two)
      instead.set(five.index, steps.five)
    }
  })
  const substitutes = [...instead].flatMap(([index, { chord, scale, role }]) => {
    const own = analysis.spans[index]!.chord
    const same = own.symbol === chord.symbol && analysis.readings[index]!.scale === scale
    return same ? [] : [{ index, written: own, chord, role }]
  })
  const changes: Analysis = {
    ...analysis,
    spans: analysis.spans.map((span) => ({ ...span, chord: instead.get(span.index)?.chord ?? span.chord })),
    readings: analysis.readings.map((reading) => {
      const other = instead.get(reading.index)
      return other
        ? { ...reading, scale: other.scale, avoid: avoidDegrees(other.chord, other.scale) }
        : reading
    }),
  }
  const played = { changes, substitutes }
  made.set(changes, played)
  return played
}
