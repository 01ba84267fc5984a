import { type Chord, type ChordTone, fourTones, guideTones } from '../theory/chord/chord.ts'
import { type Degree, degreeSemitones } from '../theory/pitch/degree.ts'
import { fifthsOf, pitchClassOf } from '../theory/pitch/fifths.ts'
import { EIGHTH, QUARTER } from '../theory/rhythm/ticks.ts'
import { type ScaleId, scaleSemitones } from '../theory/scale/scale.ts'
import type { Analysis } from '../tune/analysis/analysis.ts'
import { type ChordSpan, type Stretch, stretchTicks } from '../tune/chart/chart.ts'
import { bassEvents } from './bass.ts'
import { clickEvents } from './click.ts'
import type { BandEvent } from './event.ts'

/** How the changes are played back, in the order in which they are learned by ear. */
export type Hearing = 'roots' | 'rootsAndThirds' | 'guideTones' | 'chords'

/** The octave around middle C in which chords are played. */
const HEARD_LOW = 53

const pitchAbove = (chord: Chord, semitones: number, low: number): number => {
  const pitchClass = (pitchClassOf(fifthsOf(chord.root)) + semitones) % 12
  return low + ((pitchClass - (low % 12) + 12) % 12)
}

const tonesHeard: Readonly<Record<Hearing, (chord: Chord) => readonly ChordTone[]>> = {
  roots: (chord) => chord.tones.filter(({ degree }) => degree === 'R'),
  rootsAndThirds: (chord) => [
    ...chord.tones.filter(({ degree }) => degree === 'R'),
    ...guideTones(chord).slice(0, 1),
  ],
  guideTones: (chord) => guideTones(chord).filter(({ degree }) => degree !== 'R'),
  chords: (chord) => fourTones(chord),
}

/** The pitches of tones, each as near as possible to the previous ones, so that common tones stay. */
const voiced = (chord: Chord, tones: readonly ChordTone[], before: readonly number[]): readonly number[] => {
  const centre =
    before.length > 0 ? before.reduce((sum, midi) => sum + midi, 0) / before.length : HEARD_LOW + 7
  return tones
    .map(({ semitones }) => {
      const low = pitchAbove(chord, semitones, HEARD_LOW)
      const high = low + 12
      const near = (midi: number) =>
        before.length > 0
          ? Math.min(...before.map((other) => Math.abs(other - midi)))
          : Math.abs(centre - midi)
      return near(high) < near(low) && high <= HEARD_LOW + 19 ? high : low
    })
    .sort((a, b) => a - b)
}

/**
 * The changes of a stretch as they are learned by ear, each held as long as its chord, over bass and click; in order
 * of time.
 *
 * @example hearEvents(analysis, stretch, 'roots')[0].midi // 62
 */
export const hearEvents = (analysis: Analysis, stretch: Stretch, what: Hearing): readonly BandEvent[] => {
  const { start, end } = stretchTicks(analysis.chart, stretch)
  const spans = analysis.spans.filter(
    (span) => span.start >= start && span.start < end && span.chord.tones.length > 0,
  )
  let before: readonly number[] = []
  const held = spans.flatMap((span) => {
    const pitches = voiced(span.chord, tonesHeard[what](span.chord), before)
    before = pitches
    return pitches.map((midi) => soundOf(span, start, end, midi))
  })
  const beneath = what === 'roots' ? [] : bassEvents(analysis, start, end)
  return [...held, ...beneath, ...clickEvents(analysis, stretch, start)].sort((a, b) => a.tick - b.tick)
}

/** Pitches from a chord (its index in the analysis) on, until the next ones. */
interface HeardSet {
  readonly chord: number
  readonly pitches: readonly number[]
}

/**
 * Sets of notes over a stretch, such as the smallest ones, each held until the next; over bass and click.
 *
 * @example hearSets(analysis, stretch, [{ chord: 0, pitches: [60, 64, 67] }])[0].midi // 60
 */
