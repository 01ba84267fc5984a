import { pitchClass } from '../../../theory/pitch/interval.ts'
import { EIGHTH } from '../../../theory/rhythm/ticks.ts'
import { type Ground, type Segment, standingOf } from './ground.ts'
import { intervalPrice, type Piece, turnPrice, type Way, wayOf } from './piece.ts'
import { SOLO_PRICES } from './prices.ts'

const PITCHES = 128
export const WAYS = 5
/** How far after its last note the next piece may begin, in eighths beyond the first free one. */
export const MOST_WAIT = 2
/** By the wait since the last note: the step into the next one depends on when that was. */
const WAITS = MOST_WAIT + 1
/** Twice: before and after the piece that has to come. */
export const HALF = PITCHES * WAYS * WAITS
export const STATES = 2 * HALF

export const stateOf = (midi: number, way: Way, wait: number, had: boolean): number =>
  (midi * WAYS + way) * WAITS + wait + (had ? HALF : 0)
const wayIn = (state: number): Way => (Math.floor(state / WAITS) % WAYS) as Way

/** What was reached at an eighth: the least cost of each state, and the way back. */
export interface Column {
  readonly cost: Float64Array
  /** The piece that led here, and the state before it. */
  readonly piece: (Piece | undefined)[]
  readonly from: Int32Array
  readonly fromAt: Int32Array
  readonly used: number[]
}

/** Every turn from one way to another, priced. */
export const TURNS = Float64Array.from({ length: WAYS * WAYS }, (_, at) =>
  turnPrice(Math.floor(at / WAYS) as Way, (at % WAYS) as Way),
)
/**
 * The most that the way into a note can still cost: what was reached for more than that above the cheapest way to the same
 * note is never part of the cheapest phrase.
 */
const DEAREST_TURN = Math.max(...TURNS)
const WIDEST = 128
const INTERVALS = 2 * WIDEST + 1
const INTO = Uint8Array.from({ length: INTERVALS }, (_, at) => wayOf(at - WIDEST))

/** What the step from a note depends on besides its pitch and the way into it. */
const FLAG = {
  /** A silence comes before the step. */
  waited: 1,
  /** The chord has changed since. */
  changes: 2,
  /** The note is outside its scale. */
  outside: 4,
  /** It is a 7 on a strong beat. */
  seven: 8,
  /** It is the ♭7 of a chord whose root has moved up a fourth since. */
  falls: 16,
} as const
const FLAGS = 32

/** How much of an interval's price counts over a short silence, and of a leap into a change of chord. */
const APART = 0.5
const OVER_BREATH = 0.75

/** Where a step arrives: on a strong beat; at a note that is no guide tone; how dear a leap into a change is there. */
interface Arriving {
  readonly strong: boolean
  readonly noGuide: boolean
  readonly joins: number
}

const stepPrice = (
  before: Way,
  flags: number,
  interval: number,
  { strong, noGuide, joins }: Arriving,
): number => {
  const far = Math.abs(interval) > 2
  const waited = (flags & FLAG.waited) !== 0
  let price = (waited ? APART : 1) * intervalPrice(interval) + turnPrice(before, wayOf(interval))
  if (strong && Math.abs(interval) !== 1) price += SOLO_PRICES.noHalfStep
  if (flags & FLAG.changes) {
    if (noGuide) price += SOLO_PRICES.changeWithoutGuide
    if (far) price += SOLO_PRICES.jumpIntoChange * joins * (waited ? OVER_BREATH : 1)
  }
  if (flags & FLAG.falls && (noGuide || interval > 0 || far)) price += SOLO_PRICES.sevenUnmet
  if (flags & FLAG.seven && interval === 1) price += SOLO_PRICES.sevenUp
  if (flags & FLAG.outside && far) price += SOLO_PRICES.unresolved
  return price
}

/** Steps by the way before them, what they depend on, and their interval. */
type Steps = Float64Array

const stepsInto = (arriving: Arriving): Steps =>
  Float64Array.from({ length: WAYS * FLAGS * INTERVALS }, (_, at) => {
    const row = Math.floor(at / INTERVALS)
    return stepPrice(Math.floor(row / FLAGS) as Way, row % FLAGS, (at % INTERVALS) - WIDEST, arriving)
  })

/** Every step is priced once, and looked up in the search: by how dear a leap into a change is, then by where it arrives. */
const stepTables = new Map<number, readonly Steps[]>()

/** The steps to a guide tone on a weak beat, to another note there, and both on a strong beat. */
const stepsFor = (joins: number): readonly Steps[] => {
  const known = stepTables.get(joins)
  if (known) return known
  const tables = [false, true].flatMap((strong) =>
    [false, true].map((noGuide) => stepsInto({ strong, noGuide, joins })),
  )
  stepTables.set(joins, tables)
  return tables
}

/** The states of a column, side by side. */
interface Reached {
  readonly count: number
  /** Which of them costs least. */
  readonly cheapest: number
  readonly state: Int32Array
  readonly cost: Float64Array
  readonly midi: Uint8Array
  /** Where the steps from each stand in a table of steps, less the pitch that is stepped to. */
  readonly steps: Int32Array
}

