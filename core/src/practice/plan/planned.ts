import type { Reason } from '../../outcome/reasons.ts'
import type { Key } from '../../theory/pitch/key.ts'
import type { Stretch } from '../../tune/chart/chart.ts'
import type { RungId } from '../drill/rungs.ts'
import type { Memory } from '../schedule/memory.ts'
import type { LadderRun } from '../schedule/tempo.ts'

/** Something that can fade: a rung over a stretch of a tune in a key, or a line or phrase on it. */
export interface PracticeItem {
  readonly id: string
  readonly tune: string
  readonly rung: RungId
  /** At concert pitch. */
  readonly key: Key
  readonly stretch: Stretch
  /** The line or phrase that is played. */
  readonly line?: string
  /** Whether its notes, or the tune's changes, are not shown. */
  readonly fromMemory?: boolean
  readonly memory: Memory
  /** The last runs, oldest first, two at most. */
  readonly recent: readonly LadderRun[]
}

/** A tune as a plan looks at it. */
export interface PlanTune {
  readonly id: string
  /** Its own key. */
  readonly key: Key
  readonly bars: number
  readonly beatsPerBar: number
  readonly tempo: number
}

/** What a block is for. */
export type BlockKind = 'longTones' | 'warmUp' | 'due' | 'again' | 'weak' | 'new' | 'play' | 'own'

/** Some minutes of a session: one exercise, and why. */
export interface PlanBlock {
  /** The same in every plan for the same thing. */
  readonly id: string
  readonly kind: BlockKind
  readonly tune: string
  readonly rung: RungId
  readonly key: Key
  readonly stretch: Stretch
  readonly tempo: number
  readonly line?: string
  /** Whether its notes, or the tune's changes, are not shown. */
  readonly fromMemory?: boolean
  /** Whole minutes, at least one. */
  readonly minutes: number
  readonly why: Reason
}

/** Something that goes worse than the rest, and where it was played last. */
export interface WeakSpot extends Pick<PlanBlock, 'tune' | 'rung' | 'key' | 'stretch'> {
  /** In words: “Dm7 to G7”. */
  readonly name: string
  /** Right notes in a hundred. */
  readonly percent: number
}

export interface PlanInput {
  readonly items: readonly PracticeItem[]
  readonly tunes: readonly PlanTune[]
  /** How long the session is. */
  readonly minutes: number
  readonly now: Date
  readonly seed: number
  /** Whether the player's instrument is blown: a longer session then begins with long tones. */
  readonly wind?: boolean
  /** What went worst in the last weeks. */
  readonly weak?: WeakSpot
  /** Blocks by their ids that are not wanted today: played already, or skipped. */
  readonly without?: readonly string[]
}
