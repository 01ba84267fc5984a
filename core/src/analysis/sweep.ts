import { type Key, sameKey } from '../pitch/key.ts'
import type { Override } from './analysis.ts'
import { AUTOMATA } from './automaton.ts'
import { type Candidate, candidatesOf, type Event, type ReadingKey, tonicClass } from './candidates.ts'
import { LONG_BARS, READING_COSTS, RESTING } from './costs.ts'
import type { FunctionRow } from './functions.ts'

/**
 * Every way to read every chord: as a function of a key, so far along its patterns. Each is a state, numbered through;
 * the states of a chord, and among them those of a key, follow each other.
 */
export interface Lattice {
  /** For each chord the first state of each key, and last the one after them all. */
  readonly ofKey: readonly Int32Array[]
  readonly row: readonly FunctionRow[]
  /** The function's number in its mode: -1 where the key does not explain the chord. */
  readonly number: readonly number[]
  /** How far along the patterns. */
  readonly place: readonly number[]
  /** What the chord itself costs, what the patterns that end with it gain taken off. */
  readonly own: readonly number[]
  /** Least cost of everything up to the chord, read so; of everything after it; and the state before it. */
  readonly forward: readonly number[]
  readonly backward: readonly number[]
  readonly before: readonly number[]
  /** Whether a reading that has just come into the key begins here. */
  readonly fresh: readonly boolean[]
}

type Growing = { -readonly [Part in keyof Lattice]: Lattice[Part][number][] }

const changeCost = (from: ReadingKey, to: ReadingKey): number => {
  if (from === to) return 0
  const steps = Math.abs(from.signature - to.signature)
  const apart = Math.min(steps, 12 - (steps % 12))
  return (
    (apart === 0 ? READING_COSTS.relative : READING_COSTS.changeOfKey) + READING_COSTS.signatureStep * apart
  )
}

const TONICS: readonly FunctionRow['id'][] = ['I', 'blues_I', 'i', 'i7']

/** What a key costs each of its chords, and what its tonic gains where it frames the tune. */
interface KeyCosts {
  readonly each: readonly number[]
  readonly home: number
  readonly change: readonly (readonly number[])[]
  /** What a change costs beside a chord that stands for long. */
  readonly easyChange: readonly (readonly number[])[]
}

/** Equal costs are told apart by how near the key is to the last chord's root: the same way in every key. */
const TIE = 1e-7

const keyCosts = (keys: readonly ReadingKey[], home: Key | undefined, last: Event): KeyCosts => {
  const root = candidatesOf(last.chord).root
  const isHome = ({ key }: ReadingKey) => home !== undefined && sameKey(home, key)
  return {
    each: keys.map(
      (one) =>
        TIE * (((one.tonic - root + 12) % 12) + (one.key.mode === 'minor' ? 0.5 : 0)) +
        (home && !isHome(one) ? READING_COSTS.awayFromHome : 0),
    ),
    home: keys.findIndex(isHome),
    change: keys.map((from) => keys.map((to) => changeCost(from, to))),
    easyChange: keys.map((from) => keys.map((to) => (from === to ? 0 : READING_COSTS.besideLong))),
  }
}

const allows = (overrides: readonly Override[], index: number, { key, tonic }: ReadingKey): boolean =>
  overrides.every(
    (override) =>
      override.key === undefined ||
      index < override.from ||
      index > override.to ||
      (override.key.mode === key.mode && tonicClass(override.key) === tonic),
  )

const isLong = ({ spans }: Event): boolean => spans.at(-1)!.bar - spans[0]!.bar + 1 >= LONG_BARS

/** Reads the chords forward and back: afterwards every state knows the least cost before it and after it. */
export const sweep = (
  events: readonly Event[],
  keys: readonly ReadingKey[],
  home: Key | undefined,
  overrides: readonly Override[],
): Lattice => {
  const costs = keyCosts(keys, home, events.at(-1)!)
  const lattice: Growing = {
    ofKey: [],
    row: [],
    number: [],
    place: [],
    own: [],
    forward: [],
    backward: [],
    before: [],
    fresh: [],
  }
  const long = events.map(isLong)
  /** What changing key costs between a chord and the one before it. */
  const changeInto = (at: number) => (long[at] || long[at - 1] ? costs.easyChange : costs.change)
  events.forEach((event, at) => {
    const own = ({ row }: Candidate, key: number): number =>
      row.cost +
      costs.each[key]! +
      (long[at] && !RESTING.includes(row.id) ? READING_COSTS.longUnrest : 0) -
      (key === costs.home && (at === 0 || at === events.length - 1) && TONICS.includes(row.id)
        ? READING_COSTS.homeFrame
        : 0)
    stepForward(lattice, event, at, keys, own, changeInto(at), overrides)
  })
  for (let at = events.length - 2; at >= 0; at -= 1) stepBack(lattice, at, keys, changeInto(at + 1))
  return lattice
}

