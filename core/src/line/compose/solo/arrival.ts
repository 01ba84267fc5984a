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

/** Every turn from one way to another, and every interval up to three octaves, priced. */
export const TURNS = Float64Array.from({ length: WAYS * WAYS }, (_, at) =>
  turnPrice(Math.floor(at / WAYS) as Way, (at % WAYS) as Way),
)
const WIDEST = 128
const INTERVALS = Float64Array.from({ length: 2 * WIDEST + 1 }, (_, at) => intervalPrice(at - WIDEST))
const INTO = Uint8Array.from({ length: 2 * WIDEST + 1 }, (_, at) => wayOf(at - WIDEST))

/** The states of a column, with what the step from each to a next note depends on, side by side. */
interface Reached {
  count: number
  readonly state: Int32Array
  readonly cost: Float64Array
  readonly midi: Uint8Array
  readonly way: Uint8Array
  /** How much of an interval's price counts: less over a short silence. */
  readonly apart: Float64Array
  /** 1 where the chord has changed since; where the note is outside its scale; where it is a 7 on a strong beat. */
  readonly changes: Uint8Array
  /** 1 where the note is the ♭7 of a chord whose root has moved up a fourth since. */
  readonly falls: Uint8Array
  readonly outside: Uint8Array
  readonly seven: Uint8Array
}

/** Which of the reached states has a pitch, a way and what the next step depends on: only the cheapest of each counts. */
const FLAGS = 32
const cheapestOf = new Int32Array(PITCHES * WAYS * FLAGS).fill(-1)

export const reachedAt = (ground: Ground, column: Column, at: number, half: number): Reached => {
  const most = column.used.length
  const reached: Reached = {
    count: 0,
    state: new Int32Array(most),
    cost: new Float64Array(most),
    midi: new Uint8Array(most),
    way: new Uint8Array(most),
    apart: new Float64Array(most),
    changes: new Uint8Array(most),
    falls: new Uint8Array(most),
    outside: new Uint8Array(most),
    seven: new Uint8Array(most),
  }
  const keys: number[] = []
  for (const state of column.used) {
    if (state >= HALF !== half > 0) continue
    const piece = column.piece[state]!
    const { start, midi } = piece.notes.at(-1)!
    const from = Math.max(0, Math.floor((start - ground.start) / EIGHTH))
    const here = ground.at[from]
    const way = wayIn(state % HALF)
    const waited = at > piece.free ? 1 : 0
    const changes = !here || here === ground.at[at] ? 0 : 1
    const outside = here && standingOf(here, midi) === 'outside' ? 1 : 0
    const seven = here && ground.strength[from] === 2 && pitchClass(midi - here.harmony.root) === 11 ? 1 : 0
    const falls = changes === 1 && here && isSeventhOfFifth(here, ground.at[at], midi) ? 1 : 0
    const key = (midi * WAYS + way) * FLAGS + waited + 2 * changes + 4 * outside + 8 * seven + 16 * falls
    const cost = column.cost[state]!
    const known = cheapestOf[key]!
    if (known >= 0) {
      if (cost >= reached.cost[known]!) continue
      reached.cost[known] = cost
      reached.state[known] = state
      continue
    }
    const place = reached.count
    reached.count += 1
    cheapestOf[key] = place
    keys.push(key)
    reached.state[place] = state
    reached.cost[place] = cost
    reached.midi[place] = midi
    reached.way[place] = way
    reached.apart[place] = waited ? 0.5 : 1
    reached.changes[place] = changes
    reached.falls[place] = falls
    reached.outside[place] = outside
    reached.seven[place] = seven
  }
  for (const key of keys) cheapestOf[key] = -1
  return reached
}

/** How much of a leap into a change counts where a breath comes before it. */
const OVER_BREATH = 0.75

/** Whether a pitch is the ♭7 of a chord that goes on to the one a fourth above, whose 3 it falls to. */
const isSeventhOfFifth = (from: Segment, to: Segment | undefined, midi: number): boolean =>
  to !== undefined &&
  pitchClass(midi - from.harmony.root) === 10 &&
  pitchClass(to.harmony.root - from.harmony.root) === 5

/** The cheapest way to a pitch from what was reached, for each way into it. */
export interface Arrival {
  readonly costs: Float64Array
  readonly states: Int32Array
  readonly least: number
}

export const arrivalAt = (ground: Ground, reached: Reached, at: number, midi: number): Arrival => {
  const costs = new Float64Array(WAYS).fill(Number.POSITIVE_INFINITY)
  const states = new Int32Array(WAYS).fill(-1)
  const there = ground.at[at]
  const strong = ground.strength[at] === 2 ? SOLO_PRICES.noHalfStep : 0
  const jump = SOLO_PRICES.jumpIntoChange * ground.joins
  const noGuide =
    there !== undefined && standingOf(there, midi) === 'guide' ? 0 : SOLO_PRICES.changeWithoutGuide
  const { count, state, cost, midi: from, way: before, apart, changes, falls, outside, seven } = reached
  for (let place = 0; place < count; place += 1) {
    const interval = midi - from[place]!
    const way = INTO[interval + WIDEST]!
    const far = interval > 2 || interval < -2
    let total =
      cost[place]! + apart[place]! * INTERVALS[interval + WIDEST]! + TURNS[before[place]! * WAYS + way]!
    if (interval !== 1 && interval !== -1) total += strong
    if (changes[place] === 1) total += noGuide + (far ? jump * (apart[place] === 1 ? 1 : OVER_BREATH) : 0)
    if (falls[place] === 1 && (noGuide > 0 || interval > 0 || far)) total += SOLO_PRICES.sevenUnmet
    if (seven[place] === 1 && interval === 1) total += SOLO_PRICES.sevenUp
    if (far && outside[place] === 1) total += SOLO_PRICES.unresolved
    if (total >= costs[way]!) continue
    costs[way] = total
    states[way] = state[place]!
  }
  return { costs, states, least: Math.min(...costs) }
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
  return arrivalAt(ground, reachedAt(ground, column, at, 0), at, midi).least
}
