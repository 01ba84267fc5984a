import { noiseBase, noiseOf } from '../../random/noise.ts'
import { FIFTH, MAJOR_SIXTH } from '../../theory/pitch/interval.ts'
import { endingCost } from '../cost/anchorCost.ts'
import { LINE_COSTS } from '../cost/terms.ts'
import type { Brief } from './brief.ts'
import { type Search, type Transition, usedKey } from './edges.ts'
import { MEMORY_MATTERS, memoryOf, NO_DEVICE, TEXTURES } from './memory.ts'
import { APPROACH_DEVICES, departureIn, deviceIn, kindIn, type PricedFill, rhythmIn } from './pricedFill.ts'

const DEVICES = APPROACH_DEVICES.length

/** The largest distance, in half steps, between the anchors of one figure and between the ends of a rest. */
const REACH = { figure: 12, breath: 14 } as const

/** An edge's kind as a number: its target, whether it has a rest, its approach, its texture. */
const KINDS = 2 * DEVICES * TEXTURES

const kindOf = (target: number, breath: boolean, device: number, texture: number): number =>
  ((target * 2 + (breath ? 1 : 0)) * DEVICES + device) * TEXTURES + texture

export const targetOf = (kind: number): number => Math.floor(kind / KINDS)
export const breathes = (kind: number): boolean => Math.floor(kind / (DEVICES * TEXTURES)) % 2 === 1
export const deviceOf = (kind: number): number => Math.floor(kind / TEXTURES) % DEVICES
export const textureOf = (kind: number): number => kind % TEXTURES

/** The cheapest edge of each kind from a pitch; refilled for each pitch. */
export interface EdgeCandidates {
  readonly cost: Float64Array
  /** The index of each fill in its row (pickups come after those of the shorter ones), or none. */
  readonly place: Int32Array
  /** The kinds that have an edge. */
  readonly kinds: number[]
  /** The cheapest figure into each target. */
  readonly least: Float64Array
  /** The parts of each kind, decoded once: its target, whether it has a rest, what it leaves in memory. */
  readonly target: Uint8Array
  readonly breath: Uint8Array
  readonly memory: Uint8Array
}

/** The notes of an edge, counted from its anchor. */
export type Pickup = Pick<PricedFill, 'notes' | 'departure' | 'approach' | 'cell' | 'rhythm'>

export const edgeCandidatesFor = (targets: number): EdgeCandidates => {
  const kinds = targets * KINDS
  return {
    cost: new Float64Array(kinds).fill(Number.POSITIVE_INFINITY),
    place: new Int32Array(kinds),
    kinds: [],
    least: new Float64Array(targets),
    target: Uint8Array.from({ length: kinds }, (_, kind) => targetOf(kind)),
    breath: Uint8Array.from({ length: kinds }, (_, kind) => (breathes(kind) ? 1 : 0)),
    memory: Uint8Array.from({ length: kinds }, (_, kind) => memoryOf(deviceOf(kind), textureOf(kind))),
  }
}

const clear = ({ cost, kinds }: EdgeCandidates): void => {
  for (const kind of kinds) cost[kind] = Number.POSITIVE_INFINITY
  kinds.length = 0
}

const propose = ({ cost, place, kinds }: EdgeCandidates, kind: number, price: number, at: number): void => {
  if (price >= cost[kind]!) return
  if (cost[kind] === Number.POSITIVE_INFINITY) kinds.push(kind)
  cost[kind] = price
  place[kind] = at
}

/** Separates the noise of rests from that of figures. */
const BREATH = 1 << 24

/** The longest row of pickups. */
const ROW = 1 << 16
const NONE = -1

/** The fill of a candidate edge. */
export const candidateEdge = (
  { fills, pickups }: Transition,
  pitch: number,
  target: number,
  breath: boolean,
  place: number,
): Pickup => {
  if (!breath) return fills(pitch, target).fills[place]!
  return place === NONE ? NO_PICKUP : pickups[Math.floor(place / ROW)]!(pitch, target).fills[place % ROW]!
}

/** From an anchor to the next: what the search knows before it looks at single pitches. */
export interface SearchStep {
  readonly search: Search
  readonly transition: Transition
  /** The pitches at the next anchor, and the cost of each there. */
  readonly targets: readonly number[]
  readonly arrivals: readonly number[]
  /** Refilled for each pitch at the anchor. */
  readonly candidates: EdgeCandidates
}

