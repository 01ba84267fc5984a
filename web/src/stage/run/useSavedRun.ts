import { type Exercise, type Grade, type GradeRules, gradeTake, type Take } from '@eager-contour/core'
import { type RefObject, useCallback, useEffect, useRef, useState } from 'react'
import { sendEdit } from '../../data/outbox.ts'
import { hiddenFromMemory } from '../../practice/fromMemory.ts'
import { useAppDispatch } from '../../store/store.ts'
import type { OpenTune } from '../../tune/useTune.ts'
import type { Run } from './run.ts'
import { dropUnsavedRun, readUnsavedRun, runEdit, type UnsavedRun } from './unsavedRun.ts'

interface RunDescription {
  readonly open: OpenTune
  readonly exercise: Exercise
  /** The saved line or the phrase that is played, by its id. */
  readonly line: string | undefined
  readonly title: string
  /** How little was hidden at any time of the run: see HIDING. */
  readonly leastHidden: RefObject<number>
}

/** Describes a take for saving: the tune, the title and the exercise with it, and whether it was played from memory. */
export const useUnsavedRun = ({
  open,
  exercise,
  line,
  title,
  leastHidden,
}: RunDescription): ((take: Take) => UnsavedRun) =>
  useCallback(
    (take) => ({
      tune: open.tune.id,
      title: `${title}, ${open.tune.title}`,
      ...{ exercise, line, take, fromMemory: leastHidden.current >= hiddenFromMemory(line) },
    }),
    [open.tune, title, exercise, line, leastHidden],
  )

/** A run that was interrupted: the player decides whether it is saved. */
interface InterruptedRun {
  readonly run: UnsavedRun
  readonly grade: Grade
}

interface SavedRun {
  readonly interrupted: InterruptedRun | undefined
  /** Saves the interrupted run as abandoned, or discards it. */
  readonly saveInterrupted: () => void
  readonly discardInterrupted: () => void
  /** Stops the run before its end and asks what to do with it. */
  readonly stop: () => Promise<void>
  /** Leaves the question about the interrupted run. */
  readonly dismiss: () => void
}

/** Saves a run when it is finished, and finds one that a closed page left behind. */
export const useSavedRun = (
  { state, take, grade, abandon }: Run,
  unsavedRun: (take: Take) => UnsavedRun,
  rules: GradeRules,
): SavedRun => {
  const dispatch = useAppDispatch()
  const [interrupted, setInterrupted] = useState<InterruptedRun>()
  const rulesNow = useRef(rules)
  rulesNow.current = rules
  const save = useCallback(
    (run: UnsavedRun, graded: Grade, as: 'finished' | 'abandoned') =>
      void sendEdit(dispatch, runEdit(run, graded, as)).then(dropUnsavedRun),
    [dispatch],
  )
  const saved = useRef<Take>(undefined)
  useEffect(() => {
    if (state !== 'done' || !take || !grade || saved.current === take) return
    saved.current = take
    // Nobody played: that is no run.
    if (take.notes.length === 0) return dropUnsavedRun()
    save(unsavedRun(take), grade, 'finished')
  }, [state, take, grade, save, unsavedRun])
  useEffect(() => {
    void readUnsavedRun().then((run) => {
      if (!run) return
      const graded = gradeTake(run.exercise, run.take, rulesNow.current)
      if (graded.ok) setInterrupted({ run, grade: graded.value })
    })
  }, [])
  const dismiss = useCallback(() => setInterrupted(undefined), [])
  const stop = useCallback(async () => {
    const stopped = await abandon()
    setInterrupted(stopped && { run: unsavedRun(stopped.take), grade: stopped.grade })
  }, [abandon, unsavedRun])
  return {
    interrupted,
    saveInterrupted: () => {
      if (interrupted) save(interrupted.run, interrupted.grade, 'abandoned')
      dismiss()
    },
    discardInterrupted: () => {
      dropUnsavedRun()
      dismiss()
    },
    stop,
    dismiss,
  }
}
