import {
  type Exercise,
  fifthsOf,
  type Grade,
  isHeld,
  KEY_ORDER_NAMES,
  type Key,
  keysInOrderOf,
  keysOfList,
  nextStep,
  partsOf,
  pitchClassOf,
  type Reason,
  type RungId,
  rungOf,
  sequenceOf,
} from '@eager-contour/core'
import { useSearchParams } from 'react-router'
import { useExercisesQuery, useSetListsQuery } from '../../data/api.ts'
import { BLOCK, blockAddress } from '../../practice/blockAddress.ts'
import { requestOf } from '../../practice/ownExercise.ts'
import { isOver, type Session, type SessionBlock, useSession } from '../../practice/session.ts'
import { practiceOf, stageAddress } from '../../practice/stageAddress.ts'
import { useLadder } from '../../practice/useLadder.ts'
import { useGradeRules } from '../../settings/useGradeRules.ts'
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

/** How a variant of a rung is called. */
const nameOf = (rung: RungId, variant: number): string => rungOf(rung).variants[variant]?.name ?? ''

/** In a session the block again until it goes well or its minutes have passed, then the next one. */
const inSession = (
  session: Session | undefined,
  block: SessionBlock,
  { verdict }: Grade,
): NextStepProposal => {
  if (block.state === 'waiting' && !isOver(block, isHeld(verdict), Date.now()))
    return { why: { rule: 'next.blockAgain', args: [block.minutes] }, address: blockAddress(block) }
  const next = session?.blocks.find(({ id, state }) => state === 'waiting' && id !== block.id)
  return next
    ? { why: { rule: 'next.block', args: [rungOf(next.rung).name] }, address: blockAddress(next) }
    : { why: { rule: 'next.sessionDone', args: [] }, address: '/today' }
}

/** What comes after a run: the next step in this key, the next key, the next exercise of a set list, or else the ladder's proposal. */
export const useNextStep = (tune: OpenTune, line: string | undefined): ProposeNextStep => {
  const [params] = useSearchParams()
  const [rules] = useGradeRules()
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
  const addressKey = (key: Key) => (sameKey(key, ladder.keys[0]!) ? undefined : key.tonic)
  const session = useSession()
  const block = session?.blocks.find(({ id }) => id === params.get(BLOCK))
  return ({ spec, key }, grade, since, hide) => {
    if (block) return inSession(session, block, grade)
    const keys = keysFor(ladder.keys, practice.keys)
    const goesOn = practice.through || isHeld(grade.verdict)
    const whole = practice.whole ?? spec.stretch
    const parts = practice.figure === undefined ? [spec.variant ?? 0] : partsOf(spec.rung, practice.figure)
    const steps = sequenceOf(whole, practice.pieces ?? 'whole', parts)
    const step = steps.findIndex(
      ({ stretch: { from, to }, variant }) =>
        from === spec.stretch.from && to === spec.stretch.to && variant === (spec.variant ?? 0),
    )
    const here = {
      tune: tune.tune.id,
      rung: spec.rung,
      tempo: spec.tempo,
      variant: spec.variant,
      key: addressKey(key),
      line,
      order: spec.order,
      practice,
      ...(list ? { list: { id: list.id, at } } : {}),
    }
    const coming = steps[step + 1]
    if (goesOn && step >= 0 && coming) {
      const [from, to] = [coming.stretch.from + 1, coming.stretch.to + 1]
      const samePiece = coming.stretch.from === spec.stretch.from && coming.stretch.to === spec.stretch.to
      return {
        why: samePiece
          ? { rule: 'next.part', args: [nameOf(spec.rung, coming.variant)] }
          : { rule: 'next.piece', args: [from, to] },
        address: stageAddress({ ...here, ...coming, hide }),
      }
    }
    const nextKey = keys[keys.findIndex((one) => sameKey(one, key)) + 1]
    if (practice.through && nextKey)
      return {
        why: { rule: 'next.keyAfter', args: [] },
        address: stageAddress({
          ...here,
          ...steps[0]!,
          key: addressKey(nextKey),
          hide: Math.max(hide, practice.hideLater ?? 1),
        }),
      }
    if (list && following?.exercise) {
      const { exercise } = following
      return {
        why: { rule: 'next.list', args: [exercise.title, following.at + 1, list.exercises.length] },
        address: stageAddress(
          requestOf(exercise, { byItself: practice.byItself }, { id: list.id, at: following.at }),
        ),
      }
    }
    const before = ladder
      .runs(spec.rung, key)
      .filter(({ playedAt }) => playedAt < since)
      .reverse()
    const runs = [...before, { tempo: spec.tempo, verdict: grade.verdict }]
    const proposed = nextStep(spec, key, keys, grade, runs, practice.tempo, rules)
    const next = proposed.key ?? key
    // In another key the pieces start again, and more is hidden than in the first.
    const other = !sameKey(next, key)
    const sameRung = proposed.rung === spec.rung
    const first = other || !sameRung ? steps[0]! : { stretch: proposed.stretch, variant: spec.variant }
    return {
      why: list ? { rule: 'next.listDone', args: [list.title] } : proposed.why,
      address: stageAddress({
        ...here,
        rung: proposed.rung,
        stretch: first.stretch,
        tempo: proposed.tempo,
        variant: sameRung ? first.variant : undefined,
        key: addressKey(next),
        hide: other ? Math.max(hide, practice.hideLater ?? 1) : hide,
        line: sameRung ? line : undefined,
        order: sameRung ? spec.order : undefined,
        practice: sameRung ? practice : { ...practice, figure: undefined },
        list: undefined,
      }),
    }
  }
}
