import type { Key } from '../../theory/pitch/key.ts'
import { FUNCTIONS, type FunctionId } from './functions.ts'
import { PATTERNS } from './patterns.ts'

/**
 * How far along its patterns a reading is. Every state knows where each function leads and what the patterns that end
 * there gain in total: patterns may overlap, and each one counts.
 */
export interface Automaton {
  /** The state that a function (by its number) leads to from a state. */
  readonly next: readonly Int32Array[]
  /** The gain on reaching a state. */
  readonly gain: readonly number[]
}

const numbers = (mode: Key['mode']): ReadonlyMap<FunctionId, number> =>
  new Map(FUNCTIONS.filter((row) => row.mode === mode).map(({ id }, at) => [id, at]))

const FUNCTION_NUMBERS = { major: numbers('major'), minor: numbers('minor') } as const

/** The number of a function in its mode; undefined for a chord that the key does not explain. */
export const functionNumber = (mode: Key['mode'], id: FunctionId): number | undefined =>
  FUNCTION_NUMBERS[mode].get(id)

/** Built as A. V. Aho and M. J. Corasick describe it in Efficient String Matching (1975), from memory. */
const build = (mode: Key['mode']): Automaton => {
  const size = FUNCTION_NUMBERS[mode].size
  const next: Int32Array[] = [new Int32Array(size).fill(-1)]
  const gain: number[] = [0]
  for (const pattern of PATTERNS.filter((row) => row.mode === mode)) {
    let place = 0
    for (const id of pattern.functions) {
      const number = functionNumber(mode, id)
      if (number === undefined) throw new Error(`no function ${id} in ${mode}`)
      if (next[place]![number]! < 0) {
        next[place]![number] = next.length
        next.push(new Int32Array(size).fill(-1))
        gain.push(0)
      }
      place = next[place]![number]!
    }
    gain[place]! += pattern.credit
  }
  const fallback = new Int32Array(next.length)
  const queue = [0]
  for (let at = 0; at < queue.length; at += 1) {
    const place = queue[at]!
    for (let number = 0; number < size; number += 1) {
      const child = next[place]![number]!
      const other = place === 0 ? 0 : next[fallback[place]!]![number]!
      if (child < 0) next[place]![number] = other
      else {
        fallback[child] = other
        gain[child]! += gain[other]!
        queue.push(child)
      }
    }
  }
  return { next, gain }
}

export const AUTOMATA: Readonly<Record<Key['mode'], Automaton>> = {
  major: build('major'),
  minor: build('minor'),
}
