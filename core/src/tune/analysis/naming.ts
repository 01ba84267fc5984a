import type { Chord } from '../../theory/chord/chord.ts'
import { fifthsOf, noteName, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { type Key, keySignature } from '../../theory/pitch/key.ts'
import type { PatternSpan } from './analysis.ts'
import { type Event, tonicClass } from './candidates.ts'
import type { FunctionRow } from './functions.ts'
import { PATTERNS, type PatternRow } from './patterns.ts'

/** An event as it is read. */
export interface Read {
  readonly row: FunctionRow
  /** The key's number, and its name as its chords are spelled. */
  readonly keyNumber: number
  readonly key: Key
  /** Why its scale is not its function's: a minor chord that stands for bars, a sus chord that goes to no minor one. */
  readonly stands?: 'scale.vamp' | 'scale.sus'
}

/** Unusual functions are often spelled freely: their chords say nothing about the key's own spelling. */
export const PLAIN_FUNCTION = 0.35
const MOST_ACCIDENTALS = 7

/** Whether the chord's spelling determines the key's. */
export const saysSpelling = (chord: Chord, row: FunctionRow): boolean =>
  chord.tones.length > 0 && row.cost <= PLAIN_FUNCTION

/** The key, named as its plain chords are spelled: G♭7 going to C♭ is in C♭, not in B. */
export const spelledAs = (chord: Chord, row: FunctionRow, key: Key): Key => {
  if (!saysSpelling(chord, row)) return key
  const tonic = fifthsOf(chord.root) - row.root
  const spelled = { ...key, tonic: noteName(tonic) }
  return pitchClassOf(tonic) === tonicClass(key) && Math.abs(keySignature(spelled)) <= MOST_ACCIDENTALS
    ? spelled
    : key
}

/** A pattern over events: the first and the last, both inside. */
interface Found {
  readonly id: string
  readonly name: string
  readonly from: number
  readonly to: number
}

const STARTS: ReadonlyMap<string, readonly PatternRow[]> = (() => {
  const byFirst = new Map<string, PatternRow[]>()
  for (const pattern of PATTERNS) {
    const name = `${pattern.mode} ${pattern.functions[0]}`
    byFirst.set(name, [...(byFirst.get(name) ?? []), pattern])
  }
  return byFirst
})()

/** Every row of the table that the readings spell. */
const spelled = (reads: readonly Read[]): readonly Found[] =>
  reads.flatMap(({ row, keyNumber }, at) =>
    (STARTS.get(`${row.mode} ${row.id}`) ?? [])
      .filter((pattern) =>
        pattern.functions.every((id, step) => {
          const here = reads[at + step]
          return here !== undefined && here.row.id === id && here.keyNumber === keyNumber
        }),
      )
      .map(({ id, name, functions }) => ({ id, name, from: at, to: at + functions.length - 1 })),
  )

/** Rows of one name that overlap are one pattern. */
const joined = (found: readonly Found[]): readonly Found[] => {
  const kept: Found[] = []
  const lastOf = new Map<string, number>()
  for (const next of [...found].sort((a, b) => a.from - b.from || b.to - a.to)) {
    const at = lastOf.get(next.name)
    const known = at === undefined ? undefined : kept[at]
    if (known && known.to >= next.from) kept[at!] = { ...known, to: Math.max(known.to, next.to) }
    else {
      lastOf.set(next.name, kept.length)
      kept.push(next)
    }
  }
  return kept
}

/** Those inside another are left out. */
const outermost = (found: readonly Found[]): readonly Found[] => {
  const kept: Found[] = []
  for (const next of [...found].sort((a, b) => a.from - b.from || b.to - a.to)) {
    const last = kept.at(-1)
    const same = last !== undefined && last.from === next.from && last.to === next.to
    if (!last || next.to > last.to || same) kept.push(next)
  }
  return kept
}

const PREPARING = ['ii–V', 'minor ii–V']

/** A ii–V that isn't resolved, and one that is all there is of its key, are named accordingly. */
const fate = (pattern: Found, reads: readonly Read[]): Found => {
  if (!PREPARING.includes(pattern.name)) return pattern
  const { keyNumber } = reads[pattern.from]!
  const before = reads[pattern.from - 1]
  const after = reads[pattern.to + 1]
  if (before && before.keyNumber !== keyNumber && after && after.keyNumber !== keyNumber)
    return { ...pattern, name: `${pattern.name} of another key` }
  return { ...pattern, name: `${pattern.name} that does not resolve` }
}

const LEAST_PEDAL = 2

/** Different chords over one bass, at least two of them with a bass of their own. */
const pedals = (events: readonly Event[]): readonly Found[] => {
  const found: Found[] = []
  const bassOf = ({ chord }: Event) => chord.bass ?? chord.root
  for (let from = 0; from < events.length; ) {
    let to = from
    const bass = bassOf(events[from]!)
    while (to + 1 < events.length && bass !== '' && bassOf(events[to + 1]!) === bass) to += 1
    const slashes = events.slice(from, to + 1).filter(({ chord }) => chord.bass !== undefined).length
    if (to > from && slashes > 0 && to - from + 1 >= LEAST_PEDAL)
      found.push({ id: 'pedal', name: `pedal on ${bass}`, from, to })
    from = to + 1
  }
  return found
}

/** Every pattern that the readings spell, with its extent in chords; a shorter one inside a longer one is left out. */
export const namePatterns = (reads: readonly Read[], events: readonly Event[]): readonly PatternSpan[] =>
  [...outermost(joined(spelled(reads))).map((pattern) => fate(pattern, reads)), ...pedals(events)]
    .sort((a, b) => a.from - b.from || b.to - a.to)
    .map(({ id, name, from, to }) => ({
      id,
      name,
      key: reads[from]!.key,
      from: events[from]!.spans[0]!.index,
      to: events[to]!.spans.at(-1)!.index,
    }))
