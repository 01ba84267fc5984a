import 'reflect-metadata'

export type {
  DemoData,
  HealthAnswer,
  LineAnswer,
  RunAnswer,
  RunWithTakeAnswer,
  SettingsAnswer,
  TuneAnswer,
} from './answers.ts'
export { check } from './check.ts'
export type { ErrorBody, ErrorCode } from './errors.ts'
export { ID_PATTERN, LIMITS } from './limits.ts'
export { EditBody, IdParams, LineBody, RunBody, SettingsBody, TuneBody, TuneQuery } from './requests.ts'
