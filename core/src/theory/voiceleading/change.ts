import type { Chord, ChordTone } from '../chord/chord.ts'
import { chordPitchClasses, fourTones, guideTones } from '../chord/chord.ts'
import { pitchClass } from '../pitch/interval.ts'

/** A tone of the first chord that the next one keeps, with its degree in each. */
interface Staying {
  readonly from: ChordTone
  readonly to: ChordTone
}

/** A tone of the first chord and the nearest tone of the next, in half steps (negative is down). */
interface Moving extends Staying {
  readonly semitones: number
}

/** What a change of chord does to each of the first chord's tones. */
export interface ChordChange {
  readonly stays: readonly Staying[]
  readonly moves: readonly Moving[]
  /**
   * Voice leading that carries a line: a tone that moves by half or whole step, or stays, into a guide tone of the
   * next chord.
   */
  readonly intoGuides: readonly Moving[]
}

/** The nearer of up and down: -5 to 6. */
const nearest = (from: number, to: number): number => {
  const up = pitchClass(to - from)
  return up > 6 ? up - 12 : up
}

const classOf = (chord: Chord, tone: ChordTone): number =>
  chordPitchClasses(chord)[chord.tones.indexOf(tone)]!

/**
 * Compares two neighbouring chords tone by tone (R 3 5 7 or what stands in their place).
 *
 * @example
 * changeBetween(dm7, g7).moves.map(({ from, to }) => [from.spelling, to.spelling])
 * // [['A', 'G'], ['C', 'B']]
 */
export const changeBetween = (from: Chord, to: Chord): ChordChange => {
  const targets = fourTones(to)
  const stays: Staying[] = []
  const moves: Moving[] = []
  for (const tone of fourTones(from)) {
    const ways = targets
      .map((target) => ({
        from: tone,
        to: target,
        semitones: nearest(classOf(from, tone), classOf(to, target)),
      }))
      .sort((a, b) => Math.abs(a.semitones) - Math.abs(b.semitones) || a.semitones - b.semitones)
    const best = ways[0]
    if (!best) continue
    if (best.semitones === 0) stays.push({ from: tone, to: best.to })
    else moves.push(best)
  }
  return { stays, moves, intoGuides: joinsIntoGuides(from, to) }
}

const joinsIntoGuides = (from: Chord, to: Chord): readonly Moving[] => {
  const guides = guideTones(to)
  const joins = fourTones(from).flatMap((tone) =>
    guides.map((target) => ({
      from: tone,
      to: target,
      semitones: nearest(classOf(from, tone), classOf(to, target)),
    })),
  )
  return joins
    .filter(({ semitones }) => Math.abs(semitones) <= 2)
    .sort((a, b) => Math.abs(a.semitones) - Math.abs(b.semitones))
}
