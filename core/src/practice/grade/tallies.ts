import { type ChordKind, chordKind } from '../../theory/chord/chord.ts'
import { readChordSymbol } from '../../theory/chord/read.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { EIGHTH, QUARTER } from '../../theory/rhythm/ticks.ts'
import type { Stretch } from '../../tune/chart/chart.ts'
import type { Exercise, ExpectedNote } from '../drill/exercise.ts'
import type { Judged } from './judged.ts'
import { AROUND_CHANGE } from './marks.ts'

/** What notes are counted by: the change of chord around them, their degree, the key, the rung, the place in the bar. */
export const TALLY_KINDS = ['change', 'degree', 'key', 'rung', 'beat'] as const
export type TallyKind = (typeof TALLY_KINDS)[number]

/** How the notes of one kind went. */
export interface Tally {
  readonly kind: TallyKind
  /** A change as changeName writes it, a degree, a key's tonic and mode, a rung, or the place in the bar: “2” or “2 and”. */
  readonly name: string
  readonly notes: number
  /** With the right pitch, early and late ones too. */
  readonly right: number
  /** The sum of the milliseconds after the beat over the notes that have one (negative is early), and their number. */
  readonly offMs: number
  readonly timed: number
  /** The bars (from 0) where the first of them is expected. */
  readonly stretch: Stretch
}

/**
 * The type of a change of chord, in whatever key: both kinds, and the half steps from root to root.
 *
 * @example changeName({ kind: 'minor', root: 2 }, { kind: 'dominant', root: 7 }) // 'minor 5 dominant'
 */
export const changeName = (
  from: { readonly kind: ChordKind; readonly root: number },
  to: { readonly kind: ChordKind; readonly root: number },
): string => `${from.kind} ${(to.root - from.root + 12) % 12} ${to.kind}`

/**
 * How the notes of a set exercise went, by everything that they can be weak in. Extra notes count nowhere; from a chord to
 * the same chord nothing changes.
 *
 * @param judged the verdicts of its grade
 * @example talliesOf(exercise, grade.judged).filter(({ kind }) => kind === 'key') // one row: the key
 */
export const talliesOf = (exercise: Exercise, judged: readonly Judged[]): readonly Tally[] => {
  const { expected, symbols, key, spec } = exercise
  const verdicts = new Map(judged.flatMap((one) => (one.expected === undefined ? [] : [[one.expected, one]])))
  const rows = new Map<string, { -readonly [K in keyof Tally]: Tally[K] }>()
  const count = (kind: TallyKind, name: string, at: number, stretch: Stretch) => {
    const one = verdicts.get(at)
    if (!one) return
    const id = `${kind} ${name}`
    const row = rows.get(id) ?? { kind, name, notes: 0, right: 0, offMs: 0, timed: 0, stretch }
    row.notes += 1
    if (isPitchRight(one)) row.right += 1
    if (isPitchRight(one) && one.offMs !== undefined) {
      row.offMs += one.offMs
      row.timed += 1
    }
    rows.set(id, row)
  }
  const chords = symbols.map(chordOf)
  expected.forEach((note, at) => {
    const here = { from: note.bar, to: note.bar }
    count('degree', note.degree, at, here)
    count('key', `${key.tonic} ${key.mode}`, at, spec.stretch)
    count('rung', spec.rung, at, spec.stretch)
    count('beat', beatOf(exercise, note), at, here)
    const before = expected[at - 1]
    const [from, to] = [before && chords[before.chord], chords[note.chord]]
    // Between two passes of a loop the chords don't follow each other.
    if (!before || !from || !to || note.chord <= before.chord) return
    if (symbols[before.chord] === symbols[note.chord]) return
    const bars = { from: before.bar, to: note.bar }
    for (let near = at - AROUND_CHANGE.before; near < at + AROUND_CHANGE.after; near += 1)
      if (near < at || expected[near]?.chord === note.chord) count('change', changeName(from, to), near, bars)
  })
  return [...rows.values()]
}

const isPitchRight = ({ verdict }: Judged): boolean =>
  verdict === 'right' || verdict === 'early' || verdict === 'late'

const chordOf = (symbol: string): { readonly kind: ChordKind; readonly root: number } | undefined => {
  const read = readChordSymbol(symbol)
  if (!read.ok || chordKind(read.value) === 'none') return undefined
  return { kind: chordKind(read.value), root: pitchClassOf(fifthsOf(read.value.root)) }
}

/** Where in its bar a note is: on a beat, on the eighth after it, or elsewhere in it. */
const beatOf = ({ countIn: bar }: Exercise, { start }: ExpectedNote): string => {
  const within = ((start % bar) + bar) % bar
  const beat = Math.floor(within / QUARTER) + 1
  const after = within % QUARTER
  return after === 0 ? `${beat}` : after === EIGHTH ? `${beat} and` : `inside ${beat}`
}
