import type {
  GradeRules,
  Line,
  Marks,
  Override,
  Phrase,
  RunVerdict,
  Stretch,
  Take,
} from '@eager-contour/core'

export interface TuneAnswer {
  readonly id: string
  readonly revision: number
  readonly title: string
  readonly chart: string
  readonly readings: readonly Override[]
  readonly updatedAt: string
}

export interface LineAnswer extends Line {
  readonly id: string
  readonly revision: number
  readonly tune: string
  readonly title: string
  readonly stretch: Stretch
  readonly remark: string
  readonly tags: readonly string[]
  readonly updatedAt: string
}

/** A line as it was when it was saved. */
export interface LineVersionAnswer extends Line {
  readonly revision: number
  readonly title: string
  readonly stretch: Stretch
  readonly keptAt: string
}

export interface PhraseAnswer extends Phrase {
  readonly id: string
  readonly revision: number
  readonly title: string
  readonly updatedAt: string
}

/** An exercise that the player has named. */
export interface ExerciseAnswer {
  readonly id: string
  readonly revision: number
  readonly title: string
  readonly tune: string
  readonly rung: string
  readonly variant: number
  readonly stretch: Stretch
  readonly tempo: number
  /** A tonic at concert pitch; the tune's own key where it is left out. */
  readonly key?: string
  /** How much is hidden at first, 1 to 4. */
  readonly hide: number
  readonly line?: string
  readonly updatedAt: string
}

/** Exercises to be played in a row, by their ids. */
export interface SetListAnswer {
  readonly id: string
  readonly revision: number
  readonly title: string
  readonly exercises: readonly string[]
  readonly updatedAt: string
}

/** A run as the log lists it: without its take. */
export interface RunAnswer {
  readonly id: string
  readonly tune: string
  readonly playedAt: string
  readonly rung: string
  readonly key: string
  readonly stretch: Stretch
  readonly tempo: number
  readonly state: 'finished' | 'abandoned'
  readonly verdict: RunVerdict
  readonly marks: Marks
  readonly source: string
  readonly weakestBar?: number
  readonly line?: string
}

export interface RunWithTakeAnswer extends RunAnswer {
  readonly take: Take
}

export interface SettingsAnswer {
  readonly revision: number
  readonly instrument: string
  readonly look: 'day' | 'night' | 'system'
  readonly chordStyle: 'signs' | 'letters' | 'short'
  readonly scaleNames: 'mode' | 'parent'
  readonly spelling: 'exact' | 'simple'
  readonly player: string
  /** The player's own grading limits, where they differ from the ladder's. */
  readonly grading: Partial<Pick<GradeRules, 'onTimeBeats' | 'onTimeMs' | 'octaves' | 'leasts'>>
  /** Minutes of playing after which a break is suggested; 0: never. */
  readonly restMinutes: number
}

export interface HealthAnswer {
  readonly app: 'eager-contour'
  readonly version: string
}

/** What the demo fills an empty database with. */
export interface DemoData {
  readonly tunes: readonly Omit<TuneAnswer, 'revision' | 'updatedAt' | 'readings'>[]
  readonly lines: readonly Omit<LineAnswer, 'revision' | 'updatedAt'>[]
  readonly phrases: readonly Omit<PhraseAnswer, 'revision' | 'updatedAt'>[]
  readonly runs: readonly Omit<RunWithTakeAnswer, 'source'>[]
  readonly settings: Omit<SettingsAnswer, 'revision' | 'spelling' | 'grading' | 'restMinutes'>
}
