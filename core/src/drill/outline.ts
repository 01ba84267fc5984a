import type { Analysis } from '../analysis/analysis.ts'
import type { ChordSpan } from '../chart/chart.ts'
import { chordPitchClasses, fourTones } from '../chord/chord.ts'
import type { Instrument } from '../instrument/instrument.ts'
import type { UnspelledNote } from '../line/spell.ts'
import { EIGHTH, QUARTER } from '../rhythm/ticks.ts'

/** Orders of the four tones (1 3 5 7 as 0 1 2 3) that fill so many eighths; in quarters when there is room. */
const SHAPES: Readonly<Record<number, { readonly order: readonly number[]; readonly note: number }>> = {
  2: { order: [0, 1], note: EIGHTH },
  3: { order: [0, 1, 2], note: EIGHTH },
  4: { order: [0, 1, 2, 3], note: EIGHTH },
  6: { order: [0, 1, 2, 3, 2, 1], note: EIGHTH },
  8: { order: [0, 1, 2, 3], note: QUARTER },
  10: { order: [0, 1, 2, 3, 2], note: QUARTER },
  12: { order: [0, 1, 2, 3, 2, 1], note: QUARTER },
}

/** 1 3 5 7 up on each chord, each chord in the octave nearest to the one before and inside the range. */
export const outlineUp = (spans: readonly ChordSpan[], instrument: Instrument): readonly UnspelledNote[] => {
  const notes: UnspelledNote[] = []
  let near = (instrument.range.comfortLow + instrument.range.comfortHigh) / 2 - 5
  for (const span of spans) {
    const pitches = rising(span, near, instrument)
    if (pitches.length === 0) continue
    near = pitches[0]!
    const shape = SHAPES[(span.end - span.start) / EIGHTH] ?? { order: [0, 1, 2, 3], note: QUARTER }
    shape.order.forEach((tone, step) => {
      const start = span.start + step * shape.note
      if (start < span.end && pitches[tone] !== undefined)
        notes.push({ start, duration: Math.min(shape.note, span.end - start), midi: pitches[tone] })
    })
  }
  return notes
}

const rising = (span: ChordSpan, near: number, { range }: Instrument): readonly number[] => {
  const four = fourTones(span.chord)
  const classes = chordPitchClasses(span.chord)
  if (four.length === 0) return []
  const steps = four.map((tone) => classes[span.chord.tones.indexOf(tone)]!)
  const starts: number[] = []
  for (let midi = range.low; midi <= range.high; midi += 1)
    if (midi % 12 === steps[0] && top(midi, steps) <= range.high) starts.push(midi)
  const root = starts.reduce<number | undefined>(
    (best, midi) => (best === undefined || Math.abs(midi - near) < Math.abs(best - near) ? midi : best),
    undefined,
  )
  return root === undefined ? [] : climb(root, steps)
}

const climb = (root: number, steps: readonly number[]): readonly number[] => {
  const rising: number[] = []
  for (const pitchClass of steps) {
    const below = rising.at(-1)
    rising.push(below === undefined ? root : below + ((((pitchClass - below) % 12) + 12) % 12))
  }
  return rising
}

const top = (root: number, steps: readonly number[]): number => climb(root, steps).at(-1)!

/** The chords of a stretch, those that go on unchanged into the next bar kept apart. */
export const spansWithin = (analysis: Analysis, start: number, end: number): readonly ChordSpan[] =>
  analysis.spans.filter((span) => span.start >= start && span.start < end && span.chord.tones.length > 0)
