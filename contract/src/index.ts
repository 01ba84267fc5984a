import 'reflect-metadata'

export type {
  DemoData,
  HealthAnswer,
  LineAnswer,
  LineVersionAnswer,
  PhraseAnswer,
  RunAnswer,
  RunWithTakeAnswer,
  SettingsAnswer,
  TuneAnswer,
} from './answers.ts'
export { check } from './check.ts'
export type { ErrorBody, ErrorCode } from './errors.ts'
export { ID_PATTERN, LIMITS } from './limits.ts'
export {
  EditBody,
  IdParams,
  LineBody,
  PhraseBody,
  RunBody,
  SettingsBody,
  TuneBody,
  TuneQuery,
} from './requests.ts'
