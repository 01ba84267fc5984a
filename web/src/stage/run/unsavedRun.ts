import type { Exercise, Grade, Take } from '@eager-contour/core'
import { dropDraft, keepDraft, readDraft } from '../../data/browserStore.ts'
import { newId } from '../../data/ids.ts'
import type { Edit } from '../../data/outbox.ts'

/** A run in progress or interrupted: everything needed to grade and save it. */
export interface UnsavedRun {
  readonly tune: string
  readonly title: string
  readonly exercise: Exercise
  readonly line: string | undefined
  /** Whether its notes, or the tune's changes, were not shown. */
  readonly fromMemory?: boolean
  readonly take: Take
}

const DRAFT = 'run in hand'

/** Keeps what has been played so far in the browser's store, so that closing the tab loses nothing. */
export const keepUnsavedRun = (run: UnsavedRun): void => void keepDraft(DRAFT, run)
export const dropUnsavedRun = (): void => void dropDraft(DRAFT)
/** The run that was interrupted, if there is one; an earlier version kept no chord symbols with it. */
export const readUnsavedRun = async (): Promise<UnsavedRun | undefined> => {
  const run = await readDraft<UnsavedRun>(DRAFT)
  return run && { ...run, exercise: { ...run.exercise, symbols: run.exercise.symbols ?? [] } }
}

/** The run as it is logged. */
export const runEdit = (
  { tune, title, exercise, line, fromMemory, take }: UnsavedRun,
  grade: Grade,
  state: 'finished' | 'abandoned',
): Edit => {
  const id = newId('run')
  const { key, spec } = exercise
  return {
    entity: id,
    path: `runs/${id}`,
    title: `Run: ${title}`,
    body: {
      tune,
      playedAt: new Date().toISOString(),
      rung: spec.rung,
      key: `${key.tonic} ${key.mode}`,
      stretch: spec.stretch,
      tempo: spec.tempo,
      state,
      verdict: grade.verdict,
      marks: grade.marks,
      take,
      ...(grade.weakestBar === undefined ? {} : { weakestBar: grade.weakestBar }),
      ...(line === undefined ? {} : { line }),
      ...(fromMemory ? { fromMemory } : {}),
    },
  }
}
