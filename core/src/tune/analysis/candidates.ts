import { type Chord, type ChordKind, chordKind } from '../../theory/chord/chord.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { type Key, keySignature, keysOfMode } from '../../theory/pitch/key.ts'
import type { ChordSpan } from '../chart/chart.ts'
import { functionNumber } from './automaton.ts'
import { READING_COSTS } from './costs.ts'
import { FUNCTIONS, type FunctionRow, UNEXPLAINED } from './functions.ts'

/** A chord with all its occurrences in a row: repeats without a change are read once. */
export interface Event {
  readonly chord: Chord
  readonly spans: readonly ChordSpan[]
}

export const gatherEvents = (spans: readonly ChordSpan[]): readonly Event[] => {
  const events: { chord: Chord; spans: ChordSpan[] }[] = []
  for (const span of spans) {
    const last = events.at(-1)
    if (last && last.chord.symbol === span.chord.symbol) last.spans.push(span)
    else events.push({ chord: span.chord, spans: [span] })
  }
  return events
}

/** A key with the values that the reading needs again and again. */
export interface ReadingKey {
  readonly key: Key
  readonly tonic: number
  readonly signature: number
}

export const tonicClass = (key: Key): number => pitchClassOf(fifthsOf(key.tonic))

const readingKey = (key: Key): ReadingKey => ({
  key,
  tonic: tonicClass(key),
  signature: keySignature(key),
})

const KEYS: readonly ReadingKey[] = [...keysOfMode('major'), ...keysOfMode('minor')].map(readingKey)

/** The twenty-four keys, the home key spelled as the chart spells it. */
export const keysFor = (home: Key | undefined): readonly ReadingKey[] => {
  if (!home) return KEYS
  const own = readingKey(home)
  return KEYS.map((one) => (one.key.mode === home.mode && one.tonic === own.tonic ? own : one))
}

/** A function that a chord can have, with its number in its mode; -1 if the key does not explain the chord. */
export interface Candidate {
  readonly row: FunctionRow
  readonly number: number
}

const candidate = (row: FunctionRow): Candidate => ({ row, number: functionNumber(row.mode, row.id) ?? -1 })

const unexplained = (mode: Key['mode'], kind: ChordKind): readonly Candidate[] => [
  candidate({
    id: kind === 'none' ? 'none' : 'outside',
    mode,
    numeral: kind === 'none' ? '' : '–',
    root: 0,
    kinds: [kind],
    scale: UNEXPLAINED[kind],
    cost: kind === 'none' ? 0 : READING_COSTS.unexplained,
  }),
]

type ByKind = ReadonlyMap<ChordKind, readonly (readonly Candidate[])[]>

/** The functions by kind of chord and half steps above the tonic; a single "unexplained" row where there are none. */
const byKind = (mode: Key['mode']): ByKind =>
  new Map(
    (Object.keys(UNEXPLAINED) as readonly ChordKind[]).map((kind) => {
      const none = unexplained(mode, kind)
      const rows = Array.from({ length: 12 }, (_, above) =>
        FUNCTIONS.filter(
          (row) => row.mode === mode && row.kinds.includes(kind) && pitchClassOf(row.root) === above,
        ).map(candidate),
      )
      return [kind, rows.map((known) => (known.length > 0 && kind !== 'none' ? known : none))]
    }),
  )

const CANDIDATES: Readonly<Record<Key['mode'], ByKind>> = { major: byKind('major'), minor: byKind('minor') }

/** What the chord can be in each key of a mode, by the half steps of its root above the tonic. */
export const candidatesOf = (chord: Chord) => {
  const kind = chordKind(chord)
  return {
    root: kind === 'none' ? 0 : pitchClassOf(fifthsOf(chord.root)),
    major: CANDIDATES.major.get(kind)!,
    minor: CANDIDATES.minor.get(kind)!,
  }
}
