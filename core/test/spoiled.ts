import { analyseLine } from '../src/line/explain/analysedLine.ts'
import type { Line, LineNote } from '../src/line/notes/line.ts'
import { spellNotes, type UnspelledNote } from '../src/line/notes/spell.ts'
import { heardPhrases } from '../src/line/review/phrasing.ts'
import { degreeSemitones } from '../src/theory/pitch/degree.ts'
import { EIGHTH, QUARTER } from '../src/theory/rhythm/ticks.ts'
import { type Analysis, chordAt } from '../src/tune/analysis/analysis.ts'
import { barStarts } from '../src/tune/chart/chart.ts'

/** A change that makes any good line worse; undefined where it changes nothing. */
export interface Spoiling {
  readonly name: string
  readonly spoil: (analysis: Analysis, line: Line) => Line | undefined
}

const spelled = (analysis: Analysis, notes: readonly UnspelledNote[]): Line =>
  spellNotes(
    analysis,
    [...notes].sort((a, b) => a.start - b.start),
  )

const withPitches = (analysis: Analysis, line: Line, midis: readonly number[]): Line | undefined =>
  midis.every((midi, at) => midi === line.notes[at]!.midi)
    ? undefined
    : spelled(
        analysis,
        line.notes.map((note, at) => ({ ...note, midi: midis[at]! })),
      )

const bar = 4 * QUARTER
const endOf = (analysis: Analysis): number => barStarts(analysis.chart).at(-1)!

/** The root of the chord at a tick, nearest to a pitch. */
const nearestRoot = (analysis: Analysis, tick: number, midi: number): number => {
  const { chord } = chordAt(analysis, tick)
  const notes = analyseLine(analysis, { notes: [{ start: tick, duration: EIGHTH, midi, spelling: 'C4' }] })
  const root = chord.tones.length === 0 ? midi % 12 : notes[0]!.harmony.root
  const up = (((root - midi) % 12) + 12) % 12
  return up > 6 ? midi + up - 12 : midi + up
}

