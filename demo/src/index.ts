export { makeDemo } from './history.ts'
export { DEMO_TUNES } from './tunes.ts'
