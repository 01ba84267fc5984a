import { type Harmony, harmonyRead } from '../../line/figures/harmony.ts'
import { ALL_REGIONS, smallestSets } from '../../line/paths/smallestsets.ts'
import { type Degree, degreeSemitones } from '../../theory/pitch/degree.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import type { Key } from '../../theory/pitch/key.ts'
import { scaleSemitones } from '../../theory/scale/scale.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import { type Stretch, stretchTicks } from '../../tune/chart/chart.ts'
import type { NotesAllowed } from './limits.ts'

/** Pitch classes 0 to 11 that may be played. */
export type Allowed = readonly boolean[]

export const ALTERATIONS: readonly Degree[] = ['b9', '#9', '#11', 'b13']
const PENTATONIC = [0, 2, 4, 7, 9]
/** Half steps above the tonic. */
const ABOVE_TONIC = { major: { 1: 0, 3: 4, 4: 5, 5: 7 }, minor: { 1: 0, 3: 3, 4: 5, 5: 7 } } as const
const DOMINANT_SEVENTH = [0, 4, 7, 10]

const setOf = (classes: readonly number[]): Allowed => {
  const set = new Array<boolean>(12).fill(false)
  for (const one of classes) set[pitchClass(one)] = true
  return set
}
const either = (a: Allowed, b: Allowed): Allowed => a.map((on, at) => on || b[at]!)
const both = (a: Allowed, b: Allowed): Allowed => a.map((on, at) => on && b[at]!)
const ALL = setOf(Array.from({ length: 12 }, (_, at) => at))

const tonicOf = ({ tonic }: Key): number => pitchClassOf(fifthsOf(tonic))
/** A minor key's notes: natural, and the leading note. */
const keyNotes = (key: Key): Allowed =>
  setOf(
    (key.mode === 'major' ? [0, 2, 4, 5, 7, 9, 11] : [0, 2, 3, 5, 7, 8, 10, 11]).map(
      (step) => tonicOf(key) + step,
    ),
  )

/** Whether alterations are allowed on a chord: dominants. */
export const isDominant = ({ kind }: Harmony): boolean => kind.startsWith('dominant')
const altered = ({ root }: Harmony): Allowed =>
  setOf(ALTERATIONS.map((degree) => root + degreeSemitones(degree)))

/** One chord of the stretch with its neighbours. */
interface Here {
  readonly harmony: Harmony
  readonly before: Harmony | undefined
  readonly after: Harmony | undefined
  readonly key: Key
  /** The key that the stretch begins in. */
  readonly home: Key
  /** The pitch classes that every scale of the stretch contains. */
  readonly common: Allowed
}

/** The coming chord, if it is the V of a ii–V: a minor chord, then a dominant a fourth higher. */
const fiveAfter = ({ harmony, after }: Here): Harmony | undefined =>
  after &&
  isDominant(after) &&
  (harmony.kind.startsWith('minor') || harmony.kind === 'halfDiminished') &&
  (after.root - harmony.root + 12) % 12 === 5
    ? after
    : undefined

/** What each name for allowed notes means over a chord. */
const NOTES_ALLOWED: Readonly<Record<Extract<NotesAllowed, string>, (here: Here) => Allowed>> = {
  roots: ({ harmony }) => setOf([harmony.root]),
  chordTones: ({ harmony }) => harmony.isTone,
  chordTonesAnd9: ({ harmony }) =>
    either(harmony.isTone, setOf(harmony.stack[4] === undefined ? [] : [harmony.root + harmony.stack[4]])),
  shared: ({ harmony, before, after, common }) =>
    either(common, both(harmony.isTone, either(before?.isTone ?? setOf([]), after?.isTone ?? setOf([])))),
  key: ({ key }) => keyNotes(key),
  keyAltered: ({ harmony, key }) =>
    isDominant(harmony) ? either(keyNotes(key), altered(harmony)) : keyNotes(key),
  scale: ({ harmony }) => harmony.isScale,
  scaleAltered: ({ harmony }) =>
    isDominant(harmony) ? either(harmony.isScale, altered(harmony)) : harmony.isScale,
  altered: ({ harmony }) =>
    isDominant(harmony)
      ? setOf(scaleSemitones('altered').map((step) => harmony.root + step))
      : harmony.isScale,
  fiveThroughBoth: (here) => fiveAfter(here)?.isScale ?? here.harmony.isScale,
  fiveOfKey: ({ home }) => setOf(DOMINANT_SEVENTH.map((step) => tonicOf(home) + 7 + step)),
  any: () => ALL,
}

const allowedHere = (notes: Exclude<NotesAllowed, { smallSet: 3 | 4 }>, here: Here): Allowed => {
  if (typeof notes === 'string') return NOTES_ALLOWED[notes](here)
  const { home } = here
  if ('degreeOfKey' in notes) return setOf([tonicOf(home) + ABOVE_TONIC[home.mode][notes.degreeOfKey]])
  // A minor key is played through its relative major's pentatonics.
  const major = tonicOf(home) + (home.mode === 'minor' ? 3 : 0)
  return setOf(PENTATONIC.map((step) => major + ABOVE_TONIC.major[notes.pentatonicOn] + step))
}

/** The lowest note from which a small set is sought; only its pitch classes count here. */
const SET_LOW = 55

/** The smallest sets of a stretch, as the Map shows them; undefined if there is no chord. */
export const mapSets = (analysis: Analysis, stretch: Stretch, size: 3 | 4) =>
  smallestSets(analysis, { stretch, size, low: SET_LOW, high: SET_LOW + ALL_REGIONS })

/** The pitch classes of the smallest sets over each chord; a chord that goes on keeps its set. */
const setsOf = (analysis: Analysis, stretch: Stretch, size: 3 | 4): readonly Allowed[] => {
  const sets = mapSets(analysis, stretch, size)?.sets ?? []
  return analysis.spans.map(({ index, bar, chord }) => {
    const set = sets.findLast((one) => one.chord <= index)
    return set && bar >= stretch.from && bar <= stretch.to && chord.tones.length > 0
      ? setOf(set.notes.map(({ midi }) => midi))
      : ALL
  })
}

/**
 * The pitch classes that are allowed over each chord of the analysis; over N.C. and outside the stretch, all.
 *
 * @example allowedOver(analysis, stretch, 'chordTones')[1].indexOf(true) // 2
 */
export const allowedOver = (
  analysis: Analysis,
  stretch: Stretch,
  notes: NotesAllowed,
): readonly Allowed[] => {
  const { start, end } = stretchTicks(analysis.chart, stretch)
  const harmonies = analysis.spans.map((_, index) => harmonyRead(analysis, index))
  const inside = analysis.spans.filter(
    (span) => span.end > start && span.start < end && span.chord.tones.length > 0,
  )
  const [first, last] = [inside[0]?.index ?? 0, inside.at(-1)?.index ?? 0]
  const common = inside.reduce<Allowed>((held, { index }) => both(held, harmonies[index]!.isScale), ALL)
  const home = analysis.readings[first]!.key
  if (typeof notes === 'object' && 'smallSet' in notes) return setsOf(analysis, stretch, notes.smallSet)
  return analysis.spans.map((span, index) => {
    if (span.chord.tones.length === 0 || index < first || index > last) return ALL
    return allowedHere(notes, {
      harmony: harmonies[index]!,
      before: index > first ? harmonies[index - 1] : undefined,
      after: index < last ? harmonies[index + 1] : undefined,
      key: analysis.readings[index]!.key,
      home,
      common,
    })
  })
}