export const SPOILINGS: readonly Spoiling[] = [
  {
    name: 'neighbouring pitches swapped',
    spoil: (analysis, { notes }) => {
      const midis = notes.map(({ midi }) => midi)
      for (let at = 0; at + 1 < midis.length; at += 2)
        [midis[at], midis[at + 1]] = [midis[at + 1]!, midis[at]!]
      return withPitches(analysis, { notes }, midis)
    },
  },
  {
    name: 'pitches reversed in time',
    spoil: (analysis, line) => withPitches(analysis, line, line.notes.map(({ midi }) => midi).reverse()),
  },
  {
    name: 'every second bar an octave away',
    spoil: (analysis, line) =>
      withPitches(
        analysis,
        line,
        line.notes.map(({ midi, start }) => (Math.floor(start / bar) % 2 === 1 ? midi - 12 : midi)),
      ),
  },
  {
    name: 'all rests filled',
    spoil: (analysis, { notes }) => {
      const filled: UnspelledNote[] = []
      const end = endOf(analysis)
      notes.forEach((note, at) => {
        filled.push(note)
        const next = notes[at + 1]?.start ?? end
        for (let tick = note.start + note.duration; tick + EIGHTH <= next; tick += EIGHTH)
          filled.push({ start: tick, duration: EIGHTH, midi: note.midi + (filled.length % 2 === 0 ? 2 : -1) })
      })
      return filled.length === notes.length ? undefined : spelled(analysis, filled)
    },
  },
  {
    name: 'every entry moved to beat 1',
    spoil: (analysis, line) => {
      const phrases = heardPhrases(analyseLine(analysis, line))
      const moved: LineNote[] = []
      let free = 0
      for (const { from, to } of phrases) {
        const first = line.notes[from]!
        const start = Math.max(Math.floor(first.start / bar) * bar, Math.ceil(free / bar) * bar)
        for (const note of line.notes.slice(from, to + 1))
          moved.push({ ...note, start: note.start - first.start + start })
        free = moved.at(-1)!.start + moved.at(-1)!.duration
      }
      const fitting = moved.filter(({ start }) => start < endOf(analysis))
      return fitting.every((note, at) => note.start === line.notes[at]!.start)
        ? undefined
        : spelled(analysis, fitting)
    },
  },
  {
    name: 'rhythm made even',
    spoil: (analysis, { notes }) => {
      const even = notes.map((note, at) => ({ ...note, start: at * EIGHTH * 1, duration: EIGHTH }))
      const stretch = Math.max(1, Math.floor(endOf(analysis) / (notes.length * EIGHTH)))
      return spelled(
        analysis,
        even.map((note, at) => ({ ...note, start: at * EIGHTH * stretch, duration: EIGHTH * stretch })),
      )
    },
  },
  {
    name: 'one bar repeated',
    spoil: (analysis, { notes }) => {
      const first = notes.filter(({ start }) => start < bar)
      if (first.length < 3) return undefined
      const bars = endOf(analysis) / bar
      return spelled(
        analysis,
        Array.from({ length: bars }, (_, at) =>
          first.map((note) => ({
            ...note,
            start: note.start + at * bar,
            duration: Math.min(note.duration, bar - note.start),
          })),
        ).flat(),
      )
    },
  },
  {
    name: 'the last phrase cut before its landing',
    spoil: (analysis, line) => {
      const phrases = heardPhrases(analyseLine(analysis, line))
      const last = phrases.at(-1)!
      const count = last.to - last.from + 1
      if (count < 3) return undefined
      return { notes: line.notes.slice(0, last.to - (count > 4 ? 1 : 0)) }
    },
  },
  {
    name: 'every strong beat a root',
    spoil: (analysis, line) => {
      const notes = analyseLine(analysis, line)
      return withPitches(
        analysis,
        line,
        notes.map(({ strength, midi, start }) =>
          strength === 2 ? nearestRoot(analysis, start, midi) : midi,
        ),
      )
    },
  },
  {
    name: 'enclosures in every bar',
    spoil: (analysis, line) => {
      const notes = analyseLine(analysis, line)
      const midis = notes.map(({ midi }) => midi)
      notes.forEach(({ strength }, at) => {
        if (strength !== 2 || at < 2) return
        midis[at - 2] = midis[at]! + 1
        midis[at - 1] = midis[at]! - 1
      })
      return withPitches(analysis, line, midis)
    },
  },
  {
    name: 'a run ended a half step off',
    spoil: (analysis, line) => {
      const notes = analyseLine(analysis, line)
      const last = heardPhrases(notes)
        .filter(({ from, to }) => to - from >= 3)
        .at(-1)
      if (!last) return undefined
      const midis = notes.map(({ midi }) => midi)
      const { harmony, midi } = notes[last.to]!
      const off = [1, -1].find((by) => !harmony.isScale[(midi + by + 120) % 12])
      if (off === undefined) return undefined
      midis[last.to] = midi + off
      return withPitches(analysis, line, midis)
    },
  },
  {
    name: 'the whole moved a beat',
    spoil: (analysis, { notes }) => {
      const moved = notes
        .map((note) => ({ ...note, start: note.start + QUARTER }))
        .filter(({ start }) => start < endOf(analysis))
      return spelled(analysis, moved)
    },
  },
  {
    name: 'colour notes leapt from',
    spoil: (analysis, line) => {
      const notes = analyseLine(analysis, line)
      const midis = notes.map(({ midi }) => midi)
      let changed = 0
      for (let at = 0; at + 1 < notes.length; at += 1) {
        const [note, next] = [notes[at]!, notes[at + 1]!]
        if (note.isTone || next.start !== note.end || !next.isTone) continue
        const tones = chordAt(analysis, next.start).chord.tones.map(({ degree }) => degreeSemitones(degree))
        const far = [5, 6, 7, 8, 9]
          .map((by) => note.midi + by)
          .find((midi) => tones.includes((((midi - next.harmony.root) % 12) + 12) % 12))
        if (far === undefined) continue
        midis[at + 1] = far
        changed += 1
      }
      return changed < 2 ? undefined : withPitches(analysis, line, midis)
    },
  },
  {
    name: 'the range doubled',
    spoil: (analysis, line) => {
      const middle = line.notes.reduce((sum, { midi }) => sum + midi, 0) / line.notes.length
      return withPitches(
        analysis,
        line,
        line.notes.map(({ midi }) => Math.round(middle + 2 * (midi - middle))),
      )
    },
  },
]

/** A walk without a thought: chord tones on 1 and 3, scale notes by step between, even eighths without a rest. */
export const aimlessWalk = (analysis: Analysis, random: () => number): Line => {
  const end = endOf(analysis)
  const notes: UnspelledNote[] = []
  let midi = 67
  for (let tick = 0; tick < end; tick += EIGHTH) {
    const probe = (one: number) =>
      analyseLine(analysis, { notes: [{ start: tick, duration: EIGHTH, midi: one, spelling: 'C4' }] })[0]!
    const strong = tick % (2 * QUARTER) === 0
    const way = random() < 0.5 ? 1 : -1
    let next = midi + way
    for (let tries = 0; tries < 24; tries += 1) {
      const found = probe(next)
      if (next !== midi && (strong ? found.isTone : found.isScale)) break
      next += way
    }
    if (next > 80) next -= 12
    if (next < 58) next += 12
    notes.push({ start: tick, duration: EIGHTH, midi: next })
    midi = next
  }
  return spellNotes(analysis, notes)
}
