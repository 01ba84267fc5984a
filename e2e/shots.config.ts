import { configFor } from './base.config.ts'

export default configFor({ testMatch: '*.shots.ts' })
