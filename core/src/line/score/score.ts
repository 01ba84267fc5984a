import { accidentalOf, type Fifths, letterOf } from '../../theory/pitch/fifths.ts'
import { type Key, keySignature } from '../../theory/pitch/key.ts'
import { readPitch } from '../../theory/pitch/pitch.ts'
import { barTicks, beatTicks, type Meter } from '../../theory/rhythm/meter.ts'
import { EIGHTH, QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import { barStarts, type Chart, type Stretch } from '../../tune/chart/chart.ts'
import { type Line, type LineNote, pickupInto } from '../notes/line.ts'
import { withAccidentals } from './accidentals.ts'
import type { Score, WrittenBar, WrittenEvent, WrittenLength } from './written.ts'

const FOUR_FOUR: Meter = { beats: 4, unit: 4 }

const LENGTHS: readonly { readonly ticks: Ticks; readonly length: WrittenLength; readonly dots: 0 | 1 }[] = [
  { ticks: 4 * QUARTER, length: 'whole', dots: 0 },
  { ticks: 3 * QUARTER, length: 'half', dots: 1 },
  { ticks: 2 * QUARTER, length: 'half', dots: 0 },
  { ticks: 1.5 * QUARTER, length: 'quarter', dots: 1 },
  { ticks: QUARTER, length: 'quarter', dots: 0 },
  { ticks: 1.5 * EIGHTH, length: 'eighth', dots: 1 },
  { ticks: EIGHTH, length: 'eighth', dots: 0 },
  { ticks: EIGHTH / 2, length: '16th', dots: 0 },
]

/**
 * Writes a stretch of a line in bars: ties over beats and bar lines, rests, beams by the beat, accidentals by the
 * bar. What the line begins with before the stretch is a pickup.
 * @param analysis the chart, at the line's pitch
 * @param line its notes, in order
 * @param stretch the bars to write
 * @returns each bar with its notes and rests as signs
 * @example scoreOf(chart, line, stretch).bars.length // 4
 */
export const scoreOf = (chart: Chart, line: Line, stretch: Stretch): Score => {
  const key: Key = chart.key ?? { tonic: 'C', mode: 'major' }
  const signature = keySignature(key)
  const starts = barStarts(chart)
  let chordIndex = 0
  const bars: WrittenBar[] = []
  const pickup = pickupInto(line, starts[stretch.from]!)
  if (pickup > 0) {
    const { meter } = chart.bars[stretch.from]!
    bars.push({ number: stretch.from - 1, ...pickupBar(line, starts[stretch.from]!, meter, signature) })
  }
  let before: readonly WrittenEvent[] = bars[0]?.events ?? []
  chart.bars.forEach((bar, at) => {
    const chords = bar.chords.map((cell) => ({
      start: cell.start,
      symbol: cell.chord.symbol,
      index: chordIndex++,
    }))
    if (at < stretch.from || at > stretch.to) return
    const start = starts[at]!
    const events = withBeams(withAccidentals(eventsOf(line, start, bar.meter), signature, before), bar.meter)
    before = events
    bars.push({ number: at, start, meter: bar.meter, chords, events })
  })
  return { signature, pickup, bars }
}

/** A pickup is the end of a bar: its notes are beamed and cut by that bar's beats. */
const pickupBar = (line: Line, stretchStart: Ticks, meter: Meter, signature: number) => {
  const pickup = pickupInto(line, stretchStart)
  const whole = barTicks(meter) >= pickup ? meter : FOUR_FOUR
  const silent = barTicks(whole) - pickup
  const written = eventsOf(line, stretchStart - barTicks(whole), whole, silent)
  const events = withBeams(withAccidentals(written, signature), whole)
  return {
    start: stretchStart - pickup,
    meter,
    chords: [],
    events: events.map((event) => ({ ...event, start: event.start - silent })),
  }
}

/** The notes and rests of a bar, from some ticks after its start. */
const eventsOf = (line: Line, start: Ticks, meter: Meter, from: Ticks = 0): readonly WrittenEvent[] => {
  const end = start + barTicks(meter)
  const events: WrittenEvent[] = []
  let at = start + from
  line.notes.forEach((note, index) => {
    const begin = Math.max(note.start, start)
    const to = Math.min(note.start + note.duration, end)
    if (begin >= to) return
    if (begin > at) events.push(...rests(at - start, begin - start, meter))
    const parts = withTriplets(begin - start, to - start, meter)
    parts.forEach((part, piece) => {
      events.push(
        noteOf(
          part,
          index,
          note,
          begin > note.start || piece > 0,
          piece < parts.length - 1 || to < note.start + note.duration,
        ),
      )
    })
    at = to
  })
  if (at < end) events.push(...rests(at - start, end - start, meter))
  return events
}

interface Piece {
  readonly start: Ticks
  readonly ticks: Ticks
  readonly triplet?: number
}

const SIXTEENTH: Ticks = EIGHTH / 2
const TRIPLET: Ticks = QUARTER / 3
/** Groups of quarter-note triplets and of eighth-note triplets have different numbers. */
const OVER_HALF_BARS = 1000

const isEven = (ticks: Ticks): boolean => ticks % SIXTEENTH === 0

/**
 * Splits a time into signs, first whatever isn't on sixteenths: triplets of a beat, quarter-note triplets of half a
 * bar.
 */
const withTriplets = (from: Ticks, to: Ticks, meter: Meter): readonly Piece[] => {
  if (isEven(from) && isEven(to)) return pieces(from, to, meter)
  const half = 2 * QUARTER
  if (to - from === 2 * TRIPLET && fitsHalf(from))
    return [{ start: from, ticks: to - from, triplet: OVER_HALF_BARS + Math.floor(from / half) }]
  const begin = isEven(from) ? from : Math.min(to, (Math.floor(from / QUARTER) + 1) * QUARTER)
  const end = isEven(to) ? to : Math.max(begin, Math.floor(to / QUARTER) * QUARTER)
  const third = (at: Ticks, until: Ticks): readonly Piece[] =>
    until > at ? [{ start: at, ticks: until - at, triplet: Math.floor(at / QUARTER) }] : []
  return [...third(from, begin), ...pieces(begin, end, meter), ...third(end, to)]
}

/** Whether a third of half a bar starts there. */
const fitsHalf = (from: Ticks): boolean => (from % (2 * QUARTER)) % (2 * TRIPLET) === 0

/** Splits a time into signs: at the half bar (4/4) if it starts off it, and at the beat if it starts off the beat. */
const pieces = (from: Ticks, to: Ticks, meter: Meter, dotted = true): readonly Piece[] => {
  const cut: Piece[] = []
  let at = from
  while (at < to) {
    const until = Math.min(to, nextCut(at, to, meter))
    const sign = LENGTHS.find(({ ticks, dots }) => ticks <= until - at && (dotted || dots === 0))
    const ticks = sign ? sign.ticks : until - at
    cut.push({ start: at, ticks })
    at += ticks
  }
  return cut
}

const nextCut = (at: Ticks, to: Ticks, meter: Meter): Ticks => {
  const beat = beatTicks(meter)
  const nextBeat = (Math.floor(at / beat) + 1) * beat
  if (at % beat !== 0) return nextBeat
  const bar = barTicks(meter)
  const half = meter.beats === 4 && meter.unit === 4 ? bar / 2 : bar
  const nextHalf = (Math.floor(at / half) + 1) * half
  return at === 0 && to >= bar ? bar : nextHalf
}

const signOf = (ticks: Ticks): { length: WrittenLength; dots: 0 | 1 } => {
  const sign = LENGTHS.find((row) => row.ticks <= ticks) ?? LENGTHS.at(-1)!
  return { length: sign.length, dots: sign.dots }
}

const restOf = (piece: Piece): WrittenEvent => ({
  start: piece.start,
  duration: piece.ticks,
  ...signOf(piece.triplet === undefined ? piece.ticks : piece.ticks * 1.5),
  ...(piece.triplet === undefined ? {} : { triplet: piece.triplet }),
  tiedFrom: false,
  tiedTo: false,
})

/** Rests aren't dotted where the beat isn't. */
const rests = (from: Ticks, to: Ticks, meter: Meter): readonly WrittenEvent[] =>
  from === 0 && to === barTicks(meter)
    ? [wholeBarRest(to)]
    : (isEven(from) && isEven(to)
        ? pieces(from, to, meter, meter.unit === 8)
        : withTriplets(from, to, meter)
      ).map(restOf)

const wholeBarRest = (ticks: Ticks): WrittenEvent => ({
  ...restOf({ start: 0, ticks }),
  duration: ticks,
  length: 'whole',
  dots: 0,
})

const noteOf = (
  piece: Piece,
  index: number,
  note: LineNote,
  tiedFrom: boolean,
  tiedTo: boolean,
): WrittenEvent => {
  const pitch = readPitch(note.spelling)
  const fifths: Fifths = pitch?.fifths ?? 0
  return {
    ...restOf(piece),
    note: index,
    tiedFrom,
    tiedTo,
    pitch: { letter: letterOf(fifths), alter: accidentalOf(fifths), octave: pitch?.octave ?? 4 },
  }
}

/** Two or more notes shorter than a quarter inside one beat share a beam. */
const withBeams = (events: readonly WrittenEvent[], meter: Meter): readonly WrittenEvent[] => {
  const beat = beatTicks(meter)
  const group = (event: WrittenEvent) => Math.floor(event.start / beat)
  const beamed = events.map((event, at) => {
    const short = (other: WrittenEvent | undefined) =>
      other?.pitch !== undefined && (other.length === 'eighth' || other.length === '16th')
    const beside = (other: WrittenEvent | undefined) =>
      other !== undefined && short(other) && group(other) === group(event)
    return short(event) && (beside(events[at - 1]) || beside(events[at + 1]))
  })
  return events.map((event, at) => (beamed[at] ? { ...event, beam: group(event) } : event))
}
