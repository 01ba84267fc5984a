import type { Exercise } from '../drill/exercise.ts'
import type { PlayedNote } from '../listen/take.ts'
import { isBounce, isGrace, MOST_GRACES, type Step } from './forgiven.ts'
import type { MoveKind } from './judged.ts'
import { beatMs, placesMsOf, samePitch } from './places.ts'
import type { GradeRules } from './rules.ts'
import { type Reading, toldOf } from './told.ts'

/** A way to read the take so far. */
export interface Way {
  readonly cost: number
  /** The last expected note that was matched, -1 before the first. */
  readonly at: number
  /** Milliseconds behind the clock at that note, and the played note itself. */
  readonly behind: number
  readonly matched: number
  /** The note before `at` was skipped by the last match: it may come now, swapped. */
  readonly owed: boolean
  /** How many notes in a row came as they were asked. */
  readonly plain: number
  readonly last: Step | undefined
}

/** What the search prices besides the rules of the alignment. */
const PRICES = {
  /** Missed notes in a row after the second one: a hole is one event. */
  inHole: 0.35,
  /** Each beat that a note is off the clock, and the most of it. */
  offClock: 0.03,
  mostOffClock: 0.1,
  /** From a displaced time back to the clock; back to the start of a bar; all of it displaced from the first note. */
  rejoined: 0.6,
  back: 2,
  displaced: 1,
  forgiven: 0.1,
} as const

/** Ways are kept that cost at most this much more than the cheapest, and this many of them. */
const MARGIN = 4.5
const MOST_WAYS = 24
/** After this many notes in a row as asked, only the cheapest way is left. */
const SETTLED = 5
/** The most beats that a player is followed off the clock, and back to it within. */
const MOST_OFF_BEATS = 24
const ON_CLOCK_BEATS = 0.35
/**
 * Reads a whole take: the cheapest way to match what was played with what was asked, by dynamic programming over the
 * notes in the order of their onsets, in which a player may leave notes out, add some, swap two, stop and go on, go back to
 * the start of a bar, or be off the clock by a steady time and return to it.
 * @param exercise what was asked
 * @param notes what was played, in the order of the onsets, in milliseconds from the first beat
 * @returns verdicts whose `played` are places in `notes`
 */
export const readTake = (exercise: Exercise, notes: readonly PlayedNote[], rules: GradeRules): Reading => {
  const reading = { exercise, notes, rules, frame: frameOf(exercise, rules) }
  const search = new Search(reading)
  let ways: readonly Way[] = [START]
  for (let index = 0; index < notes.length; index += 1) ways = search.after(ways, index)
  return toldOf(exercise, notes, rules, cheapestWay(reading, ways, exercise.expected.length).last)
}

/** The ways after one more note, which is at a place in the reading's notes. */
export const waysAfter = (reading: ReadSoFar, ways: readonly Way[], index: number): readonly Way[] =>
  new Search(reading).after(ways, index)

/** The cheapest way, if a number of the expected notes can no longer come. */
export const cheapestWay = (reading: ReadSoFar, ways: readonly Way[], passed: number): Way => {
  const search = new Search(reading)
  const costOf = (way: Way) => way.cost + search.hole(Math.max(0, passed - 1 - way.at))
  return ways.reduce((best, way) => (costOf(way) < costOf(best) ? way : best))
}

/** What is the same throughout a reading: times in milliseconds. */
export interface Frame {
  /** When each expected note is due. */
  readonly places: readonly number[]
  readonly beat: number
  /** How far from its place a note may match. */
  readonly window: number
  /** The first expected note of each bar, for each expected note. */
  readonly barStart: readonly number[]
}

export const frameOf = (exercise: Exercise, rules: GradeRules): Frame => {
  const beat = beatMs(exercise)
  let from = 0
  const barStart = exercise.expected.map(({ bar }, at) => {
    if (exercise.expected[from]!.bar !== bar) from = at
    return from
  })
  return { places: placesMsOf(exercise), beat, window: rules.windowBeats * beat, barStart }
}

