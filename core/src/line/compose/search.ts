import { noiseAt } from '../../random/noise.ts'
import { endingCost } from '../cost/anchorCost.ts'
import { LINE_COSTS } from '../cost/terms.ts'
import { type Harmony, hasPitch } from '../figures/harmony.ts'
import type { Brief } from './brief.ts'
import {
  candidateEdge,
  edgeCandidatesFor,
  findEdges,
  type Pickup,
  type SearchStep,
} from './edgeCandidates.ts'
import { type ChosenEdge, type Search, standingAtCost, type Transition, transitionAt } from './edges.ts'
import { MEMORIES, MEMORY_MATTERS, memoryOf, NO_DEVICE, relaxMemory } from './memory.ts'

/** Bars since the last rest, 0 to 3. */
const BARS = 4
/** States of one pitch. */
const STATES = BARS * MEMORIES

/**
 * How each state at an anchor was reached: the index of the previous pitch, its memory, its bars, and whether by a
 * rest.
 */
interface Trace {
  readonly from: Int16Array
  readonly memory: Uint8Array
  readonly bars: Uint8Array
  readonly breath: Uint8Array
  /** The fill's index among the candidates. */
  readonly place: Int32Array
}

const traceOf = (pitches: number): Trace => ({
  from: new Int16Array(pitches * STATES),
  memory: new Uint8Array(pitches * STATES),
  bars: new Uint8Array(pitches * STATES),
  breath: new Uint8Array(pitches * STATES),
  place: new Int32Array(pitches * STATES),
})

/** The least cost of each state at one anchor, and of each next memory. */
interface Costs {
  readonly reached: Float64Array
  readonly ahead: Float64Array
  readonly origin: Int16Array
}

const costsOf = (pitches: number): Costs => ({
  reached: new Float64Array(pitches * STATES),
  ahead: new Float64Array(pitches * STATES),
  origin: new Int16Array(pitches * STATES),
})

export interface Solution {
  readonly edges: readonly ChosenEdge[]
  readonly cost: number
}

/**
 * The cheapest line, exactly, and its cost, by dynamic programming over the anchors; undefined if an anchor has no
 * possible pitch. It yields at every anchor, so that the caller can stop it.
 */
export function* solving(search: Search, pitches: Pitches): Generator<void, Solution | undefined, void> {
  const { anchors, brief } = search
  if (pitches.some((some) => some.length === 0)) return undefined
  const most = Math.max(...pitches.map((some) => some.length))
  let [here, there] = [costsOf(most), costsOf(most)]
  here.reached.fill(Number.POSITIVE_INFINITY)
  pitches[0]!.forEach((pitch, index) => {
    here.reached[index * STATES + memoryOf(NO_DEVICE, 0)] =
      standingAtCost(anchors[0]!, pitch, brief) +
      LINE_COSTS.noise * noiseAt(brief.seed, 0, pitch - brief.range.low, 7)
  })
  const traces: Trace[] = []
  const transitions = anchors.slice(1).map((_, at) => transitionAt(search, at))
  const arrivals = anchors.map((_, at) => arrivalsAt(search, at, pitches))
  const candidates = edgeCandidatesFor(most)
  for (let at = 0; at + 1 < anchors.length; at += 1) {
    const trace = traceOf(pitches[at + 1]!.length)
    advance({
      search,
      transition: transitions[at]!,
      pitches: pitches[at]!,
      targets: pitches[at + 1]!,
      arrivals: arrivals[at + 1]!,
      entered: anchors[at + 1]!.bar - anchors[at]!.bar,
      candidates,
      here,
      next: there.reached,
      trace,
    })
    traces.push(trace)
    const before = here
    here = there
    there = before
    yield
  }
  const last = bestEnd(here.reached, pitches, anchors.at(-1)!.harmony)
  return (
    last && {
      edges: edgesTo(transitions, last.state, traces, pitches),
      cost: last.cost,
    }
  )
}

/** The same without yielding. */
export const solve = (search: Search, pitches: Pitches): Solution | undefined => {
  const steps = solving(search, pitches)
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
  }
}

/** The pitches that the line may have at each anchor. */
export type Pitches = readonly (readonly number[])[]

/** The chord tones of a harmony inside the range. */
export const pitchesOf = (harmony: Harmony, range: Brief['range']): readonly number[] => {
  const pitches: number[] = []
  for (let midi = range.low; midi <= range.high; midi += 1)
    if (hasPitch(harmony.isTone, midi)) pitches.push(midi)
  return pitches
}

/** A step of the search with its costs: those at the anchor, those at the next one, and how these were reached. */
interface CostStep extends SearchStep {
  readonly pitches: readonly number[]
  /** Bar lines between the anchors. */
  readonly entered: number
  readonly here: Costs
  readonly next: Float64Array
  readonly trace: Trace
}

