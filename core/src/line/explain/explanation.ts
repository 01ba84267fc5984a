import type { Reason } from '../../outcome/reasons.ts'
import type { Degree } from '../../theory/pitch/degree.ts'
import type { PlayedChanges } from '../changes/playedChanges.ts'
import type { FoundDevice } from '../figures/devices.ts'
import type { Role } from '../figures/roles.ts'

export interface NoteReading {
  readonly index: number
  /** The chord served: the one that sounds, or the coming one for a pickup or anticipation. */
  readonly chord: number
  readonly degree: Degree
  /** Whether that chord starts only after the note does: the degree is counted from the coming chord. */
  readonly ofComing: boolean
  readonly role: Role
  /** Index of the note served. */
  readonly target?: number
  readonly device?: FoundDevice
  readonly why: Reason
}

/** A figure with its extent: first and last note, both inside (the target is the last). */
export interface DeviceSpan {
  readonly device: FoundDevice
  readonly from: number
  readonly to: number
}

/** How the line goes from one chord into the next. */
export interface Join {
  readonly chord: number
  readonly from: number
  readonly to: number
  readonly fromDegree: Degree
  readonly toDegree: Degree
  readonly semitones: number
}

/** Chords and degrees are those of `changes`: what the line plays, where that is not what is written. */
export interface Explanation extends PlayedChanges {
  readonly notes: readonly NoteReading[]
  readonly devices: readonly DeviceSpan[]
  readonly joins: readonly Join[]
  /** The figures that begin in each bar of the tune (from 0). */
  readonly bars: readonly { readonly bar: number; readonly devices: readonly FoundDevice[] }[]
}
