import type { UnspelledNote } from '../line/notes/spell.ts'
import { err, type Outcome, ok } from '../outcome/outcome.ts'
import { EIGHTH, QUARTER, type Ticks } from '../theory/rhythm/ticks.ts'

/** Files with more notes than a line can hold are refused. */
export const MOST_NOTES = 20_000
const SIXTEENTH: Ticks = EIGHTH / 2
const TRIPLET: Ticks = QUARTER / 3
/** Notes that begin less than this apart are struck together: a thirty-second is twice as long. */
const TOGETHER: Ticks = SIXTEENTH / 4
/** How far from its place a written note may be, from divisions that don't divide a quarter evenly. */
const ROUNDING: Ticks = 4

/** The nearest sixteenth or third of a beat. */
const onGrid = (tick: Ticks): Ticks => {
  const [even, third] = [SIXTEENTH, TRIPLET].map((step) => Math.round(tick / step) * step) as [number, number]
  return Math.abs(third - tick) < Math.abs(even - tick) ? third : even
}

/** A note as a file has it: ticks from its first bar. */
export interface Timed {
  readonly start: Ticks
  readonly end: Ticks
  readonly midi: number
  /** Its spelling at concert pitch, where the file has one: 'Fb4'. */
  readonly written?: string
}

/** A line as a file has it. */
export interface FileLine {
  readonly notes: readonly UnspelledNote[]
  /** Where notes were left out that are too short for sixteenths and triplets: ticks from the first bar. */
  readonly leftOut: readonly Ticks[]
}

/** Later notes than this are damage, in ticks: more than ten thousand bars. */
const LATEST: Ticks = 50_000_000

/** Earlier notes are damage, too: a pickup is shorter than two bars of four. */
const EARLIEST: Ticks = -8 * QUARTER

/** Whether a note has a place and a pitch: a file may have any number there. */
const isPlayable = ({ start, end, midi }: Timed): boolean =>
  start >= EARLIEST && end >= start && end <= LATEST && Number.isInteger(midi) && midi >= 0 && midi <= 127

/**
 * One voice on the grid: the highest of simultaneous notes, each ending where the next starts at the latest. Of two notes after
 * each other that come to one place, the nearer one stays.
 *
 * @param timing `written`: what doesn't stand on the grid is left out; `played`: it is moved to the nearest place
 */
export const oneVoice = (read: readonly Timed[], timing: 'written' | 'played'): Outcome<FileLine> => {
  const notes = read.filter(isPlayable)
  if (notes.length === 0) return err({ rule: 'import.noNotes', args: [] })
  if (notes.length > MOST_NOTES) return err({ rule: 'import.tooManyNotes', args: [notes.length, MOST_NOTES] })
  const byStart = new Map<Ticks, Timed>()
  const leftOut: Ticks[] = []
  for (const note of notes) {
    const place = onGrid(note.start)
    const known = byStart.get(place)
    const together = known && Math.abs(known.start - note.start) < TOGETHER
    const off = (one: Timed) => Math.abs(one.start - place)
    const misses = timing === 'written' && off(note) > ROUNDING
    if (misses || (known && !together)) leftOut.push(place)
    if (misses) continue
    if (!known || (together ? note.midi > known.midi : off(note) < off(known))) byStart.set(place, note)
  }
  const voice = [...byStart].sort(([a], [b]) => a - b)
  if (voice.length === 0) return err({ rule: 'import.noNotes', args: [] })
  return ok({
    notes: voice.map(([start, { end, midi, written }], at) => {
      const next = voice[at + 1]?.[0] ?? Number.POSITIVE_INFINITY
      const duration = Math.min(next, Math.max(onGrid(end), start + SIXTEENTH)) - start
      return { start, duration, midi, ...(written === undefined ? {} : { written }) }
    }),
    leftOut,
  })
}
