import type { ExerciseAnswer } from '@eager-contour/contract'
import { partsOf, piecesOf, type RungId } from '@eager-contour/core'
import { keptPractice, type Practice, type StageRequest } from './stageAddress.ts'

/** The first run of an exercise that is practised in pieces, or by the halves of a figure. */
export const firstRun = (request: StageRequest): StageRequest => {
  const { practice = {}, stretch, rung, variant = 0 } = request
  const [piece] = piecesOf(stretch, practice.pieces ?? 'whole')
  const [part] = practice.figure === undefined ? [variant] : partsOf(rung as RungId, practice.figure)
  return { ...request, stretch: piece!, variant: part, practice: { ...practice, whole: stretch } }
}

/** How to play an exercise that was saved; with its own way to practise, and what is added to it. */
export const requestOf = (
  { practice, ...exercise }: ExerciseAnswer,
  more: Practice = {},
  list?: StageRequest['list'],
): StageRequest =>
  firstRun({
    ...exercise,
    practice: { ...keptPractice(practice), ...more },
    ...(list ? { list } : {}),
  })
