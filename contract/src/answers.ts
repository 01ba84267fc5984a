import type { LineAnswer } from './records/line.ts'
import type { PhraseAnswer } from './records/phrase.ts'
import type { Stored } from './records/record.ts'
import type { RunWithTakeAnswer } from './records/run.ts'
import type { SettingsAnswer } from './records/settings.ts'
import type { TuneAnswer } from './records/tune.ts'

export interface HealthAnswer {
  readonly app: 'eager-contour'
  readonly version: string
}

/** What became of a library that was added: new records, and those that were there already and stay. */
export interface LibraryAnswer {
  readonly added: number
  readonly kept: number
}

/** How far a library that is being added is; undefined records until it is looked through. */
export interface LibraryProgressAnswer {
  readonly done: number
  readonly total?: number
}

type New<Answer extends Stored> = Omit<Answer, 'revision' | 'updatedAt'>

/** What the demo fills an empty database with. */
export interface DemoData {
  readonly tunes: readonly Omit<New<TuneAnswer>, 'readings' | 'tags' | 'removedAt'>[]
  readonly lines: readonly New<LineAnswer>[]
  readonly phrases: readonly New<PhraseAnswer>[]
  readonly runs: readonly Omit<RunWithTakeAnswer, 'source' | 'seconds' | 'words' | 'wordsRevision'>[]
  readonly settings: Pick<SettingsAnswer, 'instrument' | 'look' | 'chordStyle' | 'scaleNames' | 'player'>
}
