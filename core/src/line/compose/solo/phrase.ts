import { noiseBase } from '../../../random/noise.ts'
import { EIGHTH } from '../../../theory/rhythm/ticks.ts'
import {
  arrivalsRoom,
  arriveAt,
  type Column,
  HALF,
  MOST_WAIT,
  reachedAt,
  STATES,
  stateOf,
  TURNS,
  WAYS,
} from './arrival.ts'
import type { Ground } from './ground.ts'
import { endPrice, ownPrice, waitPrice } from './phraseTerms.ts'
import type { PhraseWish } from './phraseWish.ts'
import type { Piece, Way } from './piece.ts'
import { SOLO_PRICES } from './prices.ts'

/** Pieces by the eighth that they begin in. */
export type Stock = readonly (readonly Piece[])[]

export const stockOf = (ground: Ground, pieces: readonly Piece[]): Stock => {
  const stock: Piece[][] = ground.at.map(() => [])
  for (const piece of pieces) stock[piece.begin]?.push(piece)
  return stock
}

export interface SolvedPhrase {
  readonly pieces: readonly Piece[]
  readonly cost: number
}

/** Room for a search: one column for each eighth; a search clears what the one before it wrote. */
export type Room = readonly Column[]

export const roomFor = (ground: Ground): Room =>
  Array.from({ length: ground.at.length + 1 }, () => ({
    cost: new Float64Array(STATES).fill(Number.POSITIVE_INFINITY),
    piece: new Array<Piece | undefined>(STATES).fill(undefined),
    from: new Int32Array(STATES),
    fromAt: new Int32Array(STATES),
    used: [],
  }))

const cleared = (room: Room): Room => {
  for (const column of room) {
    for (const state of column.used) column.cost[state] = Number.POSITIVE_INFINITY
    column.used.length = 0
  }
  return room
}

/** Used again at each eighth. */
const ARRIVALS = arrivalsRoom()

/**
 * The cheapest row of pieces for a phrase, exactly, by dynamic programming over (eighth, last pitch, last way, wait);
 * undefined where none fits.
 */
export const solvePhrase = (
  ground: Ground,
  stock: Stock,
  room: Room,
  wish: PhraseWish,
): SolvedPhrase | undefined => {
  const [from, latest] = [wish.beginWithin[0], wish.endWithin[1]]
  const columns = cleared(room)
  const { costs, states, least, known } = ARRIVALS
  let best = Number.POSITIVE_INFINITY
  let last: { piece: Piece; at: number; state: number } | undefined
  const take = (piece: Piece, cost: number, at: number, state: number, way: Way) => {
    if (cost >= best) return
    const had = wish.must === undefined || state >= HALF || wish.must(piece)
    const final = piece.notes.at(-1)!
    const lastEighth = Math.floor((final.start - ground.start) / EIGHTH)
    if (lastEighth > latest) return
    if (had && lastEighth >= wish.endWithin[0]) {
      const total = cost + endPrice(ground, wish, piece, lastEighth)
      if (total < best) {
        best = total
        last = { piece, at, state }
      }
    }
    for (let wait = 0; wait <= MOST_WAIT; wait += 1) {
      const to = piece.free + wait
      if (to > latest) break
      const next = stateOf(final.midi, way, wait, had)
      const there = columns[to]!
      const total = cost + waitPrice(ground, final, to)
      if (total >= there.cost[next]!) continue
      if (there.cost[next] === Number.POSITIVE_INFINITY) there.used.push(next)
      there.cost[next] = total
      there.piece[next] = piece
      there.from[next] = state
      there.fromAt[next] = at
    }
  }
  for (let at = from; at <= latest; at += 1) {
    const here = columns[at]!
    const begins = at <= wish.beginWithin[1]
    if (here.used.length === 0 && !begins) continue
    const pieces = stock[at] ?? []
    const base = noiseBase(wish.seed, at, 0)
    if (begins) {
      const off = SOLO_PRICES.beginOff * Math.abs(at - wish.begin)
      const firsts = wish.first ? wish.first.filter(({ begin }) => begin === at) : pieces
      for (const piece of firsts) {
        if (isBanned(piece, wish)) continue
        const { midi } = piece.notes[0]!
        if (wish.firstPitch && !wish.firstPitch(midi, at)) continue
        const leap = wish.beginPrice?.(midi) ?? 0
        take(piece, off + leap + ownPrice(wish, piece, base), at, -1, piece.arrives)
      }
    }
    if (here.used.length === 0) continue
    for (const half of wish.must ? [0, HALF] : [wish.must === undefined ? HALF : 0]) {
      const reached = reachedAt(ground, here, at, half)
      if (reached.count === 0) continue
      known.fill(0)
      for (const piece of pieces) {
        const { midi } = piece.notes[0]!
        if (known[midi] === 0) arriveAt(ARRIVALS, ground, reached, at, midi)
        if (least[midi]! + piece.price >= best || isBanned(piece, wish)) continue
        const first = midi * WAYS
        const own = ownPrice(wish, piece, base)
        if (piece.notes.length > 1) {
          let cheapest = Number.POSITIVE_INFINITY
          let by = 0
          for (let way = 0; way < WAYS; way += 1) {
            const cost = costs[first + way]! + TURNS[way * WAYS + piece.leaves]!
            if (cost >= cheapest) continue
            cheapest = cost
            by = way
          }
          take(piece, cheapest + own, at, states[first + by]!, piece.arrives)
          continue
        }
        for (let way = 0; way < WAYS; way += 1)
          if (states[first + way]! >= 0)
            take(piece, costs[first + way]! + own, at, states[first + way]!, way as Way)
      }
    }
  }
  if (!last) return undefined
  const pieces: Piece[] = []
  let { piece, at, state }: { piece: Piece; at: number; state: number } = last
  for (;;) {
    pieces.push(piece)
    if (state < 0) break
    const here = columns[at]!
    const before = here.piece[state]!
    const [fromState, fromAt] = [here.from[state]!, here.fromAt[state]!]
    piece = before
    state = fromState
    at = fromAt
  }
  return { pieces: pieces.reverse(), cost: best }
}

const isBanned = (piece: Piece, { banned, worn, without }: PhraseWish): boolean => {
  if (banned.size === 0 && worn.size === 0 && without === undefined) return false
  const { source } = piece
  if (without?.has(piece)) return true
  return source.kind === 'fragment'
    ? banned.has(source.id)
    : source.kind === 'figure' && source.triplet === true && worn.has(source.name)
}
