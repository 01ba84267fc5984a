import { type Degree, degreeSemitones } from '../../theory/pitch/degree.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import type { Ticks } from '../../theory/rhythm/ticks.ts'
import { scaleDegreeAt, scaleDegrees } from '../../theory/scale/scale.ts'
import { type Analysis, chordAt } from '../../tune/analysis/analysis.ts'
import { barStarts } from '../../tune/chart/chart.ts'
import type { Line, LineNote } from './line.ts'
import { spellNotes, type UnspelledNote } from './spell.ts'

/** How a line is moved to other chords: by the degree of each note, or by its pitches. */
export type TakenBy = 'degrees' | 'pitches'

/** Above the chord's root, 0 to 11. */
const aboveRoot = (analysis: Analysis, midi: number, tick: Ticks): number =>
  pitchClass(midi - pitchClassOf(fifthsOf(chordAt(analysis, tick).chord.root || 'C')))

/** The number of a degree without its sign: 3 for ♭3, 7 for 𝄫7; 2, 4 and 6 count as 9, 11 and 13. */
const numberOf = (degree: Degree): string => {
  const number = degree.replace(/^[b#]+/, '')
  return { '4': '11', '6': '13' }[number] ?? number
}

/** What a note is in its chord: a chord tone or scale note by its number, anything else by its half steps. */
const placeOf = (analysis: Analysis, { midi, start }: LineNote): { number?: string; above: number } => {
  const { chord, index } = chordAt(analysis, start)
  const above = aboveRoot(analysis, midi, start)
  const tone = chord.tones.find(({ semitones }) => semitones === above)
  const degree = tone?.degree ?? scaleDegreeAt(analysis.readings[index]!.scale, above)
  return { above, ...(degree === undefined ? {} : { number: numberOf(degree) }) }
}

/** The half steps above the root that a degree number has in the chord (or else in the scale) at a tick. */
const aboveAt = (analysis: Analysis, tick: Ticks, number: string): number | undefined => {
  const { chord, index } = chordAt(analysis, tick)
  const tone = chord.tones.find(({ degree }) => numberOf(degree) === number)
  if (tone) return tone.semitones
  const degree = scaleDegrees(analysis.readings[index]!.scale).find((one) => numberOf(one) === number)
  return degree && degreeSemitones(degree)
}

/**
 * A line started at another bar (from 0), with its rhythm and order. By degrees, each note keeps its degree in the
 * chord that sounds there (a ♭3 becomes a 3 over a major chord), in the octave nearest to the original shape; by
 * pitches, all move by the same interval. What would start after the end of the tune is left out.
 *
 * @example
 * lineElsewhere(analysis, line, 0, 2, 'pitches', 2).notes[0]
 * // { start: 3840, duration: 480, midi: 64, spelling: 'E4' }
 */
export const lineElsewhere = (
  analysis: Analysis,
  line: Line,
  fromBar: number,
  toBar: number,
  by: TakenBy,
  semitones = 0,
): Line => {
  const starts = barStarts(analysis.chart)
  const shift = starts[toBar]! - starts[fromBar]!
  const end = starts.at(-1)!
  const notes: UnspelledNote[] = []
  for (const note of line.notes) {
    const start = note.start + shift
    if (start >= end) break
    const duration = Math.min(note.duration, end - start)
    const { chord } = chordAt(analysis, start)
    const wanted = note.midi + semitones
    const midi =
      by === 'pitches' || chord.tones.length === 0
        ? wanted
        : nearest(analysis, note, start, wanted, line.notes[notes.length - 1], notes.at(-1))
    notes.push({ start, duration, midi })
  }
  return spellNotes(analysis, notes)
}

/** The requested degree in the octave nearest to the original shape from the previous note. */
const nearest = (
  analysis: Analysis,
  note: LineNote,
  start: Ticks,
  wanted: number,
  before: LineNote | undefined,
  last: UnspelledNote | undefined,
): number => {
  const { number, above } = placeOf(analysis, note)
  const there = (number === undefined ? undefined : aboveAt(analysis, start, number)) ?? above
  const root = pitchClassOf(fifthsOf(chordAt(analysis, start).chord.root))
  const goal = before && last ? last.midi + note.midi - before.midi : wanted
  const up = pitchClass(root + there - goal)
  return up <= 6 ? goal + up : goal + up - 12
}
