import { CHEAPEST_CHANGE, DEAREST_CHANGE } from './costs.ts'

/** Buffers for one step, one slot per key, reused at every step. */
export interface Scratch {
  readonly least: Float64Array
  readonly state: Int32Array
  readonly cost: Float64Array
  readonly from: Int32Array
  /** The keys worth coming from; the first `count` entries are valid. */
  readonly worth: Int32Array
}

export const scratchFor = (keys: number): Scratch => ({
  least: new Float64Array(keys),
  state: new Int32Array(keys),
  cost: new Float64Array(keys),
  from: new Int32Array(keys),
  worth: new Int32Array(keys),
})

/** Finds the keys worth coming from and returns how many: from any other key, coming from the best one is cheaper. */
export const worthLeaving = ({ least, worth }: Scratch): number => {
  let best = Number.POSITIVE_INFINITY
  for (let key = 0; key < least.length; key += 1) if (least[key]! < best) best = least[key]!
  const most = best + DEAREST_CHANGE - CHEAPEST_CHANGE
  let count = 0
  for (let key = 0; key < least.length; key += 1)
    if (least[key]! <= most) {
      worth[count] = key
      count += 1
    }
  return count
}

/** Finds the cheapest way into each key from another: its cost, and the state it comes from. */
export const findEntries = (
  scratch: Scratch,
  last: Int32Array,
  forward: readonly number[],
  change: readonly (readonly number[])[],
): void => {
  const { least, state, cost, from, worth } = scratch
  for (let key = 0; key < least.length; key += 1) {
    let best = Number.POSITIVE_INFINITY
    for (let one = last[key]!; one < last[key + 1]!; one += 1)
      if (forward[one]! < best) {
        best = forward[one]!
        state[key] = one
      }
    least[key] = best
    cost[key] = Number.POSITIVE_INFINITY
    from[key] = -1
  }
  const count = worthLeaving(scratch)
  for (let at = 0; at < count; at += 1) {
    const other = worth[at]!
    const ways = change[other]!
    for (let key = 0; key < least.length; key += 1) {
      const total = least[other]! + ways[key]!
      if (key === other || total >= cost[key]!) continue
      cost[key] = total
      from[key] = state[other]!
    }
  }
}
