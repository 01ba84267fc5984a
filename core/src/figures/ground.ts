import { type Chord, chordPitchClasses, guideTones } from '../chord/chord.ts'
import { fifthsOf, pitchClassOf } from '../pitch/fifths.ts'
import { type ScaleId, scaleSemitones } from '../scale/scale.ts'

/** A chord and its scale as pitch-class sets: the ground that a figure moves over. */
export interface Ground {
  /** By pitch class 0 to 11. */
  readonly isTone: readonly boolean[]
  readonly isGuide: readonly boolean[]
  readonly isScale: readonly boolean[]
  readonly root: number
}

const setOf = (classes: readonly number[]): readonly boolean[] => {
  const set = new Array<boolean>(12).fill(false)
  for (const pitchClass of classes) set[pitchClass % 12] = true
  return set
}

export const groundOf = (chord: Chord, scale: ScaleId): Ground => {
  const tones = chordPitchClasses(chord)
  const root = chord.tones.length === 0 ? 0 : pitchClassOf(fifthsOf(chord.root))
  const guides = guideTones(chord).map((tone) => tones[chord.tones.indexOf(tone)]!)
  const steps = scaleSemitones(scale).map((step) => (root + step) % 12)
  return { isTone: setOf(tones), isGuide: setOf(guides), isScale: setOf([...steps, ...tones]), root }
}

export const holds = (set: readonly boolean[], midi: number): boolean => set[((midi % 12) + 12) % 12]!

/** The next member of a pitch-class set above (1) or below (-1) a pitch; the pitch itself where the set is empty. */
const nextIn = (set: readonly boolean[], midi: number, direction: 1 | -1): number => {
  for (let distance = 1; distance <= 12; distance += 1)
    if (holds(set, midi + direction * distance)) return midi + direction * distance
  return midi
}

/** So many members up (positive) or down. */
export const walkIn = (set: readonly boolean[], midi: number, steps: number): number => {
  let at = midi
  for (let count = Math.abs(steps); count > 0; count -= 1) at = nextIn(set, at, steps > 0 ? 1 : -1)
  return at
}