interface ReadSoFar {
  readonly exercise: Exercise
  readonly notes: readonly PlayedNote[]
  readonly rules: GradeRules
  readonly frame: Frame
}

export const START: Way = { cost: 0, at: -1, behind: 0, matched: -1, owed: false, plain: 0, last: undefined }

/** The steps from one played note to the next. */
class Search {
  private readonly exercise: Exercise
  private readonly notes: readonly PlayedNote[]
  private readonly rules: GradeRules
  private readonly places: readonly number[]
  private readonly beat: number
  private readonly window: number
  private readonly barStart: readonly number[]

  constructor({ exercise, notes, rules, frame }: ReadSoFar) {
    this.exercise = exercise
    this.notes = notes
    this.rules = rules
    this.places = frame.places
    this.beat = frame.beat
    this.window = frame.window
    this.barStart = frame.barStart
  }

  /** What it costs to leave out some notes in a row. */
  hole(count: number): number {
    return this.rules.missed * (count <= 2 ? count : 2 + (count - 2) * PRICES.inHole)
  }

  after(ways: readonly Way[], index: number): readonly Way[] {
    const best = new Map<number, Way>()
    const offer = (way: Way) => {
      const key = way.at * 1024 + Math.round((4 * way.behind) / this.beat) + (way.owed ? 512 : 0)
      const known = best.get(key)
      if (!known || way.cost < known.cost) best.set(key, way)
    }
    const [only] = ways
    if (ways.length === 1 && only) {
      const usual = this.asAsked(only, index)
      if (usual) return [usual]
    }
    for (const way of ways) {
      offer(this.extra(way, index))
      this.matches(way, index, offer)
      this.moves(way, index, offer)
    }
    const sorted = [...best.values()].sort((a, b) => a.cost - b.cost)
    const first = sorted[0]!
    // Off the clock, another reading may still be the better one: bars can be alike.
    if (first.plain >= SETTLED && this.isOnClock(first.behind)) return [first]
    return sorted.filter(({ cost }) => cost <= first.cost + MARGIN).slice(0, MOST_WAYS)
  }

  /** The next note, right and in time, when nothing else is open. */
  private asAsked(way: Way, index: number): Way | undefined {
    const at = way.at + 1
    if (at >= this.places.length || !this.isRight(at, index)) return undefined
    const behind = this.notes[index]!.onsetMs - this.places[at]!
    if (Math.abs(behind - way.behind) > this.window / 4) return undefined
    return this.matched(way, index, at, this.timeCost(way, behind), undefined)
  }

  private extra(way: Way, index: number): Way {
    const [note, before] = [this.notes[index]!, this.notes[way.matched]]
    const bounces = isBounce(note, before)
    return {
      cost: way.cost + (bounces ? PRICES.forgiven : this.rules.extra),
      at: way.at,
      behind: way.behind,
      matched: way.matched,
      owed: way.owed,
      plain: bounces ? way.plain : 0,
      last: { played: index, expected: undefined, move: undefined, before: way.last },
    }
  }

  /** Expected notes about where the player is. */
  private matches(way: Way, index: number, offer: (way: Way) => void): void {
    const heard = this.notes[index]!.onsetMs - way.behind
    for (let at = way.at + 1; at < this.places.length && this.places[at]! <= heard + this.window; at += 1) {
      if (this.places[at]! < heard - this.window) continue
      offer(this.matched(way, index, at, this.hole(at - way.at - 1) + this.atCost(way, index, at), undefined))
    }
    if (way.owed && this.isRight(way.at - 1, index)) {
      const at = way.at - 1
      const off = this.notes[index]!.onsetMs - this.places[at]!
      if (Math.abs(off - way.behind) > 2 * this.window) return
      const swapped = this.rules.swapped - this.rules.missed
      offer({
        ...way,
        cost: way.cost + swapped,
        owed: false,
        plain: 0,
        last: { played: index, expected: at, move: 'swapped', before: way.last },
      })
    }
  }