/** Room for what is reached at one eighth: it is used again at the next. */
const SCRATCH = {
  state: new Int32Array(HALF),
  cost: new Float64Array(HALF),
  midi: new Uint8Array(HALF),
  steps: new Int32Array(HALF),
} as const

/** Which of the reached states has a pitch, a way and what the next step depends on: only the cheapest of each counts. */
const cheapestOf = new Int32Array(PITCHES * WAYS * FLAGS).fill(-1)

/** What was reached at an eighth, for the steps from there; valid until the next call. */
export const reachedAt = (ground: Ground, column: Column, at: number, half: number): Reached => {
  const { state: states, cost: costs, midi: midis, steps } = SCRATCH
  let count = 0
  let cheapest = 0
  const keys: number[] = []
  for (const state of column.used) {
    if (state >= HALF !== half > 0) continue
    const piece = column.piece[state]!
    const { start, midi } = piece.notes.at(-1)!
    const from = Math.max(0, Math.floor((start - ground.start) / EIGHTH))
    const here = ground.at[from]
    const way = wayIn(state % HALF)
    let flags = at > piece.free ? FLAG.waited : 0
    if (here) {
      if (here !== ground.at[at]) {
        flags |= FLAG.changes
        if (isSeventhOfFifth(here, ground.at[at], midi)) flags |= FLAG.falls
      }
      if (standingOf(here, midi) === 'outside') flags |= FLAG.outside
      if (ground.strength[from] === 2 && pitchClass(midi - here.harmony.root) === 11) flags |= FLAG.seven
    }
    const key = (midi * WAYS + way) * FLAGS + flags
    const cost = column.cost[state]!
    let place = cheapestOf[key]!
    if (place < 0) {
      place = count
      count += 1
      cheapestOf[key] = place
      keys.push(key)
      midis[place] = midi
      steps[place] = (way * FLAGS + flags) * INTERVALS + WIDEST - midi
    } else if (cost >= costs[place]!) continue
    costs[place] = cost
    states[place] = state
    if (cost < costs[cheapest]!) cheapest = place
  }
  for (const key of keys) cheapestOf[key] = -1
  return { count, cheapest, ...SCRATCH }
}

/** Whether a pitch is the ♭7 of a chord that goes on to the one a fourth above, whose 3 it falls to. */
const isSeventhOfFifth = (from: Segment, to: Segment | undefined, midi: number): boolean =>
  to !== undefined &&
  pitchClass(midi - from.harmony.root) === 10 &&
  pitchClass(to.harmony.root - from.harmony.root) === 5

/** The cheapest ways to the pitches of one eighth, by pitch and the way into it, and of each pitch the least. */
export interface Arrivals {
  readonly costs: Float64Array
  /** The state before it, or -1. */
  readonly states: Int32Array
  readonly least: Float64Array
  /** The pitches whose ways are known. */
  readonly known: Uint8Array
}

export const arrivalsRoom = (): Arrivals => ({
  costs: new Float64Array(PITCHES * WAYS),
  states: new Int32Array(PITCHES * WAYS),
  least: new Float64Array(PITCHES),
  known: new Uint8Array(PITCHES),
})

/** Finds the cheapest ways from what was reached to a pitch. */
export const arriveAt = (
  { costs, states, least: leastOf, known }: Arrivals,
  ground: Ground,
  reached: Reached,
  at: number,
  midi: number,
): void => {
  const first = midi * WAYS
  for (let way = first; way < first + WAYS; way += 1) {
    costs[way] = Number.POSITIVE_INFINITY
    states[way] = -1
  }
  const there = ground.at[at]
  const isGuide = there !== undefined && standingOf(there, midi) === 'guide'
  const table = stepsFor(ground.joins)[(ground.strength[at] === 2 ? 2 : 0) + (isGuide ? 0 : 1)]!
  const { count, cheapest, state, cost, midi: from, steps } = reached
  let least = Number.POSITIVE_INFINITY
  for (let turn = 0; turn < count; turn += 1) {
    // The cheapest first: then most of the others are too dear to look at.
    const place = turn === 0 ? cheapest : turn === cheapest ? 0 : turn
    if (cost[place]! >= least + DEAREST_TURN) continue
    const total = cost[place]! + table[steps[place]! + midi]!
    const way = first + INTO[midi - from[place]! + WIDEST]!
    if (total >= costs[way]!) continue
    costs[way] = total
    states[way] = state[place]!
    if (total < least) least = total
  }
  leastOf[midi] = least
  known[midi] = 1
}

/** The price of the step from a piece, reached by a way, to a pitch at an eighth. */
export const joinPrice = (ground: Ground, before: Piece, came: Way, at: number, midi: number): number => {
  const last = before.notes.at(-1)!
  const state = stateOf(last.midi, came, 0, false)
  const column: Column = {
    cost: new Float64Array(STATES),
    piece: [],
    from: new Int32Array(0),
    fromAt: new Int32Array(0),
    used: [state],
  }
  column.piece[state] = before
  const arrivals = arrivalsRoom()
  arriveAt(arrivals, ground, reachedAt(ground, column, at, 0), at, midi)
  return arrivals.least[midi]!
}
