import { configFor } from './base.config.ts'

export default configFor({ testMatch: '*.spec.ts' })
