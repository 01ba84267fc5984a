import { AUTOMATA } from './automaton.ts'
import { DEAREST_CHANGE } from './costs.ts'
import type { FunctionRow } from './functions.ts'

/**
 * Every way to read every chord: as a function of a key, at a position along its patterns. Each is a state; the
 * states of one chord, and within it of one key, are contiguous.
 */
export interface Lattice {
  /** For each chord the first state of each key, and finally the end index. */
  readonly ofKey: readonly Int32Array[]
  readonly row: readonly FunctionRow[]
  /** The function's number in its mode; -1 if the key does not explain the chord. */
  readonly number: readonly number[]
  /** How far along the patterns. */
  readonly place: readonly number[]
  /** The cost of the chord itself, minus the gain of the patterns that end with it. */
  readonly own: readonly number[]
  /** The least cost of everything up to the chord in this reading, of everything after it, and the state before it. */
  readonly forward: readonly number[]
  readonly backward: readonly number[]
  readonly before: readonly number[]
  /** Whether the reading has just entered the key here. */
  readonly fresh: readonly boolean[]
}

export type Growing = { -readonly [Part in keyof Lattice]: Lattice[Part][number][] }

/** Readings that cost this much more than the best are dropped. */
export const MOST_EXTRA_COST = 3

/** The most that unfinished patterns can still gain. */
const MOST_GAIN = Math.max(...Object.values(AUTOMATA).flatMap(({ gain }) => gain)) + 2

/**
 * Drops the states of the last chord that cannot be on a useful reading. From the best state every key can be reached
 * at the highest cost of a change, so a state that costs more than that plus the limit can be dropped; a state inside
 * an unfinished pattern is credited with the pattern's possible gain.
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
