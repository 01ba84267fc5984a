import { err, type Outcome, ok } from '../../outcome/outcome.ts'
import { reason } from '../../outcome/reasons.ts'
import { EIGHTH, type Ticks } from '../../theory/rhythm/ticks.ts'
import type { LineNote } from '../notes/line.ts'
import { type Board, distancesOf } from './boards.ts'
import { type Fingered, placePrice, stepPrice } from './prices.ts'

export interface Fingering {
  /** Where each note of the line is played, in order. */
  readonly notes: readonly Fingered[]
  readonly cost: number
  /** How often the hand moves. */
  readonly shifts: number
}

/** Where a player wants a note. */
interface WishedPlace {
  /** The note: the tick on which it starts, and its sounding pitch. Another note there is not meant. */
  readonly start: Ticks
  readonly midi: number
  /** 0 the lowest. */
  readonly string?: number
  /** The fret of the first finger. */
  readonly position?: number
}

/** What a player asks of a fingering. */
export interface FingeringWish {
  /** The hand stays where it is. */
  readonly still?: boolean
  readonly places?: readonly WishedPlace[]
}

/**
 * Every place of a pitch on the fingerboard, with every position of the hand that reaches it.
 *
 * @example fingerPlaces(boardOf(instrumentOf('guitar')), 40).every(({ fret }) => fret === 0) // true
 */
export const fingerPlaces = (board: Board, midi: number): readonly Fingered[] =>
  board.strings.flatMap((open, string) => {
    const fret = midi - open
    if (fret < 0 || fret > board.frets) return []
    // An open string sounds wherever the hand is.
    const [low, high] =
      fret === 0 ? [1, board.frets] : [fret - board.reach - board.stretch, fret + board.stretch]
    const places: Fingered[] = []
    for (let position = Math.max(1, low); position <= Math.min(board.frets, high); position += 1)
      places.push({ string, fret, position, finger: fret === 0 ? 0 : fingerFor(board, fret - position) })
    return places
  })

/**
 * The pitches that a hand reaches in a position without a shift; undefined where it can't reach all of them between the lowest
 * and the highest.
 *
 * @example positionRange(boardOf(instrumentOf('guitar')), 5) // { low: 44, high: 73 }
 */
export const positionRange = (
  board: Board,
  position: number,
): { readonly low: number; readonly high: number } | undefined => {
  const low = board.strings[0]! + Math.max(0, position - board.stretch)
  const high = board.strings.at(-1)! + Math.min(board.frets, position + board.reach + board.stretch)
  for (let midi = low; midi <= high; midi += 1)
    if (!fingerPlaces(board, midi).some((place) => place.position === position)) return undefined
  return { low, high }
}

/** The finger for a fret counted from the hand's first: one a fret, but the fourth for a hand's last. */
const fingerFor = ({ reach }: Board, offset: number): number =>
  offset >= reach ? 4 : Math.max(0, offset) + 1

type Played = Pick<LineNote, 'start' | 'midi'>

/** The ticks from the note before to a note, a sixteenth at least. */
const gapTo = (notes: readonly Played[], at: number): number =>
  Math.max(EIGHTH / 2, notes[at]!.start - notes[at - 1]!.start)

/** The cheapest way through places, exactly, by dynamic programming; undefined where a note has none. */
const cheapest = (
  board: Board,
  notes: readonly Played[],
  places: readonly (readonly Fingered[])[],
): Fingering | undefined => {
  if (places.some((all) => all.length === 0)) return undefined
  let costs = Float64Array.from(places[0]!, (place) => placePrice(board, place))
  const back: Int32Array[] = []
  const distances = distancesOf(board)
  for (let at = 1; at < notes.length; at += 1) {
    const gap = gapTo(notes, at)
    const [from, to] = [places[at - 1]!, places[at]!]
    const reached = new Float64Array(to.length)
    const by = new Int32Array(to.length)
    for (let there = 0; there < to.length; there += 1) {
      let best = Number.POSITIVE_INFINITY
      for (let index = 0; index < from.length; index += 1) {
        const before = costs[index]!
        if (before >= best) continue
        const cost = before + stepPrice(distances, from[index]!, to[there]!, gap)
        if (cost >= best) continue
        best = cost
        by[there] = index
      }
      reached[there] = best + placePrice(board, to[there]!)
    }
    back.push(by)
    costs = reached
  }
  const cost = Math.min(...costs)
  let index = costs.indexOf(cost)
  const way: Fingered[] = []
  for (let at = notes.length - 1; at >= 0; at -= 1) {
    way.push(places[at]![index]!)
    if (at > 0) index = back[at - 1]![index]!
  }
  way.reverse()
  const shifts = way.filter(({ position }, at) => at > 0 && position !== way[at - 1]!.position).length
  return { notes: way, cost, shifts }
}

/**
 * How a line is best fingered: the least movement of the hand, by stretches, shifts, crossings of strings and open strings, exactly.
 * @param board the fingerboard
 * @param notes a line's notes in order, sounding MIDI numbers
 * @param wish what the player asks for
 * @returns a place for each note, or why there is none: the note, from 1, that can't be reached
 * @example fingeringOf(boardOf(instrumentOf('guitar')), line.notes).ok // true
 */
export const fingeringOf = (
  board: Board,
  notes: readonly Played[],
  wish: FingeringWish = {},
): Outcome<Fingering> => {
  if (notes.length === 0) return ok({ notes: [], cost: 0, shifts: 0 })
  const byPitch = new Map<number, readonly Fingered[]>()
  const all = notes.map(({ midi }) => {
    const places = byPitch.get(midi) ?? fingerPlaces(board, midi)
    byPitch.set(midi, places)
    return places
  })
  const unreached = all.findIndex((places) => places.length === 0)
  if (unreached >= 0) {
    const side = notes[unreached]!.midi < board.strings[0]! ? 'below' : 'above'
    return err(reason('fingering.range', unreached + 1, side))
  }
  for (const wished of wish.places ?? []) {
    const at = notes.findIndex(({ start, midi }) => start === wished.start && midi === wished.midi)
    if (at < 0) continue
    all[at] = all[at]!.filter(
      ({ string, position }) =>
        string === (wished.string ?? string) && position === (wished.position ?? position),
    )
    if (all[at].length === 0) return err(reason('fingering.place', at + 1))
  }
  if (!wish.still) return ok(cheapest(board, notes, all)!)
  const hands = Array.from({ length: board.frets }, (_, at) => {
    const here = all.map((places) => places.filter(({ position }) => position === at + 1))
    const missing = here.findIndex((places) => places.length === 0)
    return { way: cheapest(board, notes, here), reached: missing < 0 ? notes.length : missing }
  })
  const ways = hands.flatMap(({ way }) => way ?? [])
  if (ways.length > 0) return ok(ways.reduce((best, one) => (one.cost < best.cost ? one : best)))
  return err(reason('fingering.still', Math.max(...hands.map(({ reached }) => reached)) + 1))
}
