import { EIGHTH, QUARTER } from '../../theory/rhythm/ticks.ts'
import type { Line } from '../notes/line.ts'
import type { Score } from './written.ts'

/** How swung eighths are tongued: pairs of notes under a slur, and notes that are accented, by their index in the line. */
interface Articulation {
  readonly slurs: readonly { readonly from: number; readonly to: number }[]
  readonly accents: readonly number[]
}

/** Notes that are farther from their neighbour than this are no part of a run. */
const isNext = (line: Line, at: number): boolean => {
  const [note, next] = [line.notes[at], line.notes[at + 1]]
  return note !== undefined && next !== undefined && note.start + note.duration >= next.start
}

const isOffBeat = (start: number): boolean => ((start % QUARTER) + QUARTER) % QUARTER === EIGHTH

/**
 * The usual articulation of swung eighths: each off-beat is slurred into the beat after it; the tops of the line off the beat are
 * accented (common practice, no source).
 *
 * @example articulationOf(line).accents.length // 0
 */
export const articulationOf = (line: Line): Articulation => {
  const { notes } = line
  const slurs = notes.flatMap((note, at) => {
    const next = notes[at + 1]
    const isPair = next && isOffBeat(note.start) && next.start === note.start + EIGHTH && isNext(line, at)
    return isPair && next.midi !== note.midi ? [{ from: at, to: at + 1 }] : []
  })
  const accents = notes.flatMap((note, at) => {
    const [before, after] = [notes[at - 1], notes[at + 1]]
    if (!before || !after || !isNext(line, at - 1) || !isNext(line, at)) return []
    const isTop = note.midi > before.midi && note.midi > after.midi
    return isTop && isOffBeat(note.start) && note.duration <= EIGHTH ? [at] : []
  })
  return { slurs, accents }
}

/**
 * A line's score with the usual articulation of swung eighths in it.
 *
 * @example articulated(scoreOf(chart, line, stretch), line).bars.length // 4
 */
export const articulated = (score: Score, line: Line): Score => {
  const { slurs, accents } = articulationOf(line)
  const [from, to, accented] = [
    new Set(slurs.map((one) => one.from)),
    new Set(slurs.map((one) => one.to)),
    new Set(accents),
  ]
  return {
    ...score,
    bars: score.bars.map((bar) => ({
      ...bar,
      events: bar.events.map((event) => {
        if (event.note === undefined || event.tiedFrom) return event
        return {
          ...event,
          ...(from.has(event.note) ? { slur: 'start' as const } : {}),
          ...(to.has(event.note) ? { slur: 'stop' as const } : {}),
          ...(accented.has(event.note) ? { accent: true as const } : {}),
        }
      }),
    })),
  }
}
