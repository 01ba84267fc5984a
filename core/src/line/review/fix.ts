import type { Reason } from '../../outcome/reasons.ts'
import { OCTAVE } from '../../theory/pitch/interval.ts'
import { beatTicks } from '../../theory/rhythm/meter.ts'
import { priceFor } from '../cost/prices.ts'
import type { AnalysedNote } from '../explain/analysedLine.ts'
import { fillsBetween, MOST_SLOTS } from '../figures/fill.ts'
import { hasPitch, walkIn } from '../figures/harmony.ts'
import type { Line } from '../notes/line.ts'
import { phrasesOf } from '../notes/shapes.ts'
import { repitchLine } from '../notes/spell.ts'
import { RESTING_DEGREES } from './measure.ts'
import type { AnalysedLine } from './rules.ts'

interface FillRange {
  readonly from: number
  readonly to: number
  readonly why: Reason
}

/** A way to change a line at a place: lines that may be better. */
type Way = (analysedLine: AnalysedLine, line: Line, place: FillRange) => readonly Line[]

/** How many figures are tried in one place. */
const TRIED = 5
const price = priceFor({})

const repitched = (analysedLine: AnalysedLine, line: Line, pitches: ReadonlyMap<number, number>): Line =>
  repitchLine(analysedLine.analysis, line, pitches)

/** The chord tones and scale notes next to a note. */
const neighbours = ({ harmony, midi }: AnalysedNote): readonly number[] => [
  ...new Set([
    walkIn(harmony.isTone, midi, 1),
    walkIn(harmony.isTone, midi, -1),
    walkIn(harmony.isScale, midi, 1),
    walkIn(harmony.isScale, midi, -1),
    ...(hasPitch(harmony.isTone, midi) ? [] : [midi + 1, midi - 1]),
  ]),
]

/** One of the notes, its first or its last, moved to a neighbouring one. */
const moveNote: Way = (analysedLine, line, { from, to }) =>
  [...new Set([from, to])].flatMap((index) =>
    neighbours(analysedLine.notes[index]!).map((midi) =>
      repitched(analysedLine, line, new Map([[index, midi]])),
    ),
  )

/** The next note, moved so that the note resolves by step. */
const leadHome: Way = (analysedLine, line, { to }) => {
  const note = analysedLine.notes[to]!
  const next = analysedLine.notes[to + 1]
  if (!next) return []
  return [1, -1, 2, -2]
    .map((step) => note.midi + step)
    .filter((midi) => hasPitch(next.harmony.isScale, midi))
    .map((midi) => repitched(analysedLine, line, new Map([[next.index, midi]])))
}

/** The whole phrase, or the note alone, an octave away. */
const moveOctave: Way = (analysedLine, line, { from, to }) => {
  const phrase = phrasesOf(analysedLine.notes).find((one) => one[0] <= from && one[1] >= from)
  const moved = (first: number, last: number, by: number) =>
    repitched(
      analysedLine,
      line,
      new Map(analysedLine.notes.slice(first, last + 1).map(({ index, midi }) => [index, midi + by])),
    )
  return [OCTAVE, -OCTAVE].flatMap((by) => [
    moved(from, to, by),
    moved(to, to, by),
    ...(phrase ? [moved(phrase[0], phrase[1], by), moved(to, phrase[1], by)] : []),
  ])
}

/** The note's pitch class in the octave nearest to a neighbouring note. */
const besideNeighbour: Way = (analysedLine, line, { to }) => {
  const { midi } = analysedLine.notes[to]!
  return [analysedLine.notes[to - 1], analysedLine.notes[to + 1]].flatMap((beside) => {
    if (!beside) return []
    const octaves = Math.round((beside.midi - midi) / OCTAVE)
    return octaves === 0 ? [] : [repitched(analysedLine, line, new Map([[to, midi + octaves * OCTAVE]]))]
  })
}

/** The strong chord tones on both sides of a place, with only consecutive notes between them. */
const holdersOf = (
  analysedLine: AnalysedLine,
  from: number,
  to: number,
): readonly [number, number] | undefined => {
  const holdsUp = (note: AnalysedNote | undefined) => note?.isTone && note.strength === 2
  let left = from - 1
  while (left > 0 && !holdsUp(analysedLine.notes[left])) left -= 1
  let right = to + 1
  while (right < analysedLine.notes.length - 1 && !holdsUp(analysedLine.notes[right])) right += 1
  if (left < 0 || right >= analysedLine.notes.length || right - left - 1 > MOST_SLOTS) return undefined
  return [left, right]
}

