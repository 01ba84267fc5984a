import type { Exercise, Grade, Take } from '@eager-contour/core'
import { dropDraft, keepDraft, readDraft } from '../../data/browserStore.ts'
import { newId } from '../../data/ids.ts'
import type { Writing } from '../../data/outbox.ts'

/** A run that is being played, or was cut off: all that is needed to grade and keep it. */
export interface RunInHand {
  readonly tune: string
  readonly title: string
  readonly exercise: Exercise
  readonly line: string | undefined
  readonly take: Take
}

const DRAFT = 'run in hand'

/** Keeps what has been played so far in the browser's own store: a closed tab loses none of it. */
export const keepInHand = (run: RunInHand): void => void keepDraft(DRAFT, run)
export const dropInHand = (): void => void dropDraft(DRAFT)
export const readInHand = (): Promise<RunInHand | undefined> => readDraft<RunInHand>(DRAFT)

/** The run as it goes to the log. */
export const runWriting = (
  { tune, title, exercise, line, take }: RunInHand,
  grade: Grade,
  state: 'finished' | 'abandoned',
): Writing => {
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
    },
  }
}
