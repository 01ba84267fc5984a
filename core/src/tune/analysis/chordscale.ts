import { type Reason, reason } from '../../outcome/reasons.ts'
import { type Chord, chordKind } from '../../theory/chord/chord.ts'
import type { Degree } from '../../theory/pitch/degree.ts'
import type { Key } from '../../theory/pitch/key.ts'
import { SCALES, type ScaleId, scaleSemitones } from '../../theory/scale/scale.ts'
import { type FunctionRow, SCALES_BY_KIND } from './functions.ts'

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

/**
 * The function's scale, or, if the symbol has a tone outside it, the first scale of the chord's kind that has all its
 * tones.
 */
export const scaleFor = (chord: Chord, wanted: ScaleId): ScaleId => {
  const kind = chordKind(chord)
  if (holds(wanted, chord)) return wanted
  return SCALES_BY_KIND[kind].find((scale) => holds(scale, chord)) ?? wanted
}

/**
 * Every scale that contains the chord's tones, those of its kind first; the chosen one is always among them.
 *
 * @example scalesHolding(g7, 'mixolydian')[1] // 'lydianDominant'
 */
export const scalesHolding = (chord: Chord, chosen: ScaleId): readonly ScaleId[] => {
  const usual = SCALES_BY_KIND[chordKind(chord)]
  const all = [...usual, ...(Object.keys(SCALES) as ScaleId[])]
  return [...new Set(all)].filter((scale) => scale === chosen || holds(scale, chord))
}

/** A dominant's perfect 5 may be missing where its scale alters it. */
const holds = (scale: ScaleId, chord: Chord): boolean => {
  const steps = scaleSemitones(scale)
  const yielding = chordKind(chord) === 'dominant'
  return chord.tones.every(
    (tone) =>
      steps.includes(tone.semitones) ||
      (yielding && tone.degree === '5' && !steps.includes(7) && steps.includes(6)),
  )
}

/** Why a chord has its scale: the player chose it, a tone of the symbol requires it, or its function implies it. */
export const scaleReason = (
  chord: Chord,
  row: FunctionRow,
  key: Key,
  scale: ScaleId,
  own: boolean,
): Reason => {
  if (own) return reason('scale.own', scale)
  if (chord.tones.length === 0) return reason('scale.none')
  if (scale !== row.scale) {
    const steps = scaleSemitones(row.scale)
    const written = chord.tones.filter(({ semitones }) => !steps.includes(semitones))
    return reason(
      'scale.written',
      scale,
      row.scale,
      written.map(({ degree }) => degree),
    )
  }
  if (row.id === 'outside') return reason('scale.kind', scale)
  return reason('scale.function', scale, row.numeral, key)
}

export const avoidDegrees = (chord: Chord, scale: ScaleId): readonly Degree[] => {
  if (chordKind(chord) === 'sus') return ['3']
  const written = chord.tones.map((tone) => tone.semitones)
  return (AVOID[scale] ?? []).filter(
    (degree) => !chord.tones.some((tone) => tone.degree === degree) && written.length > 0,
  )
}
