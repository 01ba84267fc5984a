/** Exercises, listening, simulated players, grades, and what to play next. */

export { allowedOver } from './drill/allowed.ts'
export type { Exercise, ExerciseSpec } from './drill/exercise.ts'
export { type ExerciseInKey, makeExerciseInKey } from './drill/inKey.ts'
export { onePass, passAt } from './drill/loops.ts'
export { makeExercise, USUAL_ORDER } from './drill/make.ts'
export { playedExercise } from './drill/playedExercise.ts'
export type { RungRow } from './drill/rung.ts'
export { limitsOf, optionsOf, RUNGS, type RungId, rungOf, withOption } from './drill/rungs.ts'
export { type CellStart, throughChords } from './drill/throughChords.ts'
export { playersTurns } from './drill/turns.ts'
export { belowRange, latencyFromRun, tuningFromRun } from './grade/estimate.ts'
export { gradeTake } from './grade/grade.ts'
export { limitReasons, moveReasons } from './grade/gradeReasons.ts'
export { judgedInPass } from './grade/inPass.ts'
export type { Judged, NoteVerdict } from './grade/judged.ts'
export { advanceGrade, type GradeState, gradeStep, gradeSteps, startGrade } from './grade/live.ts'
export type { Grade, MarkId, Marks } from './grade/marks.ts'
export { placesMsOf } from './grade/places.ts'
export { GRADE_RULES, type GradeRules, isHeld, onTimeMsAt, type RunVerdict } from './grade/rules.ts'
export { changeExample, type Tally, type TallyKind, talliesOf } from './grade/tallies.ts'
export { gateFor, hearsBand, latencyOf, TUNINGS, tuningFrom } from './listen/calibrate.ts'
export {
  DETECTION_RULES,
  type DetectionRules,
  PitchDetector,
  type ToneState,
  windowsFor,
} from './listen/hearing.ts'
export { LowTones } from './listen/lowTones.ts'
export { quantise } from './listen/quantise.ts'
export { GRADER, type PlayedNote, type Source, type Take } from './listen/take.ts'
export { ownBlock } from './plan/blocks.ts'
export { forecastGoal, type GoalForecast } from './plan/goal.ts'
export { planSession } from './plan/plan.ts'
export type {
  BlockKind,
  PlanBlock,
  PlanInput,
  PlanTune,
  PracticeItem,
  WeakSpot,
} from './plan/planned.ts'
export { fitMemory, foretellsBetter, type ItemReview, LEAST_REVIEWS, type MemoryFit } from './schedule/fit.ts'
export {
  type CellState,
  KEY_ORDER_NAMES,
  type KeyedRun,
  type KeyOrder,
  keysInOrderOf,
  keysOfList,
  type LadderCell,
  ladderCell,
} from './schedule/ladder.ts'
export {
  type Freshness,
  foretoldRecall,
  freshnessOf,
  type Memory,
  type MemoryParameters,
  memoryOf,
  recallOf,
  remembered,
} from './schedule/memory.ts'
export { nextStep, TEMPO_PLANS, type TempoPlan } from './schedule/next.ts'
export { PIECE_PLANS, type PiecePlan, partsOf, piecesOf, sequenceOf } from './schedule/pieces.ts'
export { playedAt, restDue, type Sitting } from './schedule/rest.ts'
export { type LadderRun, nextTempo } from './schedule/tempo.ts'
export { perfectPlayer, simulatedTake, simulatePlayer } from './simulate/player.ts'
