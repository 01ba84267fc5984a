import { type ChordKind, chordKind, KIND_SYMBOLS } from '../../theory/chord/chord.ts'
import { readChordSymbol } from '../../theory/chord/read.ts'
import { type Fifths, fifthsOf, noteName, pitchClassOf, simpleSpelling } from '../../theory/pitch/fifths.ts'
import { EIGHTH, QUARTER } from '../../theory/rhythm/ticks.ts'
import type { Stretch } from '../../tune/chart/chart.ts'
import type { Exercise, ExpectedNote } from '../drill/exercise.ts'
import type { Judged } from './judged.ts'
import { AROUND_CHANGE } from './marks.ts'

/** What notes are counted by: the change of chord around them, their degree, the key, the rung, the place in the bar. */
export type TallyKind = 'change' | 'degree' | 'key' | 'rung' | 'beat'

/** How the notes of one kind went. */
export interface Tally {
  readonly kind: TallyKind
  /** A change (see changeExample), a degree, a key's tonic and mode, a rung, or the place in the bar: “2” or “2 and”. */
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

/** The type of a change of chord, in whatever key: both kinds, and the half steps from root to root: “minor 5 dominant”. */
const changeName = (
  from: { readonly kind: ChordKind; readonly root: number },
  to: { readonly kind: ChordKind; readonly root: number },
): string => `${from.kind} ${(to.root - from.root + 12) % 12} ${to.kind}`

/** The root on which a chord of each kind is shown, as it is common in C. */
const SHOWN_ROOTS: Readonly<Record<Exclude<ChordKind, 'none'>, string>> = {
  major: 'C',
  minor: 'D',
  tonicMinor: 'C',
  dominant: 'G',
  sus: 'G',
  halfDiminished: 'D',
  diminished: 'B',
  augmented: 'C',
}
/** Half steps up to a root, as steps on the line of fifths; to a diminished chord a half step up is a raised root. */
const STEPS: readonly Fifths[] = [0, -5, 2, -3, 4, -1, 6, 1, -4, 3, -2, 5]
const RAISED: Fifths = 7

/**
 * A type of change as two chord symbols, such as it is in C; undefined for a name that isn't one.
 *
 * @example changeExample('minor 5 dominant') // ['Dm7', 'G7']
 */
export const changeExample = (name: string): readonly [from: string, to: string] | undefined => {
  const [from, up, to] = name.split(' ')
  const isKind = (kind: string | undefined): kind is keyof typeof SHOWN_ROOTS =>
    kind !== undefined && kind in SHOWN_ROOTS
  const steps = STEPS[Number(up)]
  if (!isKind(from) || !isKind(to) || steps === undefined) return undefined
  const root = SHOWN_ROOTS[from]
  const by = to === 'diminished' && up === '1' ? RAISED : steps
  const next = noteName(simpleSpelling(fifthsOf(root) + by))
  return [`${root}${KIND_SYMBOLS[from]}`, `${next}${KIND_SYMBOLS[to]}`]
}

/**
 * How the notes of a set exercise went, by everything that they can be weak in. Extra notes count nowhere; from a chord to
 * the same chord nothing changes.
 *
 * @param judged the verdicts of its grade
 * @example talliesOf(exercise, grade.judged).filter(({ kind }) => kind === 'key').map(({ name }) => name) // ['C major']
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