export const hearSets = (
  analysis: Analysis,
  stretch: Stretch,
  sets: readonly HeardSet[],
): readonly BandEvent[] => {
  const { start, end } = stretchTicks(analysis.chart, stretch)
  const held = sets.flatMap(({ chord, pitches }, at) => {
    const from = analysis.spans[chord]!
    const until = sets[at + 1] ? analysis.spans[sets[at + 1]!.chord]!.start : end
    return pitches.map((midi) => soundOf({ ...from, end: until }, start, end, midi))
  })
  return [...held, ...bassEvents(analysis, start, end), ...clickEvents(analysis, stretch, start)].sort(
    (a, b) => a.tick - b.tick,
  )
}

const soundOf = (span: ChordSpan, start: number, end: number, midi: number): BandEvent => ({
  part: 'line',
  tick: span.start - start,
  duration: Math.min(span.end, end) - span.start,
  midi,
  velocity: 84,
})

/**
 * A chord: its tones one after the other from below, then together.
 *
 * @example hearChord(dm7).map(({ midi }) => midi) // [62, 65, 69, 72, 62, 65, 69, 72]
 */
export const hearChord = (chord: Chord): readonly BandEvent[] => {
  const pitches = rising(
    chord,
    fourTones(chord).map(({ semitones }) => semitones),
  )
  const together = pitches.length * EIGHTH
  return [
    ...pitches.map((midi, at) => event(at * EIGHTH, together + 2 * QUARTER - at * EIGHTH, midi)),
    ...pitches.map((midi) => event(together + 2 * QUARTER, 3 * QUARTER, midi)),
  ]
}

/**
 * A scale from the chord's root, up an octave and down.
 *
 * @example hearScale(dm7, 'dorian').slice(0, 4).map(({ midi }) => midi) // [62, 64, 65, 67]
 */
export const hearScale = (chord: Chord, scale: ScaleId): readonly BandEvent[] => {
  const up = [...rising(chord, scaleSemitones(scale))]
  const notes = [...up, up[0]! + 12, ...up.reverse()]
  return notes.map((midi, at) => event(at * EIGHTH, EIGHTH, midi))
}

/**
 * Degrees of a chord one after the other, rising.
 *
 * @example hearDegrees(dm7, ['R', 'b3', '5']).map(({ midi }) => midi) // [62, 65, 69]
 */
export const hearDegrees = (chord: Chord, degrees: readonly Degree[]): readonly BandEvent[] =>
  rising(chord, degrees.map(degreeSemitones)).map((midi, at) => event(at * EIGHTH, EIGHTH, midi))

/**
 * Notes by name one after the other, each the next above the one before.
 *
 * @example hearNamed(['C', 'E', 'G']).map(({ midi }) => midi) // [60, 64, 67]
 */
export const hearNamed = (names: readonly string[]): readonly BandEvent[] => {
  const pitches: number[] = []
  for (const name of names) {
    let midi = HEARD_LOW + ((pitchClassOf(fifthsOf(name)) - (HEARD_LOW % 12) + 12) % 12)
    while (pitches.length > 0 && midi <= pitches.at(-1)!) midi += 12
    pitches.push(midi)
  }
  return pitches.map((midi, at) => event(at * EIGHTH, EIGHTH, midi))
}

/** Pitches in the order given, each above the one before. */
const rising = (chord: Chord, semitones: readonly number[]): readonly number[] => {
  const pitches: number[] = []
  for (const step of semitones) {
    let midi = pitchAbove(chord, step, HEARD_LOW)
    while (pitches.length > 0 && midi <= pitches.at(-1)!) midi += 12
    pitches.push(midi)
  }
  return pitches
}

const event = (tick: number, duration: number, midi: number): BandEvent => ({
  part: 'line',
  tick,
  duration,
  midi,
  velocity: 88,
})
