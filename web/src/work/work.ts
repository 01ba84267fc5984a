import { type Remote, wrap } from 'comlink'
import type { Work } from './worker.ts'

let remote: Remote<Work> | undefined

/** The worker, started at the first call. */
export const work = (): Remote<Work> => {
  remote ??= wrap<Work>(new Worker(new URL('./worker.ts', import.meta.url), { type: 'module', name: 'work' }))
  return remote
}