/** One anchor further: what each pitch and phrase length expects, combined with the edges from the pitch. */
const advance = (step: CostStep): void => {
  const { pitches, here, next, candidates } = step
  const { reached, ahead, origin } = here
  next.fill(Number.POSITIVE_INFINITY)
  ahead.set(reached)
  for (let state = 0; state < origin.length; state += 1) origin[state] = state % MEMORIES
  pitches.forEach((pitch, index) => {
    const bars: number[] = []
    for (let count = 0; count < BARS; count += 1) {
      const start = index * STATES + count * MEMORIES
      if (!hasAny(reached, start)) continue
      relaxMemory(ahead, origin, start)
      bars.push(count)
    }
    if (bars.length === 0) return
    findEdges(step, pitch)
    for (const kind of candidates.kinds) {
      const least = candidates.least[candidates.target[kind]!]!
      if (candidates.breath[kind] === 0 && candidates.cost[kind]! > least + MEMORY_MATTERS) continue
      relax(step, index, bars, kind)
    }
  })
}

const arrivalsAt = ({ anchors, brief }: Search, at: number, pitches: Pitches): readonly number[] =>
  pitches[at]!.map((target) => standingAtCost(anchors[at]!, target, brief))

const hasAny = (cost: Float64Array, start: number): boolean => {
  for (let state = start; state < start + MEMORIES; state += 1)
    if (cost[state] !== Number.POSITIVE_INFINITY) return true
  return false
}

/** Takes an edge from the pitch with that index, for each number of bars since the last rest, wherever it is cheaper. */
const relax = (step: CostStep, index: number, phrases: readonly number[], kind: number): void => {
  const { search, entered, here, next, trace, candidates } = step
  const { ahead, origin } = here
  const target = candidates.target[kind]!
  const cheapest = candidates.cost[kind]!
  const remembered = candidates.memory[kind]!
  const breath = candidates.breath[kind] === 1
  const { breathBars, leastBars: least = 2, locked = [], unbroken = false } = search.brief
  for (let place = 0; place < phrases.length; place += 1) {
    const bars = phrases[place]!
    const late = !unbroken && !breath && bars + entered >= breathBars
    // Where notes are locked there may be no room for a rest in time.
    if (late && locked.length === 0) continue
    const after = breath ? 0 : Math.min(bars + entered, BARS - 1)
    const before = index * STATES + bars * MEMORIES + remembered
    const early = breath && bars < least ? (least - bars) * LINE_COSTS.earlyBreath : 0
    const cost = ahead[before]! + cheapest + early + (late ? LINE_COSTS.lateBreath * entered : 0)
    const state = target * STATES + after * MEMORIES + remembered
    if (cost >= next[state]!) continue
    next[state] = cost
    trace.from[state] = index
    trace.memory[state] = origin[before]!
    trace.bars[state] = bars
    trace.breath[state] = breath ? 1 : 0
    trace.place[state] = candidates.place[kind]!
  }
}

const bestEnd = (
  reached: Float64Array,
  pitches: Pitches,
  harmony: Harmony,
): { readonly state: number; readonly cost: number } | undefined => {
  const ends = pitches.at(-1)!
  let state = -1
  let cost = Number.POSITIVE_INFINITY
  for (let index = 0; index < ends.length * STATES; index += 1) {
    const total = reached[index]! + endingCost(harmony, ends[Math.floor(index / STATES)]!)
    if (total >= cost) continue
    state = index
    cost = total
  }
  return state < 0 ? undefined : { state, cost }
}

/** The edges that lead to a state. */
const edgesTo = (
  transitions: readonly Transition[],
  last: number,
  traces: readonly Trace[],
  pitches: Pitches,
): readonly ChosenEdge[] => {
  const pitchOf = (at: number, state: number) => pitches[at]![Math.floor(state / STATES)]!
  const edges: ChosenEdge[] = [{ kind: 'end', anchor: pitchOf(traces.length, last), notes: [], onsets: [] }]
  let state = last
  for (let at = traces.length - 1; at >= 0; at -= 1) {
    const trace = traces[at]!
    const breath = trace.breath[state] === 1
    const from = trace.from[state]!
    const anchor = pitches[at]![from]!
    const fill = candidateEdge(transitions[at]!, anchor, pitchOf(at + 1, state), breath, trace.place[state]!)
    edges.push(chosen(fill, breath, anchor))
    state = from * STATES + trace.bars[state]! * MEMORIES + trace.memory[state]!
  }
  return edges.reverse()
}

const chosen = (
  { notes, departure, approach, cell, rhythm }: Pickup,
  breath: boolean,
  anchor: number,
): ChosenEdge => ({
  kind: breath ? 'breath' : 'figure',
  anchor,
  notes: notes.map((steps) => anchor + steps),
  onsets: cell.onsets,
  early: cell.early === true,
  rhythm,
  departure,
  approach,
})