const stepForward = (
  lattice: Growing,
  { chord, spans }: Event,
  at: number,
  keys: readonly ReadingKey[],
  ownCost: (candidate: Candidate, key: number) => number,
  change: readonly (readonly number[])[],
  overrides: readonly Override[],
): void => {
  const { row, place, forward } = lattice
  const last = lattice.ofKey[at - 1]
  const entries = last && entriesAfter(last, forward, change)
  const ofKey = new Int32Array(keys.length + 1)
  const candidates = candidatesOf(chord)
  for (let key = 0; key < keys.length; key += 1) {
    ofKey[key] = row.length
    const reading = keys[key]!
    if (overrides.length > 0 && !spans.every(({ index }) => allows(overrides, index, reading))) continue
    const { mode } = reading.key
    const { next, gain } = AUTOMATA[mode]
    const entry = entries ? entries.cost[key]! : 0
    const entryFrom = entries ? entries.from[key]! : -1
    for (const candidate of candidates[mode][(candidates.root - reading.tonic + 12) % 12]!) {
      const { number } = candidate
      const plain = ownCost(candidate, key)
      const start = row.length
      const first = number < 0 ? 0 : next[0]![number]!
      const fresh = stateAt(lattice, start, candidate, first, plain - gain[first]!)
      lattice.fresh[fresh] = true
      arrive(lattice, fresh, entry, entryFrom)
      if (!last) continue
      for (let from = last[key]!; from < last[key + 1]!; from += 1) {
        const along = number < 0 ? 0 : next[place[from]!]![number]!
        arrive(lattice, stateAt(lattice, start, candidate, along, plain - gain[along]!), forward[from]!, from)
      }
    }
  }
  ofKey[keys.length] = row.length
  lattice.ofKey.push(ofKey)
}

/** The candidate's state at a place along the patterns, made when it is first reached. */
const stateAt = (
  lattice: Growing,
  start: number,
  candidate: Candidate,
  along: number,
  own: number,
): number => {
  const { place } = lattice
  for (let state = start; state < place.length; state += 1) if (place[state] === along) return state
  lattice.row.push(candidate.row)
  lattice.number.push(candidate.number)
  lattice.own.push(own)
  lattice.forward.push(Number.POSITIVE_INFINITY)
  lattice.backward.push(0)
  lattice.before.push(-1)
  lattice.fresh.push(false)
  return place.push(along) - 1
}

const arrive = ({ own, forward, before }: Growing, state: number, cost: number, from: number): void => {
  const total = cost + own[state]!
  if (total >= forward[state]!) return
  forward[state] = total
  before[state] = from
}

/** What a change of key costs at the most and at the least. */
const DEAREST_CHANGE = READING_COSTS.changeOfKey + 6 * READING_COSTS.signatureStep
const CHEAPEST_CHANGE = Math.min(READING_COSTS.relative, READING_COSTS.besideLong)

/** The keys worth coming from: from any other it is cheaper to come from the best of all. */
const worthLeaving = (least: Float64Array): readonly number[] => {
  let best = Number.POSITIVE_INFINITY
  for (let key = 0; key < least.length; key += 1) if (least[key]! < best) best = least[key]!
  const keys: number[] = []
  for (let key = 0; key < least.length; key += 1)
    if (least[key]! <= best + DEAREST_CHANGE - CHEAPEST_CHANGE) keys.push(key)
  return keys
}

/** The cheapest way to come into each key from another. */
const entriesAfter = (
  last: Int32Array,
  forward: readonly number[],
  change: readonly (readonly number[])[],
): { readonly cost: Float64Array; readonly from: Int32Array } => {
  const keys = last.length - 1
  const least = new Float64Array(keys).fill(Number.POSITIVE_INFINITY)
  const state = new Int32Array(keys)
  for (let key = 0; key < keys; key += 1)
    for (let one = last[key]!; one < last[key + 1]!; one += 1)
      if (forward[one]! < least[key]!) {
        least[key] = forward[one]!
        state[key] = one
      }
  const cost = new Float64Array(keys).fill(Number.POSITIVE_INFINITY)
  const from = new Int32Array(keys).fill(-1)
  for (const other of worthLeaving(least))
    for (let key = 0; key < keys; key += 1) {
      const total = least[other]! + change[other]![key]!
      if (key === other || total >= cost[key]!) continue
      cost[key] = total
      from[key] = state[other]!
    }
  return { cost, from }
}

const stepBack = (
  { ofKey, number, place, own, backward, fresh }: Growing,
  at: number,
  keys: readonly ReadingKey[],
  change: readonly (readonly number[])[],
): void => {
  const here = ofKey[at]!
  const after = ofKey[at + 1]!
  const entering = new Float64Array(keys.length).fill(Number.POSITIVE_INFINITY)
  for (let key = 0; key < keys.length; key += 1)
    for (let state = after[key]!; state < after[key + 1]!; state += 1)
      if (fresh[state]) entering[key] = Math.min(entering[key]!, own[state]! + backward[state]!)
  const worth = worthLeaving(entering)
  for (let key = 0; key < keys.length; key += 1) {
    let leaving = Number.POSITIVE_INFINITY
    for (const other of worth)
      if (other !== key) leaving = Math.min(leaving, entering[other]! + change[key]![other]!)
    const { next } = AUTOMATA[keys[key]!.key.mode]
    for (let state = here[key]!; state < here[key + 1]!; state += 1) {
      let least = leaving
      for (let target = after[key]!; target < after[key + 1]!; target += 1) {
        const along = number[target]! < 0 ? 0 : next[place[state]!]![number[target]!]!
        if (place[target] === along) least = Math.min(least, own[target]! + backward[target]!)
      }
      backward[state] = least
    }
  }
}
