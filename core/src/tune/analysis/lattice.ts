import { AUTOMATA } from './automaton.ts'
import { DEAREST_CHANGE } from './costs.ts'
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

export type Growing = { -readonly [Part in keyof Lattice]: Lattice[Part][number][] }

/** A reading so much dearer than the best is no reading. */
export const MOST_EXTRA_COST = 3

/** What patterns under way can still gain together, at the most. */
const MOST_GAIN = Math.max(...Object.values(AUTOMATA).flatMap(({ gain }) => gain)) + 2

/**
 * Takes out the states of the last chord that are on no reading worth telling. From the best state every key can be
 * reached for the dearest change, so a state that is dearer by more than that and the most can be left out; one that is
 * under way in a pattern is given what the pattern may gain.
 */
export const withoutHopeless = (lattice: Growing, ofKey: Int32Array): void => {
  const { row, number, place, own, forward, backward, before, fresh } = lattice
  const start = ofKey[0]!
  let best = Number.POSITIVE_INFINITY
  for (let state = start; state < row.length; state += 1) if (forward[state]! < best) best = forward[state]!
  const most = best + DEAREST_CHANGE + MOST_EXTRA_COST
  let kept = start
  let key = 0
  const end = row.length
  for (let state = start; state < end; state += 1) {
    while (key < ofKey.length && ofKey[key]! <= state) {
      if (ofKey[key] === state || key === 0) ofKey[key] = kept
      key += 1
    }
    if (forward[state]! > most + (place[state] === 0 ? 0 : MOST_GAIN)) continue
    if (kept < state) {
      row[kept] = row[state]!
      number[kept] = number[state]!
      place[kept] = place[state]!
      own[kept] = own[state]!
      forward[kept] = forward[state]!
      before[kept] = before[state]!
      fresh[kept] = fresh[state]!
    }
    kept += 1
  }
  for (; key < ofKey.length; key += 1) ofKey[key] = kept
  for (const part of [row, number, place, own, forward, backward, before, fresh]) part.length = kept
}
