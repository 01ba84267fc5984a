import { type Chord, type ChordKind, chordKind, fourTones } from '../../theory/chord/chord.ts'
import { type Degree, degreeFifths, degreeSemitones } from '../../theory/pitch/degree.ts'
import { fifthsOf, noteName } from '../../theory/pitch/fifths.ts'
import { type ScaleId, scaleDegrees } from '../../theory/scale/scale.ts'

/** Notes of a chord's scale that form a chord of their own above its root. */
export interface UpperStructure {
  readonly id: string
  readonly degrees: readonly Degree[]
  readonly spellings: readonly string[]
}

interface UpperRow {
  readonly id: string
  readonly kinds: readonly ChordKind[]
  readonly degrees: readonly Degree[]
}

/** Structures that players reach for beside the plain arpeggios (common practice, no source). */
const ROWS: readonly UpperRow[] = [
  { id: 'diminished from the 3', kinds: ['dominant'], degrees: ['3', '5', 'b7', 'b9'] },
  { id: 'half-diminished on the ♭7', kinds: ['dominant'], degrees: ['b7', 'b9', '3', 'b13'] },
  { id: 'major triad on the ♭13', kinds: ['dominant'], degrees: ['b13', 'R', '#9'] },
  { id: 'major triad on the ♭5', kinds: ['dominant'], degrees: ['#11', 'b7', 'b9'] },
  { id: 'major triad on the 13', kinds: ['dominant'], degrees: ['13', 'b9', '3'] },
  { id: 'major triad on the 9', kinds: ['dominant', 'major'], degrees: ['9', '#11', '13'] },
  { id: 'augmented triad on the 9', kinds: ['dominant'], degrees: ['9', '#11', 'b7'] },
  { id: 'minor pentatonic a minor third up', kinds: ['dominant'], degrees: ['#9', '#11', 'b13', 'b7', 'b9'] },
  { id: 'minor pentatonic on the 9', kinds: ['minor'], degrees: ['9', '11', '5', '13', 'R'] },
  { id: 'major triad on the ♭3', kinds: ['minor', 'tonicMinor'], degrees: ['b3', '5', 'b7'] },
  { id: 'augmented triad on the ♭3', kinds: ['tonicMinor'], degrees: ['b3', '5', '7'] },
  { id: 'major triad on the 5', kinds: ['major'], degrees: ['5', '7', '9'] },
]

const fitting = (chord: Chord, scale: ScaleId, degrees: readonly Degree[]): boolean => {
  const steps = scaleDegrees(scale).map(degreeSemitones)
  const written = chord.tones.map(({ semitones }) => semitones)
  return degrees.every((degree) => {
    const step = degreeSemitones(degree)
    return steps.includes(step) || written.includes(step)
  })
}

/** Every second note of the scale from one of the chord's tones: 3 5 7 9, and likewise from the 5 and the 7. */
const arpeggioFrom = (scale: ScaleId, from: Degree): readonly Degree[] | undefined => {
  const degrees = scaleDegrees(scale)
  const at = degrees.findIndex((degree) => degreeSemitones(degree) === degreeSemitones(from))
  if (at < 0 || degrees.length !== 7) return undefined
  return [0, 2, 4, 6].map((step) => (step === 0 ? from : degrees[(at + step) % 7]!))
}

/** The arpeggios on the chord's 3, 5 and 7, and the structures of the table that fit its scale. */
export const upperStructures = (chord: Chord, scale: ScaleId): readonly UpperStructure[] => {
  if (chord.tones.length === 0) return []
  const kind = chordKind(chord)
  const root = fifthsOf(chord.root)
  const spelled = (id: string, degrees: readonly Degree[]): UpperStructure => ({
    id,
    degrees,
    spellings: degrees.map((degree) => noteName(root + degreeFifths(degree))),
  })
  const arpeggios = fourTones(chord)
    .filter(({ degree }) => degree !== 'R')
    .flatMap(({ degree }) => {
      const degrees = arpeggioFrom(scale, degree)
      return degrees ? [spelled(`arpeggio on the ${degree}`, degrees)] : []
    })
  const others = ROWS.filter(
    ({ kinds, degrees }) => kinds.includes(kind) && fitting(chord, scale, degrees),
  ).map(({ id, degrees }) => spelled(id, degrees))
  return [...arpeggios, ...others]
}