  /** Where the player leaves the clock, or returns to it; only with a right note. */
  private moves(way: Way, index: number, offer: (way: Way) => void): void {
    const { onsetMs } = this.notes[index]!
    const to = (at: number, price: number, move: MoveKind) => {
      if (at < 0 || at >= this.places.length || !this.isRight(at, index)) return
      const behind = onsetMs - this.places[at]!
      if (Math.abs(behind) > MOST_OFF_BEATS * this.beat) return
      if (Math.abs(behind - way.behind) <= this.window) return
      const skipped = at > way.at ? this.hole(at - way.at - 1) : 0
      offer(this.matched(way, index, at, skipped + price + this.offClock(behind), move))
    }
    if (way.at < 0) {
      to(0, PRICES.displaced, 'displaced')
      return
    }
    const next = way.at + 1
    if (next < this.places.length) to(next, this.rules.stopped, 'stopped')
    const later = onsetMs - this.places[way.at]! > way.behind + this.window
    if (later) {
      to(way.at, this.rules.stopped + PRICES.forgiven, 'back')
      const start = this.barStart[way.at]!
      to(start, PRICES.back, 'back')
      if (start > 0) to(this.barStart[start - 1]!, PRICES.back, 'back')
      if (start > 0) to(0, PRICES.back, 'back')
    }
    if (this.isOnClock(way.behind)) return
    for (let at = next; at < this.places.length && this.places[at]! <= onsetMs + this.window; at += 1)
      if (Math.abs(onsetMs - this.places[at]!) <= ON_CLOCK_BEATS * this.beat)
        to(at, PRICES.rejoined, 'rejoined')
  }

  private matched(way: Way, index: number, at: number, price: number, move: MoveKind | undefined): Way {
    const behind = this.notes[index]!.onsetMs - this.places[at]!
    const right = this.isRight(at, index)
    const refund = right ? this.graces(way, index) * (this.rules.extra - PRICES.forgiven) : 0
    const plain = right && at === way.at + 1 && Math.abs(behind - way.behind) <= this.window / 4
    return {
      cost: way.cost + price - refund,
      at,
      behind: right ? behind : way.behind,
      matched: index,
      owed: right && at === way.at + 2,
      plain: plain ? way.plain + 1 : 0,
      last: { played: index, expected: at, move, before: way.last },
    }
  }

  /** How many extra notes just before a right one are its grace notes. */
  private graces(way: Way, index: number): number {
    let count = 0
    for (
      let step = way.last;
      step && step.expected === undefined && count < MOST_GRACES;
      step = step.before
    ) {
      if (!isGrace(this.notes[step.played]!, this.notes[index]!)) break
      if (isBounce(this.notes[step.played]!, this.notes[way.matched])) break
      count += 1
    }
    return count
  }

  private atCost(way: Way, index: number, at: number): number {
    const behind = this.notes[index]!.onsetMs - this.places[at]!
    return (this.isRight(at, index) ? 0 : this.rules.wrongPitch) + this.timeCost(way, behind)
  }

  private timeCost(way: Way, behind: number): number {
    return (Math.abs(behind - way.behind) / this.beat) * this.rules.perBeatOff + this.offClock(behind)
  }

  private isOnClock(behind: number): boolean {
    return Math.abs(behind) <= ON_CLOCK_BEATS * this.beat
  }

  private offClock(behind: number): number {
    return Math.min(PRICES.mostOffClock, (Math.abs(behind) / this.beat) * PRICES.offClock)
  }

  private isRight(at: number, index: number): boolean {
    return samePitch(this.rules, this.exercise.expected[at]!, this.notes[index]!.midi)
  }
}
