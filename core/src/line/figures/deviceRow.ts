import type { ChordKind } from '../../theory/chord/chord.ts'
import type { Role } from './roles.ts'
import type { ApproachRow, DepartureRow } from './steps.ts'

/** Notes of one chord by their half steps above its root, among which a device is found. */
interface FoundGroup {
  readonly kinds: readonly ChordKind[]
  /** At least this many notes in a row. */
  readonly least: number
  /** Each note is one of these. */
  readonly among: readonly number[]
  /** At least `tell` different ones of these are there. */
  readonly telling: readonly number[]
  readonly tell: number
  /** Whether the notes follow each other by skip only. */
  readonly bySkip: boolean
}

/** Everything that is known of a device: one row each. */
export interface DeviceRow {
  /** In the trade's words, as sentences use it. */
  readonly name: string
  /** Whether it takes no article: "altered notes". */
  readonly plural?: true
  /** How the brief asks for it; `more` stands under "More figures". */
  readonly brief?: { readonly label: string; readonly description: string; readonly more?: true }
  /** Its default cost: 0 often, 1 sometimes, 2 rarely. */
  readonly cost: number
  /** Its extra cost in lines based on chords, because it belongs to the key. */
  readonly costByChords?: number
  /** A device of the style that plays runs. */
  readonly running?: true
  /** The overall sound of a figure that departs by it. */
  readonly texture?: 'tones' | 'scale' | 'chromatic'
  /** The figures that depart from an anchor by it, and those that approach a target by it. */
  readonly departures?: readonly DepartureRow[]
  readonly approaches?: readonly ApproachRow[]
  /** Half steps from a chord tone of the note on the beat that delays it by an eighth, each with its name. */
  readonly delays?: readonly { readonly halfSteps: number; readonly name: string }[]
  /**
   * How a reader finds it in any line: by its shapes around a target (`around`), by its notes' degrees (`groups`), or, where
   * both are left out, by its own rule in explain/. Shapes are half steps from the target, the target after them: `s` is a
   * scale note within a whole step above, `u` any half or whole step above, `k` a scale note a whole step below.
   */
  readonly found?: {
    readonly around?: readonly (readonly string[])[]
    readonly groups?: readonly FoundGroup[]
  }
  /** Notes on both sides of the target: its notes are called enclosures, and a reviewer praises it. */
  readonly encloses?: true
  /** What a reader may take it for: other devices with the same notes, and roles that its notes may have. */
  readonly readAs: { readonly devices: readonly string[]; readonly roles: readonly Role[] }
}

export const CHORD_TONES: readonly Role[] = ['guide', 'chord']
export const STEPWISE: readonly Role[] = [
  ...CHORD_TONES,
  'passing',
  'scale',
  'tension',
  'neighbour',
  'delay',
  'approach',
  'enclosure',
]
export const AROUND_TARGETS = [
  'below',
  'above',
  'neighbour',
  'turn',
  'doubleChromatic',
  'enclosure',
  'threeNoteEnclosure',
  'fourNoteEnclosure',
  'halfStepRun',
] as const
export const COLOURS = ['diminished', 'altered', 'pentatonic', 'arpeggio', 'halfStepRun'] as const

/** Steps that begin on a degree, or over some kinds of chord only. */
export const from = (steps: DepartureRow['steps'], where: Pick<DepartureRow, 'kinds' | 'from'>) => ({
  steps,
  ...where,
})
