import { type Key, sameKey } from '../../theory/pitch/key.ts'
import type { Override } from './analysis.ts'
import { AUTOMATA } from './automaton.ts'
import { type Candidate, candidatesOf, type Event, type ReadingKey, tonicClass } from './candidates.ts'
import { LONG_BARS, READING_COSTS, RESTING } from './costs.ts'
import { findEntries, type Scratch, scratchFor, worthLeaving } from './entries.ts'
import type { FunctionRow } from './functions.ts'
import { type Growing, type Lattice, withoutHopeless } from './lattice.ts'

const changeCost = (from: ReadingKey, to: ReadingKey): number => {
  if (from === to) return 0
  const steps = Math.abs(from.signature - to.signature)
  const apart = Math.min(steps, 12 - (steps % 12))
  return (
    (apart === 0 ? READING_COSTS.relative : READING_COSTS.changeOfKey) + READING_COSTS.signatureStep * apart
  )
}

const TONICS: readonly FunctionRow['id'][] = ['I', 'blues_I', 'i', 'i7']

/** The cost of each chord in a key, and the gain if its tonic frames the tune. */
interface KeyCosts {
  readonly each: readonly number[]
  readonly home: number
  readonly change: readonly (readonly number[])[]
  /** The cost of a change of key beside a long chord. */
  readonly easyChange: readonly (readonly number[])[]
}

/** Ties are broken by how near the key is to the last chord's root, in the same way for every key. */
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

/** Reads the chords forwards and backwards: afterwards every state has the least cost before and after it. */
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
  const scratch = scratchFor(keys.length)
  const long = events.map(isLong)
  /** The cost of changing key between a chord and the one before it. */
  const changeInto = (at: number) => (long[at] || long[at - 1] ? costs.easyChange : costs.change)
  events.forEach((event, at) => {
    const own = ({ row }: Candidate, key: number): number =>
      row.cost +
      costs.each[key]! +
      (long[at] && !RESTING.includes(row.id) ? READING_COSTS.longUnrest : 0) -
      (key === costs.home && (at === 0 || at === events.length - 1) && TONICS.includes(row.id)
        ? READING_COSTS.homeFrame
        : 0)
    stepForward(lattice, event, at, keys, own, changeInto(at), overrides, scratch)
  })
  for (let at = events.length - 2; at >= 0; at -= 1) stepBack(lattice, at, keys, changeInto(at + 1), scratch)
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
  scratch: Scratch,
): void => {
  const { row, place, forward } = lattice
  const last = lattice.ofKey[at - 1]
  if (last) findEntries(scratch, last, forward, change)
  const ofKey = new Int32Array(keys.length + 1)
  const candidates = candidatesOf(chord)
  for (let key = 0; key < keys.length; key += 1) {
    ofKey[key] = row.length
    const reading = keys[key]!
    if (overrides.length > 0 && !spans.every(({ index }) => allows(overrides, index, reading))) continue
    const { mode } = reading.key
    const { next, gain } = AUTOMATA[mode]
    const entry = last ? scratch.cost[key]! : 0
    const entryFrom = last ? scratch.from[key]! : -1
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
  withoutHopeless(lattice, ofKey)
  lattice.ofKey.push(ofKey)
}

/** The candidate's state at a position along the patterns, created when first reached. */
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

const stepBack = (
  { ofKey, number, place, own, backward, fresh }: Growing,
  at: number,
  keys: readonly ReadingKey[],
  change: readonly (readonly number[])[],
  scratch: Scratch,
): void => {
  const here = ofKey[at]!
  const after = ofKey[at + 1]!
  const { least: entering, worth } = scratch
  for (let key = 0; key < keys.length; key += 1) {
    entering[key] = Number.POSITIVE_INFINITY
    for (let state = after[key]!; state < after[key + 1]!; state += 1)
      if (fresh[state]) entering[key] = Math.min(entering[key]!, own[state]! + backward[state]!)
  }
  const count = worthLeaving(scratch)
  for (let key = 0; key < keys.length; key += 1) {
    let leaving = Number.POSITIVE_INFINITY
    for (let which = 0; which < count; which += 1) {
      const other = worth[which]!
      if (other !== key) leaving = Math.min(leaving, entering[other]! + change[key]![other]!)
    }
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
