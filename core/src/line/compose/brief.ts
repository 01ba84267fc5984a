import type { Reason } from '../../outcome/reasons.ts'
import type { Degree } from '../../theory/pitch/degree.ts'
import type { RhythmStyle } from '../../theory/rhythm/cells.ts'
import type { Ticks } from '../../theory/rhythm/ticks.ts'
import type { Stretch } from '../../tune/chart/chart.ts'
import type { DeviceId } from '../figures/devices.ts'
import type { MinorSixth } from '../figures/harmony.ts'
import type { SubstitutionId } from '../figures/substitutions.ts'
import type { CurvePoint } from '../notes/curve.ts'
import type { Line, LineNote } from '../notes/line.ts'
import type { Phrase } from '../phrases/phrase.ts'

/** 0 never, 1 rarely, 2 sometimes, 3 often. */
export type Weight = 0 | 1 | 2 | 3
export const NEVER: Weight = 0
export const OFTEN: Weight = 3

/** What a line is based on: the notes of the key, the tones of each chord, or both. */
type Approach = 'key' | 'chords' | 'both'

/** A stretch played by chord (near), or with one key (far) or one pentatonic for all of it. */
interface SectionView extends Stretch {
  readonly view: 'near' | 'far' | 'pentatonic'
}

/** A curve of pitch over time that the line follows on its strong beats. */
export interface Contour {
  /** In order of time; straight lines between. Ticks from beat 1 of bar 1, MIDI numbers. */
  readonly points: readonly CurvePoint[]
  /** 0 not at all, 1 as closely as the chords allow. */
  readonly strictness: number
}

/** A cell in degrees that the line may or must include. */
export interface CellRequest {
  readonly degrees: readonly Degree[]
  readonly must: boolean
}

/** A phrase of the player's vocabulary that a solo may or must include, where its chords are. */
export interface VocabularyRequest {
  readonly phrase: Phrase
  readonly must: boolean
  /** How often at least, if it must; once, if left out. */
  readonly times?: number
}

/** Notes outside the scale anywhere, over dominants only, or only where they lead into the next chord. */
export type ChromaticPlace = 'anywhere' | 'dominants' | 'changes'

/** A note by its pitch or by its degree over the chord that sounds there. */
export interface NoteRequest {
  readonly midi?: number
  readonly degree?: Degree
}

/** The part of a phrase in the story of a solo. */
export type PhrasePart = 'idea' | 'restated' | 'moved' | 'answer' | 'free' | 'close'

/** A phrase as the player wants it: its part, its first and last note, and its highest place, if that matters. */
export interface PhraseRequest {
  readonly part: PhrasePart
  readonly start: Ticks
  readonly end: Ticks
  readonly top?: CurvePoint
}

/** A phrase as it was written. */
export interface LinePhrase {
  readonly part: PhrasePart
  /** The phrase that its idea comes from, by its index. */
  readonly from?: number
  /** The start of its first note, the end of its last one, and its highest note. */
  readonly start: Ticks
  readonly end: Ticks
  readonly top: CurvePoint
}

/** What the player asks of a line. Anything left out has its default. */
export interface Brief {
  readonly stretch: Stretch
  readonly seed: number
  readonly count: number
  /** Sounding MIDI numbers: never outside low and high, preferably inside the comfortable part. */
  readonly range: {
    readonly low: number
    readonly comfortLow: number
    readonly comfortHigh: number
    readonly high: number
  }
  readonly approach?: Approach
  readonly views?: readonly SectionView[]
  /** Over a ii–V: each chord's own notes, the V's notes through both, or the ii's. */
  readonly twoFive?: 'apart' | 'five' | 'two'
  /** Other chords to play over each ii–V. */
  readonly substitution?: SubstitutionId
  /** What neighbours the 5 of a tonic minor, and the ♭5 of a half-diminished chord, from above. */
  readonly sixth?: MinorSixth
  readonly devices?: Readonly<Partial<Record<DeviceId, Weight>>>
  /** The style: figures, runs with added half steps as the backbone, or both. */
  readonly school?: 'figures' | 'halfSteps' | 'both'
  /** Notes outside the scale: never to often. */
  readonly chromatic?: Weight
  /** The style of the line; a solo if left out. */
  readonly rhythm?: RhythmStyle
  /** Of a solo: how much silence, how long its phrases, how much of it comes back; 1 is usual. */
  readonly space?: number
  readonly phraseLength?: number
  readonly repeats?: number
  /** Of a solo: how much colour (9, 11, 13, altered notes) stands on strong beats, from 0; 1 is usual. */
  readonly colour?: number
  /** Of a solo: where notes outside the scale stand; anywhere if left out. */
  readonly chromaticPlace?: ChromaticPlace
  /** Of a solo: how many triplets; as they come if left out. */
  readonly triplets?: 'none' | 'one'
  /** The phrases of a solo as the player arranged them, in ticks; drawn from the seed if left out. */
  readonly phrases?: readonly PhraseRequest[]
  /** Whether the rhythm of the first two bars is repeated. */
  readonly motif?: boolean
  /** The number of bars after which a rest must come, and before which it would be early. */
  readonly breathBars: 1 | 2 | 3 | 4
  readonly leastBars?: 0 | 1 | 2
  /** No rest at all: a continuous line. */
  readonly unbroken?: boolean
  /** A new register after each rest. */
  readonly newRegister?: boolean
  readonly contour?: Contour
  readonly first?: NoteRequest
  readonly landing?: NoteRequest
  readonly cells?: readonly CellRequest[]
  /** Of a solo: whole phrases that it may or must include. */
  readonly vocabulary?: readonly VocabularyRequest[]
  /**
   * Notes that stay unchanged, in order, at concert pitch; the rest is written around them. Over N.C. they are
   * dropped.
   */
  readonly locked?: readonly LineNote[]
  /** Silences between locked notes that stay, in ticks. */
  readonly rests?: readonly { readonly start: Ticks; readonly end: Ticks }[]
  /** Lines that the result should not repeat. */
  readonly avoid?: readonly Line[]
  /** The share of notes, 0 to 1, in which each further line differs from every earlier one. */
  readonly apart?: number
  /** How many times a line is solved again to meet the goals for the whole line. */
  readonly rounds?: number
}

export interface ComposedLine {
  readonly line: Line
  readonly cost: number
  /** Goals for the whole line (shapes, runs, devices, cells, difference from other lines) that it still misses. */
  readonly missed: readonly Reason[]
  /** The phrases of a solo. */
  readonly phrases?: readonly LinePhrase[]
}

/** The result: its lines, and the requests that were dropped because they could not be met. */
export interface Composed {
  readonly lines: readonly ComposedLine[]
  readonly unmet: readonly Reason[]
}
