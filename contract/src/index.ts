import 'reflect-metadata'

export type {
  DemoData,
  ExerciseAnswer,
  HealthAnswer,
  LineAnswer,
  LineVersionAnswer,
  PhraseAnswer,
  RunAnswer,
  RunWithTakeAnswer,
  SetListAnswer,
  SettingsAnswer,
  TuneAnswer,
} from './answers.ts'
export { check } from './check.ts'
export type { ErrorBody, ErrorCode } from './errors.ts'
export { ID_PATTERN, LIMITS } from './limits.ts'
export {
  EditBody,
  ExerciseBody,
  IdParams,
  LineBody,
  PhraseBody,
  RunBody,
  SetListBody,
  SettingsBody,
  TuneBody,
  TuneQuery,
} from './requests.ts'
