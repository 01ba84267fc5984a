import 'reflect-metadata'

export type { DemoData, HealthAnswer, LibraryAnswer, LibraryProgressAnswer } from './answers.ts'
export { check } from './check.ts'
export { DEFAULT_SETTINGS } from './defaults.ts'
export type { ErrorBody, ErrorCode } from './errors.ts'
export type { LibraryPartName } from './library.ts'
export { ID_PATTERN, LIMITS } from './limits.ts'
export { GradingPart } from './parts.ts'
export { type DayWordsAnswer, DayWordsBody } from './records/day.ts'
export { type ExerciseAnswer, ExerciseBody, type SetListAnswer, SetListBody } from './records/exercise.ts'
export { type GoalAnswer, GoalBody } from './records/goal.ts'
export { type LineAnswer, LineBody, type LineVersionAnswer } from './records/line.ts'
export { type PhraseAnswer, PhraseBody } from './records/phrase.ts'
export { EditBody } from './records/record.ts'
export {
  type HeldTempoAnswer,
  type ItemAnswer,
  type MemoryAnswer,
  type PlayedTimeAnswer,
  type RecallAnswer,
  type RegradingAnswer,
  type RunAnswer,
  RunBody,
  type RunPageAnswer,
  type RunWithTakeAnswer,
  RunWordsBody,
  type TallyAnswer,
} from './records/run.ts'
export { type SettingsAnswer, SettingsBody } from './records/settings.ts'
export { type TuneAnswer, TuneBody, type TuneVersionAnswer } from './records/tune.ts'
export {
  DayQuery,
  DemoBody,
  HeldQuery,
  IdParams,
  LibraryQuery,
  type RunOrder,
  RunsQuery,
  SinceQuery,
  TuneQuery,
} from './requests.ts'
