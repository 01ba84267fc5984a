export { makeDemo } from './history.ts'
export { DEMO_TUNES, type DemoTune } from './tunes.ts'