/** Finds the cheapest edges from a pitch to all targets: figures and rests. */
export const findEdges = (step: SearchStep, pitch: number): void => {
  const { transition, targets, candidates } = step
  clear(candidates)
  targets.forEach((target, index) => {
    const distance = Math.abs(target - pitch)
    if (distance <= REACH.figure || transition.byLocked) findFigures(step, pitch, index)
    if (transition.ends && distance <= REACH.breath) findRests(step, pitch, index)
  })
}

const findFigures = (
  { search, transition, targets, arrivals, candidates }: SearchStep,
  pitch: number,
  index: number,
): void => {
  const { at, fills, intoLocked, rhythms, raised } = transition
  const target = targets[index]!
  const arrival = arrivals[index]!
  const { brief, used, overused, surcharge, leaving } = search
  const { low, high } = brief.range
  const before = used.size > 0 ? used.get(usedKey(at, pitch)) : undefined
  const motif = search.motif[at]
  const mixed = rhythms.length > 1
  const { fills: row, costs, codes, lowest, highest } = fills(pitch, target)
  const noise = noiseBase(brief.seed, at, placeOf(brief, pitch, target))
  const kinds = kindOf(index, false, 0, 0)
  let least = Number.POSITIVE_INFINITY
  for (let place = 0; place < costs.length; place += 1) {
    const bare = costs[place]! + arrival
    // Nothing below makes an edge cheaper, and the fills come cheapest first.
    if (bare >= least + MEMORY_MATTERS) break
    const code = codes[place]!
    const kind = kinds + kindIn(code)
    if (bare >= candidates.cost[kind]!) continue
    if (pitch + lowest[place]! < low || pitch + highest[place]! > high) continue
    if (intoLocked && row[place]!.cell.early) continue
    let cost = bare + LINE_COSTS.noise * noiseOf(noise, code)
    if (raised) cost += surcharge[deviceIn(code)]! + leaving[departureIn(code)]!
    const rhythm = rhythmIn(code)
    if (mixed) cost += rhythms[rhythm]!
    if (before?.some((notes) => sameNotes(notes, row[place]!.notes, pitch)))
      cost += LINE_COSTS.usedBefore * search.usedTimes
    if (overused.size > 0)
      for (const shape of row[place]!.shapes) cost += LINE_COSTS.overused * (overused.get(shape) ?? 0)
    if (motif !== undefined && motif !== rhythm) cost += LINE_COSTS.offMotif
    propose(candidates, kind, cost, place)
    if (cost < least) least = cost
  }
  candidates.least[index] = least
}

/** Two pitches by their position in the range, so that the noise is the same in every key. */
const placeOf = ({ range }: Brief, pitch: number, target: number): number =>
  (pitch - range.low) * 128 + target - range.low

const sameNotes = (notes: readonly number[], above: readonly number[], pitch: number): boolean =>
  notes.length === above.length && notes.every((midi, at) => midi === pitch + above[at]!)

const NO_PICKUP: Pickup = {
  notes: [],
  departure: 0,
  approach: 0,
  cell: { kind: 'long', onsets: [], cost: 0 },
  rhythm: 0,
}

/** A phrase ends on the anchor, rests, and the next one starts on its first note or with a pickup to it. */
const findRests = (
  { search, transition, targets, arrivals, candidates }: SearchStep,
  pitch: number,
  index: number,
): void => {
  const { anchors, brief } = search
  const { at, pickups } = transition
  const target = targets[index]!
  const noise = noiseBase(brief.seed, at, placeOf(brief, pitch, target))
  const base = LINE_COSTS.breath + endingCost(anchors[at]!.harmony, pitch) + arrivals[index]!
  const breath = (start: number, device: number, name: number, more: number, place: number) => {
    const away = Math.abs(start - pitch)
    const leap = brief.newRegister
      ? Math.max(0, FIFTH - away) * LINE_COSTS.sameRegister
      : Math.max(0, away - MAJOR_SIXTH) * LINE_COSTS.leapOverBreath
    const kind = kindOf(index, true, device, 0)
    const bare = base + leap + more
    if (bare < candidates.cost[kind]!)
      propose(candidates, kind, bare + LINE_COSTS.noise * noiseOf(noise, BREATH + name), place)
  }
  breath(target, NO_DEVICE, 0, LINE_COSTS.noPickup, NONE)
  for (let length = 0; length < pickups.length; length += 1) {
    const { fills: row, costs, codes, lowest, highest } = pickups[length]!(pitch, target)
    for (let place = 0; place < costs.length; place += 1) {
      if (pitch + lowest[place]! < brief.range.low || pitch + highest[place]! > brief.range.high) continue
      const start = pitch + row[place]!.notes[0]!
      const code = codes[place]!
      breath(start, deviceIn(code), code, costs[place]! * LINE_COSTS.pickup, length * ROW + place)
    }
  }
}
