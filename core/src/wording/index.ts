export { wordContrast } from './contrasts.ts'
/** Reasons, findings and problems as sentences; names with real signs. */

export { durationName } from './durations.ts'
export { degreeName, stepsInWords, withSigns } from './signs.ts'
export { deviceName, joinName, roleName, wordReason } from './words.ts'
