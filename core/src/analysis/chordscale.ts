import { type Chord, chordKind } from '../chord/chord.ts'
import type { Degree } from '../pitch/degree.ts'
import { type ScaleId, scaleSemitones } from '../scale/scale.ts'
import { SCALES_BY_KIND } from './functions.ts'

/** Scale notes that clash when held on a strong beat. */
const AVOID: Readonly<Partial<Record<ScaleId, readonly Degree[]>>> = {
  ionian: ['11'],
  aeolian: ['b13'],
  phrygian: ['b9', 'b13'],
  mixolydian: ['11'],
  mixolydianFlat6: ['11'],
  phrygianDominant: ['11'],
  locrian: ['b9'],
}

/** The function's scale, unless the symbol writes a tone that it lacks: then the first of its kind that has them all. */
export const scaleFor = (chord: Chord, wanted: ScaleId): ScaleId => {
  const kind = chordKind(chord)
  if (holds(wanted, chord)) return wanted
  return SCALES_BY_KIND[kind].find((scale) => holds(scale, chord)) ?? wanted
}

/** A dominant's perfect 5 gives way to its alterations. */
const holds = (scale: ScaleId, chord: Chord): boolean => {
  const steps = scaleSemitones(scale)
  const yielding = chordKind(chord) === 'dominant'
  return chord.tones.every(
    (tone) =>
      steps.includes(tone.semitones) ||
      (yielding && tone.degree === '5' && !steps.includes(7) && steps.includes(6)),
  )
}

export const avoidDegrees = (chord: Chord, scale: ScaleId): readonly Degree[] => {
  if (chordKind(chord) === 'sus') return ['3']
  const written = chord.tones.map((tone) => tone.semitones)
  return (AVOID[scale] ?? []).filter(
    (degree) => !chord.tones.some((tone) => tone.degree === degree) && written.length > 0,
  )
}
