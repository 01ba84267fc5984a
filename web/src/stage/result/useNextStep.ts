import {
  type Exercise,
  fifthsOf,
  type Grade,
  KEY_ORDER_NAMES,
  type Key,
  keysInOrderOf,
  keysOfList,
  nextStep,
  piecesOf,
  pitchClassOf,
  type Reason,
} from '@eager-contour/core'
import { useSearchParams } from 'react-router'
import { useExercisesQuery, useSetListsQuery } from '../../data/api.ts'
import { practiceOf, stageAddress } from '../../practice/stageAddress.ts'
import { useLadder } from '../../practice/useLadder.ts'
import type { OpenTune } from '../../tune/useTune.ts'

/** The proposed step after a run: the reason, and its address. */
export interface NextStepProposal {
  readonly why: Reason
  readonly address: string
}

/** Proposes a step after a run that started at a moment (ISO 8601), at a level of hiding. */
export type ProposeNextStep = (
  exercise: Exercise,
  grade: Grade,
  since: string,
  hide: number,
) => NextStepProposal

const sameKey = (a: Key, b: Key): boolean =>
  pitchClassOf(fifthsOf(a.tonic)) === pitchClassOf(fifthsOf(b.tonic))

/** The keys in the order of an address: a named order, the player's own list, or the default. */
const keysFor = (usual: readonly Key[], asked: string | undefined): readonly Key[] => {
  const order = KEY_ORDER_NAMES.find(({ id }) => id === asked)
  if (order) return keysInOrderOf(usual[0]!, order.id)
  const own = asked ? keysOfList(asked, usual[0]!) : []
  return own.length > 0 ? own : usual
}

/** What comes after a run: the next exercise of a set list, or else the ladder's proposal. */
export const useNextStep = (tune: OpenTune, line: string | undefined): ProposeNextStep => {
  const [params] = useSearchParams()
  const practice = practiceOf(params)
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
    const keys = keysFor(ladder.keys, practice.keys)
    const held = grade.verdict === 'solid' || grade.verdict === 'move on'
    const whole = practice.whole ?? spec.stretch
    const pieces = practice.pieces ? piecesOf(whole, practice.pieces) : []
    const piece = pieces.findIndex(({ from, to }) => from === spec.stretch.from && to === spec.stretch.to)
    const here = {
      tune: tune.tune.id,
      rung: spec.rung,
      tempo: spec.tempo,
      variant: spec.variant,
      key: sameKey(key, ladder.keys[0]!) ? undefined : key.tonic,
      line,
      practice,
    }
    const coming = pieces[piece + 1]
    if (held && piece >= 0 && coming)
      return {
        why: { rule: 'next.piece', args: [coming.from + 1, coming.to + 1] },
        address: stageAddress({ ...here, stretch: coming, hide }),
      }
    const before = ladder
      .runs(spec.rung, key)
      .filter(({ playedAt }) => playedAt < since)
      .reverse()
    const runs = [...before, { tempo: spec.tempo, verdict: grade.verdict }]
    const step = nextStep(spec, key, keys, grade, runs, practice.tempo)
    const next = step.key ?? key
    // In another key the pieces start again, and more is hidden than in the first.
    const other = !sameKey(next, key)
    const first = practice.pieces ? piecesOf(whole, practice.pieces)[0]! : step.stretch
    return {
      why: list ? { rule: 'next.listDone', args: [list.title] } : step.why,
      address: stageAddress({
        ...here,
        rung: step.rung,
        stretch: other || step.rung !== spec.rung ? first : step.stretch,
        tempo: step.tempo,
        variant: step.rung === spec.rung ? spec.variant : undefined,
        key: sameKey(next, ladder.keys[0]!) ? undefined : next.tonic,
        hide: other ? Math.max(hide, practice.hideLater ?? 1) : hide,
        line: step.rung === spec.rung ? line : undefined,
      }),
    }
  }
}
