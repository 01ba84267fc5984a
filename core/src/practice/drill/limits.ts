import type { Degree } from '../../theory/pitch/degree.ts'
import type { Grid } from '../../theory/rhythm/grid.ts'
import type { Ticks } from '../../theory/rhythm/ticks.ts'

/** The note value of a rung. */
export type Unit = 'whole' | 'halves' | 'quarters' | 'eighths' | 'triplets' | 'sixteenths'

/** Which notes a free rung allows over each chord; `NOTES_ALLOWED` says how each is found. */
export type NotesAllowed =
  | 'roots'
  | 'chordTones'
  | 'chordTonesAnd9'
  /** What a chord shares with its neighbours, and what every scale of the stretch holds. */
  | 'shared'
  | 'key'
  /** The key, and on dominants ♭9 ♯9 ♯11 ♭13. */
  | 'keyAltered'
  | 'scale'
  /** The scale, and on dominants ♭9 ♯9 ♯11 ♭13. */
  | 'scaleAltered'
  /** The altered scale on dominants, else the scale. */
  | 'altered'
  /** Over a ii–V the scale of the V, through both. */
  | 'fiveThroughBoth'
  /** The smallest set of the Map, with this number of notes. */
  | { readonly smallSet: 3 | 4 }
  | { readonly pentatonicOn: 1 | 4 | 5 }
  /** The V7 of the key, over every chord. */
  | 'fiveOfKey'
  /** One degree of the key, over every chord. */
  | { readonly degreeOfKey: 1 | 3 | 5 }
  | 'any'

/** A rule of a free rung besides the allowed notes. Each is counted at its own places. */
export type LimitRule =
  /** A note sounds at every change of chord. */
  | { readonly rule: 'atChanges' }
  /** In every bar at least one note begins, and at most this number; the last two may be silent. */
  | { readonly rule: 'perBar'; readonly most: number }
  /** The most different pitches over a chord. */
  | { readonly rule: 'perChord'; readonly most: number }
  /** All notes lie within this number of half steps. */
  | { readonly rule: 'region'; readonly halfSteps: number }
  /** Each note lies within this number of half steps of the last; an octave is allowed once. */
  | { readonly rule: 'near'; readonly halfSteps: number }
  /** No note is shorter. */
  | { readonly rule: 'shortest'; readonly ticks: Ticks }
  /** A note begins every time this number of ticks has passed. */
  | { readonly rule: 'unbroken'; readonly ticks: Ticks }
  /** The fewest notes that begin in every beat. */
  | { readonly rule: 'perBeat'; readonly least: number }
  /** Notes of a beat or longer are chord tones. */
  | { readonly rule: 'longTones' }
  /** Every dominant has one of ♭9 ♯9 ♯11 ♭13. */
  | { readonly rule: 'alterations' }
  /** In every four bars the line goes outside once, for three notes or more. */
  | { readonly rule: 'outside' }
  /** In every so many bars there is an enclosure, an approach or an arpeggio. */
  | { readonly rule: 'ornaments'; readonly bars: number }
  /** The exercise's phrase is played once where it fits, in any octave; its own notes are allowed there. */
  | { readonly rule: 'phrase' }

/** Notes in a row outside the scale that are a stretch outside: a side-slip, an arpeggio of another chord. */
export const STRETCH_OUTSIDE = 3

/** The limits of a free rung: the allowed notes, and its rules. */
export type LimitId = 'allowed' | LimitRule['rule']

/** Degrees that a phrase can end on. */
export const LANDINGS: readonly Degree[] = ['R', '3', 'b3', '5']

/** What else is marked. */
export type FreeMark = 'strong' | 'joins' | 'home' | 'space' | 'variety' | 'landing'

export interface FreeLimits {
  readonly notes: NotesAllowed
  readonly rules?: readonly LimitRule[]
  readonly marks?: readonly FreeMark[]
  /** The share of the changes of chord that must be connected, 0 to 1. */
  readonly joins?: number
  /** The longest phrase in bars, where space is marked. */
  readonly phraseBars?: number
  readonly grid?: Grid
}