/** The notes between two strong chord tones replaced by the cheapest figures there, in the same rhythm. */
const refill: Way = (analysedLine, line, { from, to }) => {
  const holders =
    holdersOf(analysedLine, from, to) ??
    holdersOf(analysedLine, from, from) ??
    holdersOf(analysedLine, to, to)
  return holders ? refilled(analysedLine, line, holders) : []
}

const refilled = (
  analysedLine: AnalysedLine,
  line: Line,
  [left, right]: readonly [number, number],
): readonly Line[] => {
  const [a, b] = [analysedLine.notes[left]!, analysedLine.notes[right]!]
  const slots = right - left - 1
  if (a.harmony.kind === 'none' || b.harmony.kind === 'none') return []
  const between = analysedLine.notes.slice(left + 1, right)
  const cell = { kind: 'eighths' as const, onsets: between.map(({ start }) => start - a.start), cost: 0 }
  const beat = beatTicks(analysedLine.analysis.chart.meter)
  const place = {
    length: b.start - a.start,
    beat,
    afterBeat: ((a.start % beat) + beat) % beat,
    here: a.harmony,
    there: b.harmony,
    change: a.chord !== b.chord,
  }
  return fillsBetween(slots, a.harmony, b.harmony, a.midi, b.midi)
    .map((fill) => ({ fill, cost: price(place, cell, fill, a.midi, b.midi) }))
    .sort((one, other) => one.cost - other.cost)
    .slice(0, TRIED)
    .map(({ fill }) =>
      repitched(analysedLine, line, new Map(fill.notes.map((midi, step) => [left + 1 + step, midi]))),
    )
}

/** Several places of a plain line refilled, one after the other, until it is no longer plain. */
const refillMany: Way = (analysedLine, line) => {
  const strong = analysedLine.notes.filter(({ isTone, strength }) => isTone && strength === 2)
  const lines: Line[] = []
  let at = line
  strong.slice(1).forEach((note, place) => {
    const left = strong[place]!.index
    if (place % 2 === 1 || note.index - left < 3 || note.index - left - 1 > MOST_SLOTS) return
    const best = refilled(analysedLine, at, [left, note.index])[place % TRIED]
    if (!best) return
    at = best
    lines.push(at)
  })
  return lines.slice(-TRIED)
}

/** A rest after a note that can end a phrase, up to the next strong beat. */
const breathe: Way = (analysedLine, line, { from, to }) => {
  const middle = (from + to) / 2
  const ends = analysedLine.notes
    .slice(from + 2, to - 1)
    .filter(
      ({ index, isTone }) =>
        isTone && RESTING_DEGREES.includes(analysedLine.explanation.notes[index]!.degree),
    )
    .sort((a, b) => Math.abs(a.index - middle) - Math.abs(b.index - middle))
  return ends.slice(0, 2 * TRIED).flatMap(({ index }) => {
    let next = index + 1
    while (next <= to && (analysedLine.notes[next]!.strength < 2 || next - index < 3)) next += 1
    if (next > to || next - index > MOST_SLOTS) return []
    return [{ notes: line.notes.filter((_, at) => at <= index || at >= next) }]
  })
}

/** Every second offbeat note left out, the note before it held. */
const thin: Way = (analysedLine, line) => {
  const out = new Set(
    analysedLine.notes
      .filter(({ strength }) => strength === 0)
      .flatMap(({ index }, at) => (at % 2 ? [index] : [])),
  )
  const notes = line.notes.flatMap((note, index) => {
    if (out.has(index)) return []
    const gone = out.has(index + 1) ? line.notes[index + 1]!.duration : 0
    return [{ ...note, duration: note.duration + gone }]
  })
  return [{ notes }]
}

/** What is tried for each finding. */
const WAYS: Readonly<Record<string, readonly Way[]>> = {
  'find.clash': [moveNote, refill],
  'find.unresolved': [leadHome, moveNote, refill],
  'find.passedOver': [moveNote, refill],
  'find.jump': [moveNote, refill, moveOctave],
  'find.run': [refill, moveOctave],
  'find.leap': [moveNote, refill, moveOctave, besideNeighbour],
  'find.shape': [refill],
  'find.twice': [moveNote, refill],
  'find.plain': [refillMany, moveOctave],
  'find.dense': [thin],
  'find.breath': [breathe],
  'find.range': [besideNeighbour, moveOctave, moveNote],
  'find.finger': [besideNeighbour, moveOctave, moveNote],
  'find.end': [moveNote],
  'find.phraseEnd': [moveNote],
  'find.approach': [moveNote, refill],
  'find.contour': [moveNote, moveOctave],
}

/** Changed lines that may fix a finding, each once. */
export const fixesFor = (analysedLine: AnalysedLine, line: Line, place: FillRange): readonly Line[] =>
  (WAYS[place.why.rule] ?? []).flatMap((way) => way(analysedLine, line, place))
