import {
  type Exercise,
  fifthsOf,
  type Grade,
  type Key,
  nextStep,
  pitchClassOf,
  type Reason,
} from '@eager-contour/core'
import { useSearchParams } from 'react-router'
import { useExercisesQuery, useSetListsQuery } from '../data/api.ts'
import { useLadder } from '../drills/useLadder.ts'
import type { OpenTune } from '../tune/useTune.ts'
import { stageAddress } from './stageAddress.ts'

/** The step that is proposed after a run: why, and where it is. */
export interface Onward {
  readonly why: Reason
  readonly address: string
}

/** Proposes one step after a run that began at a moment (ISO 8601), with so much hidden. */
export type Propose = (exercise: Exercise, grade: Grade, since: string, hide: number) => Onward

const sameKey = (a: Key, b: Key): boolean =>
  pitchClassOf(fifthsOf(a.tonic)) === pitchClassOf(fifthsOf(b.tonic))

/** What comes after a run: in a set list the next exercise of it, else what the ladder proposes. */
export const useOnward = (tune: OpenTune, line: string | undefined): Propose => {
  const [params] = useSearchParams()
  const ladder = useLadder(tune, 'fourths')
  const { data: lists } = useSetListsQuery()
  const { data: exercises } = useExercisesQuery()
  const list = lists?.find(({ id }) => id === params.get('list'))
  const at = Number(params.get('at')) || 0
  const following = list?.exercises
    .slice(at + 1)
    .map((id, ahead) => ({ exercise: exercises?.find((one) => one.id === id), at: at + 1 + ahead }))
    .find(({ exercise }) => exercise !== undefined)
  return ({ spec, key }, grade, since, hide) => {
    if (list && following?.exercise) {
      const { exercise } = following
      return {
        why: { rule: 'next.list', args: [exercise.title, following.at + 1, list.exercises.length] },
        address: stageAddress({ ...exercise, list: { id: list.id, at: following.at } }),
      }
    }
    const before = ladder
      .runs(spec.rung, key)
      .filter(({ playedAt }) => playedAt < since)
      .reverse()
    const step = nextStep(spec, key, ladder.keys, grade, [
      ...before,
      { tempo: spec.tempo, verdict: grade.verdict },
    ])
    const next = step.key ?? key
    return {
      why: list ? { rule: 'next.listDone', args: [list.title] } : step.why,
      address: stageAddress({
        tune: tune.tune.id,
        rung: step.rung,
        stretch: step.stretch,
        tempo: step.tempo,
        variant: step.rung === spec.rung ? spec.variant : undefined,
        key: sameKey(next, ladder.keys[0]!) ? undefined : next.tonic,
        hide,
        line: step.rung === spec.rung ? line : undefined,
      }),
    }
  }
}
