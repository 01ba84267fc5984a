/** Walking bass, voicings, drum patterns and metronome as events in ticks. */

export { bandEvents } from './band.ts'
export { CLICKS, type ClickId, countInEvents } from './click.ts'
export type { VoicingId } from './comp.ts'
export { type Kit, kitOf } from './drums.ts'
export { type BandEvent, fromFirstEvent, type Part } from './event.ts'
export { type Hearing, hearChord, hearDegrees, hearEvents, hearNamed, hearScale, hearSets } from './hear.ts'
