import { noiseBase, noiseOf } from '../../../random/noise.ts'
import { pitchClass } from '../../../theory/pitch/interval.ts'
import { EIGHTH } from '../../../theory/rhythm/ticks.ts'
import { type Ground, standingOf } from './ground.ts'
import { intervalPrice, type Piece, turnPrice, type Way, wayOf } from './piece.ts'
import { SOLO_PRICES } from './prices.ts'

/** Pieces by the eighth that they begin in. */
export type Stock = readonly (readonly Piece[])[]

export const stockOf = (ground: Ground, pieces: readonly Piece[]): Stock => {
  const stock: Piece[][] = ground.at.map(() => [])
  for (const piece of pieces) stock[piece.begin]?.push(piece)
  return stock
}

/** What the plan asks of one phrase, in eighths from the start of the stretch. */
export interface PhraseWish {
  readonly begin: number
  /** The eighth of its last note. */
  readonly end: number
  /** How far its begin and end may move, in eighths. */
  readonly loose: number
  /** The earliest and latest eighth for the begin, and for the last note. */
  readonly beginWithin: readonly [number, number]
  readonly endWithin: readonly [number, number]
  /** The height that the line should have at an eighth, how far off costs nothing, and each half step beyond. */
  readonly arc: (eighth: number) => number
  readonly slack: number
  readonly offArc: number
  /** Whether it should end off the beat; left out where it doesn't matter. */
  readonly endOff?: boolean
  /** The piece that it begins with is one of these, where given. */
  readonly first?: readonly Piece[]
  /** The last note may only be one of these pitches. */
  readonly lastPitch?: (midi: number, eighth: number) => boolean
  readonly firstPitch?: (midi: number, eighth: number) => boolean
  /** Extra price of beginning on a pitch: how it follows the phrase before. */
  readonly beginPrice?: (midi: number) => number
  /** Extra price of ending on a pitch. */
  readonly endPrice?: (midi: number, eighth: number) => number
  /** A piece that has to come at least once, where given. */
  readonly must?: (piece: Piece) => boolean
  /** Pieces of these fragments may not come. */
  readonly banned: ReadonlySet<number>
  /** Nor figures of these names in a triplet, which would be worn. */
  readonly worn: ReadonlySet<string>
  /** Nor these pieces. */
  readonly without?: ReadonlySet<Piece>
  readonly seed: number
}

export interface SolvedPhrase {
  readonly pieces: readonly Piece[]
  readonly cost: number
}

const PITCHES = 128
const WAYS = 5
/** How far after its last note the next piece may begin, in eighths beyond the first free one. */
const MOST_WAIT = 2
/** By the wait since the last note: the step into the next one depends on when that was. */
const WAITS = MOST_WAIT + 1
/** Twice: before and after the piece that has to come. */
const HALF = PITCHES * WAYS * WAITS
const STATES = 2 * HALF

const stateOf = (midi: number, way: Way, wait: number, had: boolean): number =>
  (midi * WAYS + way) * WAITS + wait + (had ? HALF : 0)
const wayIn = (state: number): Way => (Math.floor(state / WAITS) % WAYS) as Way

interface Column {
  readonly cost: Float64Array
  /** The piece that led here, and the state before it. */
  readonly piece: (Piece | undefined)[]
  readonly from: Int32Array
  readonly fromAt: Int32Array
  readonly used: number[]
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
      const arrivals: (Arrival | undefined)[] = []
      for (const piece of pieces) {
        if (isBanned(piece, wish)) continue
        const { midi } = piece.notes[0]!
        arrivals[midi] ??= arrivalAt(ground, reached, at, midi)
        const { costs, states, least } = arrivals[midi]
        if (least + piece.price >= best) continue
        const own = ownPrice(wish, piece, base)
        if (piece.notes.length > 1) {
          let cheapest = Number.POSITIVE_INFINITY
          let by = 0
          for (let way = 0; way < WAYS; way += 1) {
            const cost = costs[way]! + TURNS[way * WAYS + piece.leaves]!
            if (cost >= cheapest) continue
            cheapest = cost
            by = way
          }
          take(piece, cheapest + own, at, states[by]!, piece.arrives)
          continue
        }
        for (let way = 0; way < WAYS; way += 1)
          if (states[way]! >= 0) take(piece, costs[way]! + own, at, states[way]!, way as Way)
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
  const { source } = piece
  if (without?.has(piece)) return true
  return source.kind === 'fragment'
    ? banned.has(source.id)
    : source.kind === 'figure' && source.triplet === true && worn.has(source.name)
}

/** Every turn from one way to another, and every interval up to three octaves, priced. */
const TURNS = Float64Array.from({ length: WAYS * WAYS }, (_, at) =>
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
  readonly outside: Uint8Array
  readonly seven: Uint8Array
}

/** Which of the reached states has a pitch, a way and what the next step depends on: only the cheapest of each counts. */
const FLAGS = 16
const cheapestOf = new Int32Array(PITCHES * WAYS * FLAGS).fill(-1)

const reachedAt = (ground: Ground, column: Column, at: number, half: number): Reached => {
  const most = column.used.length
  const reached: Reached = {
    count: 0,
    state: new Int32Array(most),
    cost: new Float64Array(most),
    midi: new Uint8Array(most),
    way: new Uint8Array(most),
    apart: new Float64Array(most),
    changes: new Uint8Array(most),
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
    const key = (midi * WAYS + way) * FLAGS + waited + 2 * changes + 4 * outside + 8 * seven
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
    reached.outside[place] = outside
    reached.seven[place] = seven
  }
  for (const key of keys) cheapestOf[key] = -1
  return reached
}

/** The cheapest way to a pitch from what was reached, for each way into it. */
interface Arrival {
  readonly costs: Float64Array
  readonly states: Int32Array
  readonly least: number
}

const arrivalAt = (ground: Ground, reached: Reached, at: number, midi: number): Arrival => {
  const costs = new Float64Array(WAYS).fill(Number.POSITIVE_INFINITY)
  const states = new Int32Array(WAYS).fill(-1)
  const there = ground.at[at]
  const strong = ground.strength[at] === 2 ? SOLO_PRICES.noHalfStep : 0
  const jump = SOLO_PRICES.jumpIntoChange * ground.joins
  const noGuide =
    there !== undefined && standingOf(there, midi) === 'guide' ? 0 : SOLO_PRICES.changeWithoutGuide
  const { count, state, cost, midi: from, way: before, apart, changes, outside, seven } = reached
  for (let place = 0; place < count; place += 1) {
    const interval = midi - from[place]!
    const way = INTO[interval + WIDEST]!
    const far = interval > 2 || interval < -2
    let total =
      cost[place]! + apart[place]! * INTERVALS[interval + WIDEST]! + TURNS[before[place]! * WAYS + way]!
    if (interval !== 1 && interval !== -1) total += strong
    if (changes[place] === 1) total += noGuide + (far ? jump * apart[place]! : 0)
    if (seven[place] === 1 && interval === 1) total += SOLO_PRICES.sevenUp
    if (far && outside[place] === 1) total += SOLO_PRICES.unresolved
    if (total >= costs[way]!) continue
    costs[way] = total
    states[way] = state[place]!
  }
  return { costs, states, least: Math.min(...costs) }
}

/** What a phrase costs, by what it is paid for; the sum is the cost that the search found. */
export interface PhraseTerms {
  /** Its pieces: fragments, figures, notes by their standing over their chords. */
  readonly pieces: number
  /** The steps and leaps between pieces, turns, changes of chord that are not met. */
  readonly joins: number
  /** How far it leaves its arc, and begins and ends off its plan; silence inside it. */
  readonly plan: number
  /** How it begins after the phrase before, and where it ends. */
  readonly ends: number
  /** What the seed adds, so that each seed has a line of its own. */
  readonly seed: number
}

/** The terms of a row of pieces, one after the other. */
export const termsOf = (ground: Ground, wish: PhraseWish, pieces: readonly Piece[]): PhraseTerms => {
  const terms = { pieces: 0, joins: 0, plan: 0, ends: 0, seed: 0 }
  let before: Piece | undefined
  let way: Way | undefined
  for (const piece of pieces) {
    const at = piece.begin
    const { midi } = piece.notes[0]!
    const own = ownTerms(wish, piece, noiseBase(wish.seed, at, 0))
    terms.pieces += own.price
    terms.seed += own.noise
    terms.plan += own.away
    if (!before || way === undefined) {
      terms.plan += SOLO_PRICES.beginOff * Math.abs(at - wish.begin)
      terms.ends += wish.beginPrice?.(midi) ?? 0
      way = piece.arrives
    } else {
      const last = before.notes.at(-1)!
      const into = wayOf(midi - last.midi)
      terms.plan += waitPrice(ground, last, at)
      terms.joins += joinPrice(ground, before, way, at, midi)
      if (piece.notes.length > 1) terms.joins += turnPrice(into, piece.leaves)
      way = piece.notes.length > 1 ? piece.arrives : into
    }
    before = piece
  }
  const last = pieces.at(-1)!
  const eighth = Math.floor((last.notes.at(-1)!.start - ground.start) / EIGHTH)
  const off = SOLO_PRICES.endOff * Math.abs(eighth - wish.end)
  terms.plan += off
  terms.ends += endPrice(ground, wish, last, eighth) - off
  return terms
}

/** The price of the step from a piece, reached by a way, to a pitch at an eighth. */
const joinPrice = (ground: Ground, before: Piece, came: Way, at: number, midi: number): number => {
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

/** A piece's own price with the seed's noise, and how far it is from the phrase's arc. */
export const ownPrice = (wish: PhraseWish, piece: Piece, base: number): number => {
  const { price, noise, away } = ownTerms(wish, piece, base)
  return price + noise + away
}

const ownTerms = (
  wish: PhraseWish,
  piece: Piece,
  base: number,
): { readonly price: number; readonly noise: number; readonly away: number } => {
  const { notes, source, price } = piece
  const id = source.kind === 'fragment' ? source.id : source.kind === 'figure' ? 1000 : 2000
  const beats = (notes.at(-1)!.start - notes[0]!.start + EIGHTH) / (2 * EIGHTH)
  const noise =
    source.kind === 'note'
      ? SOLO_PRICES.noise * 0.3 * noiseOf(base, id + notes[0]!.midi)
      : SOLO_PRICES.noise * Math.sqrt(beats) * noiseOf(base, id * 16 + (notes[0]!.midi % 12))
  let away = 0
  for (let at = 0; at < notes.length; at += 1) {
    const { midi } = notes[at]!
    const height = wish.arc(piece.begin + at)
    away += Math.max(0, Math.abs(midi - height) - wish.slack)
  }
  return { price, noise, away: wish.offArc * away }
}

/** The price of the time between a piece and the next one: its last note cut short, or silence. */
export const waitPrice = (ground: Ground, last: Piece['notes'][number], to: number): number => {
  const there = ground.start + to * EIGHTH
  const ends = last.start + last.duration
  if (there < ends) return (SOLO_PRICES.clipped * (ends - there)) / EIGHTH
  return (SOLO_PRICES.gap * (there - ends)) / EIGHTH
}

/** The price of ending a phrase with a piece. */
export const endPrice = (ground: Ground, wish: PhraseWish, piece: Piece, lastEighth: number): number => {
  const { midi, start } = piece.notes.at(-1)!
  if (wish.lastPitch && !wish.lastPitch(midi, lastEighth)) return Number.POSITIVE_INFINITY
  const segment = ground.at[lastEighth]!
  const coming = ground.at[lastEighth + 1] ?? segment
  const standings = [standingOf(segment, midi), standingOf(coming, midi)]
  const off = ground.strength[lastEighth] === 0 || (start - ground.start) % EIGHTH !== 0
  const standing = off
    ? Math.min(SOLO_PRICES.ending[standings[0]!], SOLO_PRICES.ending[standings[1]!])
    : SOLO_PRICES.ending[standings[0]!]
  const place =
    wish.endOff === undefined
      ? 0
      : wish.endOff !== off
        ? SOLO_PRICES.endOnStrong * (ground.strength[lastEighth] === 2 ? 2 : 1)
        : 0
  return (
    standing +
    place +
    (wish.endPrice?.(midi, lastEighth) ?? 0) +
    SOLO_PRICES.endOff * Math.abs(lastEighth - wish.end)
  )
}
